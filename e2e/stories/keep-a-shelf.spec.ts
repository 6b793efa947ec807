import { readFile } from 'node:fs/promises';
import { expect, test } from '../story';
import { choose } from '../choose';

test.describe('a builder keeps a shelf', () => {
  test('adds, finds, changes, copies and removes a part', async ({ page }) => {
    await page.goto('/shelf');
    await page.getByRole('button', { name: 'New part' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: 'driver', exact: true }).click();
    await dialog.getByLabel('Described as').fill('Story driver, 3 A');
    await dialog.getByLabel('Greatest current').fill('3');
    await dialog.getByRole('button', { name: 'Keep on the shelf' }).click();
    await page.getByLabel('Search the shelf').fill('story 3 a');
    const row = page.getByRole('row', { name: /Story driver, 3 A/ });
    await expect(row).toContainText('3 A · 1/16');
    await row.getByRole('button', { name: 'Story driver, 3 A', exact: true }).click();
    await dialog.getByLabel('Finest microsteps').fill('32');
    await dialog.getByRole('button', { name: 'Keep on the shelf' }).click();
    await expect(row).toContainText('1/32');
    await row.getByRole('button', { name: 'Copy Story driver' }).click();
    await expect(page.getByRole('row', { name: /\(copy\)/ })).toBeVisible();
    for (const name of [/\(copy\)/, /Story driver, 3 A/]) {
      await page
        .getByRole('row', { name })
        .first()
        .getByRole('button', { name: /Delete/ })
        .click();
      await page.getByRole('dialog').getByRole('button', { name: 'Take it off' }).click();
      await expect(page.getByRole('dialog')).toBeHidden();
    }
    await expect(page.getByText('Nothing on the shelf matches')).toBeVisible();
  });

  test('puts standard sizes on it, each with its standard, and sees what it owns', async ({ page }) => {
    await page.goto('/shelf');
    await page.getByRole('button', { name: 'Standard sizes' }).click();
    const dialog = page.getByRole('dialog');
    await choose(dialog.getByLabel('Series'), /^Racks by module/);
    await expect(dialog).toContainText('ISO 54');
    await dialog.getByRole('button', { name: 'Leave all' }).click();
    await dialog.getByLabel('Rack, module 1.5, 18-tooth pinion').check();
    await dialog.getByRole('button', { name: 'Put 1 on the shelf' }).click();
    await expect(page.getByText('1 standard sizes are on the shelf.')).toBeVisible();
    await page.getByLabel('Search the shelf').fill('module 1.5');
    const row = page.getByRole('row', { name: /module 1\.5, 18-tooth/ });
    await expect(row).toContainText('rack · module 1.5 mm · 18 teeth');
    await row.getByRole('button', { name: /^Rack/ }).click();
    await dialog.getByLabel('Owned').fill('3');
    await dialog.getByLabel('Price of one').fill('21.50');
    await dialog.getByRole('button', { name: 'Keep on the shelf' }).click();
    await expect(dialog).toBeHidden();
    await page.reload();
    await page.getByLabel('Search the shelf').fill('module 1.5');
    await choose(page.getByLabel('Show', { exact: true }), 'owned');
    await expect(row).toContainText('21.50');
    await row.getByRole('button', { name: /Delete/ }).click();
    await dialog.getByRole('button', { name: 'Take it off' }).click();
  });

  test('gives its parts away and takes them back, refusing a bad file whole', async ({ page }) => {
    await page.goto('/shelf');
    await choose(page.getByLabel('Kind', { exact: true }), 'supplies');
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export CSV' }).click(),
    ]);
    const csv = await readFile(await download.path(), 'utf8');
    expect(csv.split('\r\n').length).toBe(7);
    const renamed = csv.replace(/Switching supply, 24 V/g, 'Imported supply, 24 V');
    await page
      .getByLabel('Parts file')
      .setInputFiles({ name: 'parts.csv', mimeType: 'text/csv', buffer: Buffer.from(renamed) });
    await expect(page.getByText('5 parts imported.')).toBeVisible();
    await expect(page.getByRole('row', { name: /Imported supply, 24 V/ })).toBeVisible();
    await page.getByLabel('Parts file').setInputFiles({
      name: 'parts.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('kind,name,voltage\nsupply,Good,24 V\nsupply,Bad,lots\n'),
    });
    await expect(page.getByRole('alert')).toContainText('row 3');
    await expect(page.getByRole('row', { name: /^Good/ })).toHaveCount(0);
  });
});

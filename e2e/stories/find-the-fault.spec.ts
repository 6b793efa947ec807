import { expect, test } from '../story';

test('a newcomer finds the fault left open in the harbour shed', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Clock-wheel table' }).click();
  await expect(page.getByRole('complementary', { name: 'Route card' })).toContainText('A is not true');
  await page.getByRole('link', { name: 'See what is wrong' }).click();
  await expect(
    page
      .getByRole('list', { name: /Likely causes/ })
      .getByRole('listitem')
      .first(),
  ).toContainText('The driving pulley has 15 teeth, not 16');
  await expect(page.locator('cn-chart svg')).toBeVisible();
});

test('a machine leaves as a file and comes back with its history', async ({ page }) => {
  await page.goto('/');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export Fret mill' }).click(),
  ]);
  await page.getByLabel('Machine file').setInputFiles(await download.path());
  await page.getByRole('dialog').getByRole('button', { name: 'Import it as a second one' }).click();
  await page.waitForURL(/drive-lines/);
  await page.getByRole('link', { name: 'Logbook and revisions' }).click();
  await expect(page.getByRole('region', { name: 'Entries' })).toContainText('Y: setting corrected to 80.2568 steps/mm');
  await page.goto('/');
  await page.getByLabel('Machine file').setInputFiles({
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format": "crisp-notch/machine"'),
  });
  await expect(page.getByRole('alert')).toContainText('broken.json is not JSON');
});

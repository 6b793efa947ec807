import type { Machine } from '@crisp-notch/core/machine';
import { Builder } from '../builder';
import { choose } from '../choose';
import { asDelivered } from '../demo';
import { expect, test, type Page } from '../story';

const running = (page: Page) => page.getByRole('region', { name: 'Let it run' });

/** Both sides of Y are read along its way by the rig. */
async function readBothSides(page: Page, builder: Builder): Promise<void> {
  await builder.goTo('Checks');
  await page.getByRole('button', { name: 'Y', exact: true }).click();
  await choose(page.getByLabel('Ask', { exact: true }), /^Gantry racking:/);
  await page.getByLabel('As far as', { exact: true }).fill('150 mm');
  await page.getByLabel('Times', { exact: true }).fill('1');
  await page.getByRole('button', { name: 'Start the check: 8 readings' }).click();
  await expect(page.getByRole('heading', { name: 'Readings' })).toBeVisible();
  await running(page).getByRole('button', { name: 'Run it on the rig' }).click();
  await expect(running(page).getByRole('status')).toHaveText('All places were read.', { timeout: 150_000 });
}

test('a gantry whose second switch stands askew is found, and squared by the offset of side 2', async ({ page }) => {
  const document = { ...((await asDelivered(page, 'Fret mill')) as Machine), name: 'Gantry askew' };
  const made = await page.request.post('/api/machines', { data: { document } });
  const builder = new Builder(page);
  await page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/drive-lines`);
  await page.getByRole('button', { name: 'Open axis Y' }).click();
  await builder.station('Motor');
  await choose(page.getByLabel('Home switches', { exact: true }), /^one at each side/);
  await expect(page.getByLabel('Offset of side 2', { exact: true })).toHaveValue('0');
  await builder.saved();
  await builder.goTo('First moves');
  await page.getByText('Practise with something wrong').click();
  await choose(page.locator('cn-practice').getByRole('combobox'), /^Y: the home switch of side 2 stands/);

  await readBothSides(page, builder);
  await expect(page.locator('main')).toContainText(/Side 2 stands [12]\.\d+\smm ahead everywhere/);
  await expect(page.locator('.verdict-card')).not.toContainText('● True');

  await builder.goTo('Drive lines');
  await page.getByRole('button', { name: 'Open axis Y' }).click();
  await builder.station('Motor');
  await builder.fill('Offset of side 2', '-2.3 mm');
  await page.keyboard.press('Enter');
  await builder.saved();
  // It is homed anew: where it stands it was brought by another offset.
  await readBothSides(page, builder);
  await expect(page.locator('main')).toContainText('Neither a constant difference nor one that grows is shown');
});

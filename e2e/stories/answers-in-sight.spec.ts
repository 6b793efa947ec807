import { Builder } from '../builder';
import { expect, test, type Page } from '../story';

/** Operations as their pages are called. */
const OPERATIONS = ['job', 'drive-lines', 'supply', 'wiring', 'current', 'moves', 'checks', 'sign-off'];

async function openDemo(page: Page, name: string): Promise<string> {
  await page.goto('/');
  await page.getByRole('link', { name }).first().click();
  await page.waitForURL(/drive-lines/);
  return new URL(page.url()).pathname.replace(/\/drive-lines.*$/, '');
}

test.describe('what a builder needs stays in sight', () => {
  for (const name of ['Fret mill', 'Clock-wheel table'])
    test(`${name}: what to do next is whole beside every operation`, async ({ page }) => {
      const base = await openDemo(page, name);
      for (const operation of OPERATIONS) {
        await page.goto(`${base}/${operation}`);
        const next = page.getByRole('region', { name: 'Next' });
        await expect(next).toBeVisible();
        const box = await next.boundingBox();
        expect(box, operation).not.toBeNull();
        expect((box?.y ?? 0) + (box?.height ?? 1000), operation).toBeLessThanOrEqual(800);
        // No sentence and no button of it is cut.
        expect(
          await next.evaluate((element) =>
            [element, ...element.querySelectorAll('*')].every(
              (item) => item.scrollWidth <= item.clientWidth + 1 || getComputedStyle(item).display === 'inline',
            ),
          ),
          operation,
        ).toBe(true);
      }
    });

  test('the verdict of an axis stays on the screen with the field that is edited, to the last one', async ({
    page,
  }) => {
    const base = await openDemo(page, 'Fret mill');
    for (const station of ['supply', 'driver', 'motor', 'transmission', 'carriage']) {
      await page.goto(`${base}/drive-lines?station=${station}`);
      const fields = page.locator('cn-station-editor input.number');
      await expect(fields.first()).toBeVisible();
      const last = fields.filter({ visible: true }).last();
      await last.focus();
      await last.scrollIntoViewIfNeeded();
      const [verdict, field] = await Promise.all([
        page.locator('cn-drive-line .head > .verdict').boundingBox(),
        last.boundingBox(),
      ]);
      if (!verdict || !field) throw new Error(`${station}: verdict and field are expected`);
      expect(verdict.y, station).toBeGreaterThanOrEqual(0);
      expect(verdict.y + verdict.height, station).toBeLessThanOrEqual(field.y);
      expect(field.y + field.height, station).toBeLessThanOrEqual(800);
    }
  });

  test('the job of three axes is filled as a sheet: keys move, a value goes across, a table is pasted', async ({
    page,
    context,
  }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Sheet router', 'router or milling table', 'all');
    await builder.goTo('Job');
    const cell = (label: string) => page.getByLabel(label, { exact: true });
    await cell('Travel of X').fill('420 mm');
    await page.keyboard.press('Enter');
    await expect(cell('Speed of X')).toBeFocused();
    await page.keyboard.type('55');
    await page.keyboard.press('Shift+ArrowRight');
    await expect(cell('Speed of Y')).toBeFocused();
    await expect(cell('Speed of Y')).toHaveValue('55');
    await page.keyboard.press('ArrowUp');
    await expect(cell('Travel of Y')).toBeFocused();
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await page.evaluate(() => navigator.clipboard.writeText('610\t75\n60 mm/s\ttoo fast\n'));
    await page.keyboard.press('Control+v');
    await expect(cell('Travel of Y')).toHaveValue('610');
    await expect(cell('Travel of Z')).toHaveValue('75');
    await expect(cell('Speed of Y')).toHaveValue('60');
    await expect(page.getByRole('alert').filter({ hasText: 'Z, Speed' })).toBeVisible();
    // One step back takes the whole table out again.
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(cell('Travel of Z')).not.toHaveValue('75');
    await expect(cell('Speed of Y')).toHaveValue('55');
    await page.getByRole('button', { name: /^Confirm .* of Z$/ }).click();
    await expect(page.getByRole('button', { name: /^Confirm .* of Z$/ })).toHaveCount(0);
    await builder.saved();
    await page.reload();
    await expect(cell('Travel of X')).toHaveValue('420');
    await expect(page.getByRole('img', { name: /X 420 mm/ })).toBeVisible();
  });
});

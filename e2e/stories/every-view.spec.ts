import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

const MACHINE_VIEWS = [
  'job',
  'drive-lines',
  'drive-lines?see=run',
  'drive-lines?see=error',
  'drive-lines?see=move',
  'drive-lines?see=figures',
  'compare?left=revision-1',
  'supply',
  'supply?see=wires',
  'supply?see=auxiliaries',
  'supply?see=program',
  'find',
  'parts',
  'wiring',
  'current',
  'moves',
  'checks',
  'sign-off',
  'logbook',
];

async function machineBase(page: Page, name: string): Promise<string> {
  await page.goto('/');
  await page.getByRole('link', { name }).first().click();
  await page.waitForURL(/drive-lines/);
  return page.url().replace(/\/drive-lines.*$/, '');
}

async function expectNoViolations(page: Page, what: string): Promise<void> {
  await page.waitForLoadState('networkidle');
  const { violations } = await new AxeBuilder({ page }).analyze();
  const serious = violations
    .filter((item) => item.impact === 'serious' || item.impact === 'critical')
    .map((item) => `${item.id}: ${item.nodes.map((node) => node.target.join(' ')).join(', ')}`);
  expect(serious, what).toEqual([]);
}

for (const theme of ['day', 'night'] as const) {
  test(`every view is free of serious barriers by ${theme}`, async ({ page }) => {
    test.setTimeout(360_000);
    const errors: string[] = [];
    page.on('console', (message) => {
      if (message.type() === 'error') errors.push(message.text());
    });
    page.on('pageerror', (error) => errors.push(error.message));
    await page.request.put('/api/settings/preferences', { data: { units: 'metric', theme } });
    await page.goto('/');
    await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
    await expectNoViolations(page, 'machines');
    await page.getByRole('button', { name: 'New machine' }).click();
    await page.getByRole('dialog').waitFor();
    await expectNoViolations(page, 'new machine dialog');
    await page.keyboard.press('Escape');
    await page.goto('/shelf');
    await page.getByRole('table').waitFor();
    await expectNoViolations(page, 'shelf');
    await page.getByRole('button', { name: 'New part' }).click();
    await page.getByRole('dialog').waitFor();
    await expectNoViolations(page, 'part dialog');
    // The sliding machine on every view; the turning one where it looks different.
    for (const [machine, views, stations] of [
      ['Fret mill', MACHINE_VIEWS, ['supply', 'driver', 'motor', 'reduction', 'transmission', 'carriage']],
      ['Clock-wheel table', ['drive-lines', 'moves'], ['reduction']],
    ] as const) {
      const base = await machineBase(page, machine);
      for (const view of views) {
        await page.goto(`${base}/${view}`);
        await page.locator('h1').first().waitFor({ state: 'attached' });
        await expectNoViolations(page, `${machine}: ${view}`);
      }
      for (const station of stations) {
        await page.goto(`${base}/drive-lines?station=${station}`);
        await page.locator('cn-station-editor h2').waitFor();
        await expectNoViolations(page, `${machine}: station ${station}`);
      }
      await page.getByRole('button', { name: /^why/ }).first().click();
      await expectNoViolations(page, `${machine}: working`);
      await page.goto(`${base}/checks`);
      await page
        .getByRole('link', { name: /^Step check on/ })
        .first()
        .click();
      await page.getByRole('heading', { name: 'Readings' }).waitFor();
      await expectNoViolations(page, `${machine}: check`);
    }
    await page.goto('/nowhere');
    await expectNoViolations(page, 'nothing here');
    await page.request.put('/api/settings/preferences', { data: { units: 'metric', theme: 'day' } });
    expect(errors).toEqual([]);
  });
}

test('no view scrolls sideways on a laptop or a phone', async ({ page }) => {
  test.setTimeout(180_000);
  const base = await machineBase(page, 'Fret mill');
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 });
    for (const path of ['/', '/shelf', ...MACHINE_VIEWS.map((view) => `${base}/${view}`)]) {
      await page.goto(path);
      await page.locator('h1').first().waitFor({ state: 'attached' });
      await page.waitForLoadState('networkidle');
      expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), `${path} at ${width}`).toBeLessThanOrEqual(0);
    }
  }
});

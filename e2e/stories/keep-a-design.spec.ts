import { expect, test } from '@playwright/test';
import { Builder } from '../builder';

test.describe('a builder keeps a design', () => {
  test('which saves itself, and goes back and forward', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Undo slide');
    await builder.describeScrewAxis();
    await page.getByRole('button', { name: /^Motor/ }).focus();
    await page.keyboard.press('ControlOrMeta+z');
    await expect(page.locator('cn-drive-line')).not.toContainText('629.9213');
    await page.keyboard.press('ControlOrMeta+Shift+z');
    await expect(page.locator('cn-drive-line')).toContainText('629.9213');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.locator('cn-drive-line')).not.toContainText('629.9213');
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect(page.getByRole('button', { name: 'Redo' })).toBeDisabled();
    await builder.saved();
    await page.reload();
    await expect(page.locator('cn-drive-line')).toContainText('629.9213');
  });

  test('and is asked before two tabs overwrite each other', async ({ page, context }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Two tabs');
    await builder.describeScrewAxis();
    const other = await context.newPage();
    await other.goto(page.url());
    await other.getByRole('button', { name: /^Screw/ }).click();
    await other.getByLabel('Thread pitch', { exact: true }).fill('5 mm');
    await expect(other.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
    await builder.station('Screw');
    await builder.fill('Thread pitch', '2 mm');
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('Changed in two places');
    await expect(dialog).toContainText('pitch 5 mm');
    await dialog.getByRole('button', { name: 'Keep what is here' }).click();
    await builder.saved();
    await other.reload();
    await expect(other.locator('cn-drive-line')).toContainText(/[^\d]2\s*mm\/turn/);
  });

  test('keeps what was typed while the server is away', async ({ page, context }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Storm slide');
    await context.setOffline(true);
    await builder.station('Motor');
    await builder.fill('Step angle', '0.9');
    await expect(page.getByRole('status').filter({ hasText: 'not saved, trying again' })).toBeVisible();
    await context.setOffline(false);
    await builder.saved();
    await page.reload();
    await expect(page.locator('cn-drive-line')).toContainText('0.9');
  });

  test('in millimetres or inches, by day or night, wherever it is opened', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Inch slide');
    await builder.describeScrewAxis();
    await page.getByRole('button', { name: 'inch', exact: true }).click();
    await expect(page.locator('cn-drive-line')).toContainText('16 000 steps/in'.replace(' ', '\u202f'));
    await page.getByRole('button', { name: 'night', exact: true }).click();
    await page.evaluate(() => localStorage.clear());
    await page.reload();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
    await expect(page.locator('cn-drive-line')).toContainText('steps/in');
    await page.getByRole('button', { name: 'mm', exact: true }).click();
    await page.getByRole('button', { name: 'day', exact: true }).click();
    await expect(page.locator('cn-drive-line')).toContainText('629.9213 steps/mm');
  });

  test('with a name that tries to be a program, which stays a name', async ({ page }) => {
    const name = '<img src=x onerror=alert(1)>';
    let isAlerted = false;
    page.on('dialog', (dialog) => {
      isAlerted = true;
      void dialog.dismiss();
    });
    const builder = new Builder(page);
    await builder.makeMachine(name);
    await expect(page.getByRole('banner')).toContainText(name);
    await page.goto('/');
    await expect(page.getByRole('link', { name })).toBeVisible();
    expect(isAlerted).toBe(false);
    expect(await page.locator('img').count()).toBe(0);
  });

  test('and a part with a name of 120 characters, which breaks no layout', async ({ page }) => {
    const builder = new Builder(page);
    const long = `Motor${'W'.repeat(115)}`;
    expect(long.length).toBe(120);
    await builder.makeMachine('Long names');
    await builder.station('Motor');
    await page.getByLabel('Described as').fill(long);
    await builder.saved();
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 800 });
      for (const operation of ['Job', 'Drive lines', 'Wiring', 'Current', 'Sign-off']) {
        await builder.goTo(operation);
        expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), `${operation} at ${width}`).toBeLessThanOrEqual(0);
      }
    }
  });

  test('stamps an operation, and the stamp comes off when what it relied on changes', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Stamped slide');
    await builder.describeScrewAxis();
    await page.getByRole('button', { name: 'Stamp drive lines' }).click();
    await expect(page.getByText(/^Operation 20 Stamped/i)).toBeVisible();
    await builder.station('Screw');
    await builder.fill('Thread pitch', '16tpi');
    await expect(page.getByRole('complementary', { name: 'Route card' })).toContainText('X transmission was kind screw, pitch 20 tpi');
  });
});

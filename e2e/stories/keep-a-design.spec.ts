import { expect, test } from '../story';
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
    // Here it cannot be saved for a while, and there it can.
    await page.route('**/api/machines/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    );
    await builder.station('Screw');
    await builder.fill('Thread pitch', '2 mm');
    await expect(page.getByRole('alert').filter({ hasText: 'kept in this browser too' })).toBeVisible();
    await other.getByRole('button', { name: /^Screw/ }).click();
    await other.getByLabel('Thread pitch', { exact: true }).fill('5 mm');
    await expect(other.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
    await page.unroute('**/api/machines/*');
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('Changed in two places');
    await expect(dialog).toContainText('X, transmission, pitch was 2 mm, is 5 mm');
    await dialog.getByRole('button', { name: 'Keep what is here' }).click();
    await builder.saved();
    // The other tab takes up by itself what was saved here.
    await expect(other.locator('cn-drive-line')).toContainText(/[^\d]2\s*mm\/turn/);
    await expect(other.getByText('Changed in another tab, and taken up here.')).toBeVisible();
  });

  test('and loses nothing by leaving at once, closing the tab, or an answer that never came', async ({
    page,
    context,
  }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Hasty slide');
    await builder.describeScrewAxis();
    const address = page.url();
    await builder.station('Screw');
    await page.getByLabel('Thread pitch', { exact: true }).fill('3 mm');
    await page.getByRole('link', { name: 'Crisp Notch, all machines' }).click();
    await page.getByRole('link', { name: 'Hasty slide' }).click();
    await expect(page.locator('cn-drive-line')).toContainText(/[^\d]3\s*mm\/turn/);
    await builder.station('Screw');
    await page.getByLabel('Thread pitch', { exact: true }).fill('6 mm');
    await page.close({ runBeforeUnload: true });
    const again = await context.newPage();
    await again.goto(address);
    await expect(again.locator('cn-drive-line')).toContainText(/[^\d]6\s*mm\/turn/);
    await expect(again.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
    // The server takes it, and its answer is lost: no conflict with oneself.
    let lost = 0;
    await again.route('**/api/machines/*', async (route) => {
      if (route.request().method() !== 'PUT' || lost > 0) return route.continue();
      lost += 1;
      await route.fetch();
      return route.abort();
    });
    await again.getByRole('button', { name: /^Screw/ }).click();
    await again.getByLabel('Thread pitch', { exact: true }).fill('7 mm');
    await expect(again.getByRole('status').filter({ hasText: 'not saved, trying again' })).toBeVisible();
    await expect(again.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
    expect(lost).toBe(1);
    await expect(again.getByRole('dialog')).toBeHidden();
    const other = await context.newPage();
    await other.goto(address);
    await expect(other.locator('cn-drive-line')).toContainText(/[^\d]7\s*mm\/turn/);
  });

  test('and is asked before leaving what the server could not take, which is taken up on return', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Stranded slide');
    await page.route('**/api/machines/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    );
    await builder.station('Motor');
    await builder.fill('Step angle', '0.9');
    await expect(page.getByRole('alert').filter({ hasText: 'kept in this browser too' })).toBeVisible();
    await page.getByRole('link', { name: 'Crisp Notch, all machines' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Stay here' }).click();
    await expect(page.locator('cn-drive-line')).toBeVisible();
    await page.getByRole('link', { name: 'Crisp Notch, all machines' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Leave', exact: true }).click();
    await expect(page.getByText('has changes that only this browser keeps')).toBeVisible();
    await page.unroute('**/api/machines/*');
    await page.getByRole('link', { name: 'Stranded slide' }).click();
    await expect(page.getByText('is taken up again')).toBeVisible();
    await builder.saved();
    await expect(page.locator('cn-drive-line')).toContainText('400 steps per turn');
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
    const kept = page.waitForResponse(/preferences/);
    await page.getByRole('button', { name: 'night', exact: true }).click();
    await kept;
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
        expect(
          await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
          `${operation} at ${width}`,
        ).toBeLessThanOrEqual(0);
      }
    }
  });

  test('takes a machine away with its history, is told that it is here already, and brings it in as a second one', async ({
    page,
  }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Travelling slide');
    await builder.describeScrewAxis();
    await page.goto('/');
    const row = page.getByRole('listitem').filter({ hasText: 'Travelling slide' });
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      row.getByRole('button', { name: 'Export Travelling slide' }).click(),
    ]);
    const file = await download.path();
    await page.getByLabel('Machine or kit file').setInputFiles(file);
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('This machine is here already');
    await expect(dialog).toContainText('“Travelling slide”');
    await dialog.getByRole('button', { name: 'Leave it' }).click();
    await expect(row).toHaveCount(1);
    await page.getByLabel('Machine or kit file').setInputFiles(file);
    await dialog.getByRole('button', { name: 'Import it as a second one' }).click();
    await expect(page.locator('cn-drive-line')).toContainText('629.9213');
    await page.goto('/');
    await expect(row).toHaveCount(2);
  });

  test('stamps an operation, and the stamp comes off when what it relied on changes', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Stamped slide');
    await builder.describeScrewAxis();
    await page.getByRole('button', { name: 'Stamp drive lines' }).click();
    await expect(page.getByText(/^Operation 20 Stamped/i)).toBeVisible();
    await builder.station('Screw');
    await builder.fill('Thread pitch', '16tpi');
    await expect(page.getByRole('complementary', { name: 'Route card' })).toContainText(
      'X transmission pitch was 20 tpi',
    );
    // What speaks against a stamp is asked about, and it may be given all the same.
    await builder.goTo('Sign-off');
    await page.getByRole('button', { name: 'Stamp sign-off' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('Operation 40, wiring, is blank.');
    await expect(dialog).toContainText('Operation 20, drive lines, is to look at again.');
    await dialog.getByRole('button', { name: 'Not yet' }).click();
    await expect(page.getByText(/^Operation 80 Not started/i)).toBeVisible();
    await page.getByRole('button', { name: 'Stamp sign-off' }).click();
    await dialog.getByRole('button', { name: 'Stamp it all the same' }).click();
    await expect(page.getByText(/^Operation 80 Stamped/i)).toBeVisible();
  });
});

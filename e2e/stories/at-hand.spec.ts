import { Builder } from '../builder';
import { expect, test } from '../story';

test.describe('what is always at hand', () => {
  test('bench sums: one pace in every way of saying it, steps and lengths, an arm on a scale', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Sums');
    await builder.describeScrewAxis();
    await page.keyboard.press('Escape');
    await page.locator('h1').first().click({ force: true });
    await page.keyboard.press('b');
    const sums = page.getByRole('region', { name: 'Bench sums' });
    // 1.8° in quarter steps on 20 threads per inch: 800 steps per turn of 1.27 mm.
    await sums.getByLabel('Turns of the motor', { exact: true }).fill('300 rpm');
    await expect(sums.getByLabel('Pulse rate', { exact: true })).toHaveValue('4000');
    await expect(sums.getByLabel('Speed', { exact: true })).toHaveValue('6.35');
    await expect(sums.getByLabel('Wait for each step', { exact: true })).toHaveValue('250');
    await expect(sums.getByLabel('Wait after each edge', { exact: true })).toHaveValue('125');
    await sums.getByLabel('Wait after each edge', { exact: true }).fill('250 µs');
    await expect(sums.getByLabel('Turns of the motor', { exact: true })).toHaveValue('150');
    await sums.getByLabel('Steps', { exact: true }).fill('-2000');
    await expect(sums).toContainText('−3.175 mm, −2.5 turns of the motor');
    await sums.getByLabel('Length to go', { exact: true }).fill('10 mm');
    await expect(sums).toContainText('6299 steps; rounding is off by');
    await sums.getByLabel('Arm', { exact: true }).fill('100 mm');
    await sums.getByLabel('Scale shows', { exact: true }).fill('0.45 kg');
    await expect(sums).toContainText('Torque 0.4413 N·m');
    await page.keyboard.press('Escape');
    await expect(sums).toHaveCount(0);
  });

  test('find: a field, a figure, a page and an action by a few letters, with the keys alone', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Found');
    await builder.describeScrewAxis();
    const find = async (words: string): Promise<void> => {
      await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
      await page.keyboard.press('f');
      await page.getByRole('combobox', { name: 'What to find' }).fill(words);
      await expect(page.getByRole('option').first()).toBeVisible();
      await page.keyboard.press('Enter');
      await expect(page.getByRole('combobox', { name: 'What to find' })).toHaveCount(0);
    };
    await find('rotor in');
    await expect(page.getByLabel('Rotor inertia', { exact: true })).toBeFocused();
    await find('tolerance x');
    await expect(page).toHaveURL(/\/job/);
    await find('current 50');
    await expect(page).toHaveURL(/\/current/);
    await find('travel of one microstep');
    await expect(page.getByRole('region', { name: /Travel of one microstep/ })).toBeVisible();
    await find('undo');
    await expect(page.getByText(/Found/).first()).toBeVisible();
    await find('jaw coupling 5 to 8');
    await expect(page.getByRole('searchbox', { name: 'Search the shelf' })).toHaveValue('Jaw coupling, 5 to 8 mm');
  });

  test('a check says how it is opened on a phone: the server of this story listens to itself alone', async ({
    page,
  }) => {
    const builder = new Builder(page);
    await builder.makeMachine('To the phone');
    await builder.describeScrewAxis();
    await builder.startCheck('800, 1600');
    await page.getByRole('button', { name: 'Open on the phone' }).click();
    await expect(page.getByRole('dialog')).toContainText('HOST=0.0.0.0 PASSPHRASE=');
  });

  test('a speed that was asked about is taken into the job as it would be typed', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('link', { name: 'Fret mill' }).first().click();
    const slider = page.getByLabel('What if faster');
    await slider.fill('70');
    await expect(page.getByRole('status').filter({ hasText: 'it gives' })).toContainText('margin');
    await page.getByRole('button', { name: 'Ask for this speed' }).click();
    await page.goto(page.url().replace(/drive-lines.*/, 'job'));
    await expect(page.getByLabel('Speed of X', { exact: true })).toHaveValue('70');
  });

  test('undo says what it takes back', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Taken back');
    await builder.describeScrewAxis();
    await builder.station('Motor');
    await builder.fill('Step angle', '0.9 deg');
    const card = page.getByRole('complementary').first();
    await expect(card).toContainText('step angle was 1.8 °, is 0.9 °');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByLabel('Step angle', { exact: true })).toHaveValue('1.8');
  });
});

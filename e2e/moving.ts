import { expect, type Locator, type Page } from './story';

/** The card of a step. */
export const step = (page: Page, name: string | RegExp): Locator =>
  page.locator('cn-step-card').filter({ hasText: name });

/** Nothing moves any more, and the next thing can be asked for. */
export async function rested(page: Page): Promise<void> {
  // What was pressed last has been drawn.
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  await expect(page.locator('cn-step-card button[aria-keyshortcuts="1"]').first()).toBeEnabled({ timeout: 60_000 });
}

/**
 * A page that a busy computer kept waiting for a second is one that hangs, to the controller: what came to rest for it is
 * sent again, as a builder would.
 */
async function sendAgain(page: Page): Promise<void> {
  if (!(await page.getByText('It came to rest by itself').isVisible())) return;
  await page.keyboard.press('Enter');
  await rested(page);
}

/** The step is done by its main button, as often as it has acts, and its first sight is told. */
export async function doStep(page: Page, name: string, acts: number): Promise<void> {
  await expect(step(page, name)).toBeVisible();
  for (let act = 0; act < acts; act += 1) {
    await rested(page);
    await page.keyboard.press('Enter');
    await rested(page);
    await sendAgain(page);
  }
  await rested(page);
  await page.keyboard.press('1');
  await expect(step(page, name)).toBeHidden();
}

/** From the list that was ticked to the proof of its microsteps, by keys. */
export async function toTheProof(page: Page, letter: string, isFirst: boolean): Promise<void> {
  await page.keyboard.press(letter.toLowerCase());
  await expect(page.getByRole('region', { name: `Steps of ${letter}` })).toBeVisible();
  await doStep(page, 'Power-up list ticked', 0);
  if (isFirst) {
    await expect(page.locator('cn-step-card').getByRole('button', { name: 'Power on' })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page.getByText('● powered')).toBeVisible();
  }
  await doStep(page, 'Holds when pushed by hand', 1);
  await doStep(page, 'One turn forward, one turn back', 2);
  await doStep(page, 'Runs the way the drawing says', 1);
  await doStep(page, 'Two half turns', 2);
  await doStep(page, 'Counts prove the microsteps', 1);
}

/** From the list that was ticked to the fence, by keys. */
export async function toTheFence(page: Page, letter: string, isFirst: boolean): Promise<void> {
  await toTheProof(page, letter, isFirst);
  await doStep(page, 'Finds home', 1);
  await expect(step(page, 'Home again, five times')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(async () => {
    await sendAgain(page);
    await expect(step(page, 'Soft limits')).toBeVisible();
  }).toPass({ timeout: 180_000 });
  await page.keyboard.press('Enter');
  await expect(step(page, 'Jog with the arrow keys')).toBeVisible();
}

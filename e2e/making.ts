import type { Builder } from './builder';
import { choose } from './choose';
import { expect, type Page } from './story';

/** A part of the shelf into the open station. */
async function fromShelf(page: Page, kind: string, part: RegExp): Promise<void> {
  await page.getByRole('combobox', { name: new RegExp(`Choose a ${kind}`) }).click();
  await page.getByRole('option', { name: part }).click();
  await expect(page.locator('cn-drive-line')).toContainText(new RegExp(part.source.replace(/^\^/, '')));
}

/** The axis is opened, whichever was before. */
async function openAxis(page: Page, letter: string): Promise<void> {
  const closed = page.getByRole('button', { name: `Open axis ${letter}` });
  if ((await closed.count()) > 0) await closed.click();
  await expect(page.getByRole('group', { name: `Stations of ${letter}` })).toBeVisible();
}

/** Job said: every guess of every axis is confirmed. */
export async function sayTheJob(page: Page, letters: readonly string[]): Promise<void> {
  for (const letter of letters)
    await page.getByRole('button', { name: new RegExp(`^Confirm .* of ${letter}$`) }).click();
  await page.getByRole('button', { name: /^Stamp job/ }).click();
  await expect(page.getByText(/^Operation 10 Stamped/i)).toBeVisible();
}

/** Parts for every axis, and a verdict on each. */
export async function judgeTheDesign(
  page: Page,
  builder: Builder,
  screws: readonly string[],
  racks: readonly string[] = [],
): Promise<void> {
  await builder.station('Supply');
  await builder.fill('Voltage', '36 V');
  for (const letter of [...screws, ...racks]) {
    await openAxis(page, letter);
    await builder.station('Motor');
    await fromShelf(page, 'motor', /^Hybrid motor, 57 mm square, 76 mm long, 4-lead/);
    await builder.station('Driver');
    await fromShelf(page, 'driver', /^Boxed chopper driver/);
    await choose(page.getByLabel('Microsteps', { exact: true }), /^1\/8 step/);
    await builder.station(racks.includes(letter) ? 'Rack' : 'Screw');
    if (racks.includes(letter)) {
      await builder.fill('Module', '1 mm');
      await builder.fill('Pinion teeth', '20');
    } else {
      await builder.fill('Thread pitch', '5 mm');
      await builder.fill('Outside diameter', '16 mm');
      await builder.fill('Between bearings', '450 mm');
    }
    await builder.saved();
  }
  const lines = page.getByRole('group', { name: 'Axes' }).getByRole('button');
  for (const line of await lines.all()) await expect(line).not.toHaveAccessibleName(/not known yet|Still needed/i);
}

/** Set: each limit as it is advised for its motor. */
export async function setLimits(page: Page, letters: readonly string[], limit: string): Promise<void> {
  for (const letter of letters) {
    await page.getByLabel(`Limit, crest of ${letter}`, { exact: true }).fill(limit);
    await page.keyboard.press('Enter');
  }
}

/** A check by hand of one of the axes that finds it true. */
export async function findTrue(
  page: Page,
  builder: Builder,
  said: { readonly letters: readonly string[]; readonly moved: string; readonly moves: string },
  reads: readonly string[],
): Promise<void> {
  await builder.goTo('Checks');
  if (said.letters.length > 1) await page.getByRole('button', { name: said.moved, exact: true }).click();
  await page.getByLabel('Moves, in microsteps').fill(said.moves);
  await page.getByRole('button', { name: /^Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Readings' })).toBeVisible();
  await builder.read(...reads);
  await expect(page.locator('.verdict-card')).toContainText('● True');
}

/** The record: on the card, with what can hurt at this kind, and stamped. */
export async function signOff(page: Page, builder: Builder, caution: RegExp): Promise<void> {
  await builder.goTo('Sign-off');
  await expect(page.locator('main')).toContainText(caution);
  await expect(page.locator('main')).toContainText('● True');
  await page.getByRole('button', { name: 'Stamp sign-off' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Stamp it all the same' }).click();
  await expect(page.getByText(/^Operation 80 Stamped/i)).toBeVisible();
}

import type { Machine } from '@crisp-notch/core/machine';
import { choose } from '../choose';
import { asDelivered } from '../demo';
import { expect, test, type Page } from '../story';

/** A copy of the mill of one's own, with something hidden in the rig of its X. */
async function hidden(page: Page, called: string, fault: RegExp): Promise<void> {
  const document = { ...((await asDelivered(page, 'Fret mill')) as Machine), name: called };
  const made = await page.request.post('/api/machines', { data: { document } });
  expect(made.status()).toBe(201);
  await page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/moves`);
  await page.getByText('Practise with something wrong').click();
  await choose(page.locator('cn-practice').getByRole('combobox'), fault);
  // Within the page, so that the rig with its fault stays.
  await page
    .getByRole('navigation', { name: 'Operations' })
    .getByRole('link', { name: /Checks/ })
    .click();
}

const card = (page: Page) => page.getByRole('region', { name: 'Diagnosis of X' });

/** Does what the page asks for, once: measures it on the rig and comes back. */
async function measureOnce(page: Page): Promise<void> {
  await card(page).getByRole('button', { name: 'Measure it on the rig' }).click();
  const run = page.getByRole('region', { name: 'Let it run' });
  const words = run.getByRole('status');
  const take = run.getByRole('button', { name: 'Take it' });
  // What is grossly off is asked about each time: it stands still and is looked at, so it is taken.
  await expect(async () => {
    if (await take.isVisible()) await take.click();
    await expect(words).toHaveText(/^All places were read\.$|end of its range/, { timeout: 400 });
  }).toPass({ timeout: 150_000 });
  await page.getByRole('link', { name: 'All checks' }).click();
  await expect(card(page).locator('.big')).toBeVisible({ timeout: 60_000 });
}

/** Follows only what the page asks for until it tells what is wrong. @returns how many measurements that took */
async function followed(page: Page, told: RegExp, most: number): Promise<number> {
  for (let measured = 1; measured <= most; measured += 1) {
    await measureOnce(page);
    const statement = (await card(page).locator('.big').innerText()).replace(/\s/g, ' ');
    if (!/^(One thing is|Two things are) wrong/.test(statement)) continue;
    await expect(card(page).locator('.told').first()).toHaveText(told);
    return measured;
  }
  throw new Error(`not told after ${most} measurements: ${await card(page).innerText()}`);
}

// The best path: one that a hand who knew the answer would take, and two measurements more at most.
const HIDDEN: readonly (readonly [words: string, fault: RegExp, told: RegExp, best: number])[] = [
  ['a worn nut', /^X: the nut, belt or gear has worn/, /The nut, belt or gear has play\./, 2],
  ['a soft coupling', /^X: the coupling or belt is soft/, /soft and winds up\./, 2],
  ['a bent screw', /^X: the screw is bent/, /The screw is bent or drunken/, 1],
  ['an indicator that stands aslant', /^the indicator stands aslant/, /The indicator stands aslant/, 2],
  ['a jumper without contact', /^X: a microstep jumper/, /The driver runs four times coarser/, 2],
];

for (const [words, fault, told, best] of HIDDEN)
  test(`following only what is asked finds ${words}`, async ({ page }) => {
    test.slow();
    await hidden(page, `Hidden: ${words}`, fault);
    expect(await followed(page, told, best + 2)).toBeLessThanOrEqual(best + 2);
  });

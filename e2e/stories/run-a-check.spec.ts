import type { Machine } from '@crisp-notch/core/machine';
import { choose } from '../choose';
import { asDelivered } from '../demo';
import { expect, test, type Page } from '../story';

/** A copy of the mill of one's own, opened at a page. */
async function openMill(page: Page, called: string, at: string): Promise<void> {
  const document = { ...((await asDelivered(page, 'Fret mill')) as Machine), name: called };
  const made = await page.request.post('/api/machines', { data: { document } });
  expect(made.status()).toBe(201);
  await page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/${at}`);
}

async function startCheck(page: Page, moves: string): Promise<void> {
  await page.getByLabel('Moves, in microsteps').fill(moves);
  await page.getByRole('button', { name: /^Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Readings' })).toBeVisible();
}

const running = (page: Page) => page.getByRole('region', { name: 'Let it run' });
/** Texts of the readings that were kept. */
const kept = async (page: Page): Promise<readonly string[]> => {
  const answer = await page.request.get(page.url().replace(/\/machines\//, '/api/machines/'));
  const { readings } = (await answer.json()) as { readonly readings: readonly { readonly text: string }[] };
  return readings.map(({ text }) => text);
};

test('a check runs itself on the rig from one button, with the stop in sight', async ({ page }) => {
  await openMill(page, 'Runs itself', 'checks');
  await startCheck(page, '800, 1100, 1700');
  await running(page).getByRole('button', { name: 'Run it on the rig' }).click();
  await expect(page.getByRole('button', { name: /^Stop/ })).toBeVisible();
  await expect(running(page).getByRole('progressbar')).toBeVisible();
  await expect(running(page).getByRole('status')).toHaveText('All places were read.', { timeout: 90_000 });
  // 200 microsteps a millimetre, and back at zero, to some digits of the rig's dial.
  await expect.poll(async () => (await kept(page)).length).toBe(4);
  const read = (await kept(page)).map((text) => Number.parseFloat(text));
  for (const [place, meant] of [4, 5.5, 8.5, 0].entries())
    expect(Math.abs((read[place] ?? NaN) - meant)).toBeLessThan(0.1);
  await expect(page.locator('.verdict-card')).not.toContainText('readings to take');
  // It is practice: the axis is no truer for it.
  await expect(page.locator('.verdict-card')).toContainText('Practice on the rig, which says nothing of the machine.');
  await page.getByRole('link', { name: 'All checks' }).click();
  await expect(page.getByRole('row', { name: /^Step check on X/ }).first()).toContainText('(on the rig)');
  await expect(page.getByRole('navigation', { name: 'Operations' })).toContainText('0 of 3 true');
});

test('with readings by hand it waits at each place for what is typed, and is ended between two', async ({ page }) => {
  await openMill(page, 'Read by hand', 'checks');
  await startCheck(page, '800, 1100, 1700');
  await choose(running(page).getByRole('combobox', { name: 'Who reads' }), 'I read and type');
  await running(page).getByRole('button', { name: 'Run it on the rig' }).click();
  await running(page).getByRole('button', { name: 'It is at zero: go on' }).click({ timeout: 60_000 });
  for (const [place, shown] of ['4', '5.51'].entries()) {
    await expect(running(page).getByRole('status')).toHaveText(
      new RegExp(`^It stands at ${['4', '5.5'][place] ?? ''}\\smm: read it and type it below`),
      { timeout: 60_000 },
    );
    await page.getByLabel(new RegExp(`^Reading ${place + 1},`)).fill(shown);
    await page.keyboard.press('Enter');
  }
  await expect(running(page).getByRole('status')).toHaveText(/^It stands at 8\.5\smm/, { timeout: 60_000 });
  await running(page).getByRole('button', { name: 'End it' }).click();
  await expect(running(page).getByRole('button', { name: 'Run it on the rig' })).toBeVisible();
  await expect.poll(() => kept(page)).toEqual(['4 mm', '5.51 mm']);
});

test('what cannot be a measurement is asked about before it is taken: a jumper without contact', async ({ page }) => {
  await openMill(page, 'Gross slip', 'moves');
  await page.getByText('Practise with something wrong').click();
  await choose(page.locator('cn-practice').getByRole('combobox'), /^X: a microstep jumper/);
  // Within the page, so that the rig with its fault stays.
  await page
    .getByRole('navigation', { name: 'Operations' })
    .getByRole('link', { name: /Checks/ })
    .click();
  await startCheck(page, '400, 450');
  await running(page).getByRole('button', { name: 'Run it on the rig' }).click();
  const words = running(page).getByRole('status');
  await expect(words).toHaveText(/^It shows [78](\.\d+)?\smm where 2\smm was sent\. Look whether it slipped/, {
    timeout: 90_000,
  });
  expect(await kept(page)).toEqual([]);
  await running(page).getByRole('button', { name: 'Read it again' }).click();
  await expect(words).toHaveText(/where 2\smm was sent/);
  await running(page).getByRole('button', { name: 'Take it' }).click();
  await expect.poll(async () => (await kept(page)).length).toBe(1);
  await expect(words).toHaveText(/where 2\.25\smm was sent/, { timeout: 60_000 });
  await running(page).getByRole('button', { name: 'End it' }).click();
  // Where it does not go as planned, the stop ends it too.
  await running(page).getByRole('button', { name: 'Run it on the rig' }).click();
  await page.getByRole('button', { name: /^Stop/ }).click();
  await expect(words).toHaveText(/stopped|not known|held/i, { timeout: 30_000 });
});

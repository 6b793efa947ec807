import type { Machine } from '@crisp-notch/core/machine';
import { asDelivered } from '../demo';
import { expect, test, type Page } from '../story';

/** What comes from any worker of the page, and what the page asks the server for, each as a text. */
interface Overheard {
  readonly said: () => Promise<readonly string[]>;
  readonly asked: readonly string[];
}

/** Listens where somebody would who looks for the answer in the page. */
async function overhear(page: Page): Promise<Overheard> {
  await page.addInitScript(() => {
    const said: string[] = [];
    Object.assign(window, { overheard: said });
    const { Worker: Original } = window;
    window.Worker = class extends Original {
      constructor(address: string | URL, options?: WorkerOptions) {
        super(address, options);
        this.addEventListener('message', ({ data }) => said.push(JSON.stringify(data)));
      }
    };
  });
  const asked: string[] = [];
  page.on('request', (request) => asked.push(`${request.method()} ${request.url()} ${request.postData() ?? ''}`));
  return {
    said: async () =>
      await page.evaluate(() => (window as unknown as { readonly overheard: readonly string[] }).overheard),
    asked,
  };
}

/** Everything that the main thread has in its memory. */
async function memoryOf(page: Page): Promise<string> {
  const inspector = await page.context().newCDPSession(page);
  const chunks: string[] = [];
  inspector.on('HeapProfiler.addHeapSnapshotChunk', ({ chunk }) => chunks.push(chunk));
  await inspector.send('HeapProfiler.takeHeapSnapshot', { reportProgress: false });
  await inspector.detach();
  return chunks.join('');
}

/**
 * What the workers of this page draw by chance is said here: the first of everything that there is to draw. The last
 * number, by which the rig of the best path scatters, is another each time.
 */
async function drawFirst(page: Page): Promise<void> {
  await page.route('**/worker-*.js', async (route) => {
    const answer = await route.fetch();
    const drawing = 'crypto.getRandomValues = (numbers) => (numbers.fill(1).fill(Date.now(), -1), numbers);';
    const body = `${drawing}\n${await answer.text()}`;
    await route.fulfill({ response: answer, body });
  });
}

const measured = (page: Page) => page.locator('cn-measured');

async function begin(page: Page, level: string): Promise<void> {
  await page.goto('/training');
  await page.getByRole('button', { name: `Begin ${level}` }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Fret-slotting router, X' })).toBeVisible();
}

/** Measures what a sentence begins with. @returns the measurement that came of it */
async function measure(page: Page, sentence: string): Promise<ReturnType<typeof measured>> {
  const count = await measured(page).count();
  await page.getByRole('tab', { name: 'Measure' }).click();
  await page
    .getByRole('list', { name: 'Measurements' })
    .getByRole('listitem')
    .filter({ hasText: sentence })
    .getByRole('button', { name: 'Measure' })
    .click();
  await expect(measured(page)).toHaveCount(count + 1, { timeout: 90_000 });
  return measured(page).first();
}

async function repair(page: Page, words: string): Promise<void> {
  await page.getByRole('tab', { name: 'Repair' }).click();
  await page
    .getByRole('list', { name: 'Repairs' })
    .getByRole('listitem')
    .filter({ hasText: words })
    .getByRole('button', { name: 'Repair' })
    .click();
  await expect(page.getByText(`Repaired ${words}`).first()).toBeVisible();
}

/** Whether the page would ask before it is left. */
const asksBeforeLeaving = (page: Page): Promise<boolean> =>
  page.evaluate(() => !dispatchEvent(new Event('beforeunload', { cancelable: true })));

async function finish(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Finish' }).click();
  await expect(page.getByRole('heading', { name: 'The best path' })).toBeVisible({ timeout: 120_000 });
}

const PLACES = 'Send it to a few places from both sides, twice';

test('each level is gone through, from what is wrong to where it is right, and the results are kept', async ({
  page,
}) => {
  test.slow();
  await drawFirst(page);
  await begin(page, 'One plain fault');
  let shown = await measure(page, PLACES);
  await expect(shown).toContainText('came to the end of its range');
  expect(await asksBeforeLeaving(page)).toBe(true);
  await repair(page, 'Seat the microstep jumpers');
  await expect(await measure(page, PLACES)).toContainText('True');
  await finish(page);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('100 of 100');
  await expect(page.locator('main')).toContainText('a microstep jumper makes no contact');

  await begin(page, 'Two that look alike');
  shown = await measure(page, PLACES);
  await expect(shown.getByRole('row', { name: /^Reversal/ })).toContainText('−0.3');
  shown = await measure(page, 'With the motor holding, push it lightly and heavily');
  await shown.getByText(/readings$/).click();
  await expect(shown.getByRole('row', { name: /pushed with/ }).first()).toBeVisible();
  // A coupling for a nut: it is still not true, and costs half of the points for repairs.
  await repair(page, 'Change the coupling for a stiff one');
  await expect(await measure(page, PLACES)).toContainText('Not true');
  await repair(page, 'Change the nut for a new one');
  await expect(await measure(page, PLACES)).toContainText('True');
  await finish(page);
  await expect(page.locator('main')).toContainText('there is play');
  await expect(page.getByRole('row', { name: /^Unneeded repairs/ })).toContainText('20 of 40');
  await expect(page.locator('main')).toContainText('Repaired without need: the coupling or belt is soft');

  await begin(page, 'Two at once');
  await measure(page, PLACES);
  await page.getByRole('button', { name: 'Ask for a hint' }).click();
  await expect(page.getByText(/^2\. Hint .*push it lightly and heavily/)).toBeVisible();
  await repair(page, 'Change the nut for a new one');
  await expect(await measure(page, PLACES)).toContainText('Not true');
  await repair(page, 'Set the indicator square');
  await expect(await measure(page, PLACES)).toContainText('True');
  await finish(page);
  await expect(page.locator('main')).toContainText('the indicator stands aslant');
  await expect(page.locator('main')).toContainText('and nothing else was touched');
  await expect(page.getByRole('listitem').filter({ hasText: 'of the doubt' }).first()).toBeVisible();

  await expect.poll(() => asksBeforeLeaving(page)).toBe(false);
  await page.reload();
  const rows = page.getByRole('region', { name: 'Results' }).getByRole('row');
  await expect(rows.nth(1)).toContainText('Two at once');
  await expect(rows.nth(3)).toContainText('100');
});

test('what is wrong is nowhere in the page until it is answered: not in what workers say, nor on the network, nor in memory', async ({
  page,
}) => {
  const { said, asked } = await overhear(page);
  await page.goto('/training');
  await page.getByRole('button', { name: 'Begin Two that look alike' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /, [XZ]$/ })).toBeVisible();
  await measure(page, PLACES);
  const [before, requests, memory] = [await said(), asked.length, await memoryOf(page)];
  // Of what can be repaired everything is said alike, of what is wrong nothing.
  expect(before.filter((text) => text.startsWith('{"kind":"began"')).length).toBe(1);
  expect(before.every((text) => /^\{"kind":"(began|progress|measured)"/.test(text))).toBe(true);
  await finish(page);
  const end = (await said()).find((text) => text.startsWith('{"kind":"ended"')) ?? '{}';
  const { key, hidden } = (
    JSON.parse(end) as { readonly ended: { readonly key: string; readonly hidden: readonly { readonly id: string }[] } }
  ).ended;
  expect([key.length, hidden.length]).toEqual([32, 1]);
  const seen = before.filter((text) => !text.startsWith('{"kind":"began"')).join();
  for (const { id } of hidden) expect(seen).not.toContain(id);
  expect(memory).not.toContain(key);
  // The same memory is known to be looked through: what was measured is found in it, and the key once it is told.
  expect(memory).toContain(PLACES);
  expect(await memoryOf(page)).toContain(key);
  // Nothing was sent before the end, and then the result alone.
  expect(asked.slice(0, requests).filter((request) => !request.startsWith('GET '))).toEqual([]);
  await expect.poll(() => asked.slice(requests).filter((request) => request.startsWith('POST ')).length).toBe(1);
});

test('what is hidden for practice in the first moves is known to the rig alone, until it is asked', async ({
  page,
}) => {
  const { said } = await overhear(page);
  const document = { ...((await asDelivered(page, 'Fret mill')) as Machine), name: 'Practised on' };
  const made = await page.request.post('/api/machines', { data: { document } });
  await page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/moves`);
  await page.getByText('Practise with something wrong').click();
  const practice = page.locator('cn-practice');
  await practice.getByRole('button', { name: 'Hide something' }).click();
  await expect(practice).toContainText('something is wrong with the rig');
  await practice.getByRole('button', { name: 'Build the rig anew' }).click();
  await expect(practice).toContainText('something is wrong with the rig');
  const before = (await said()).filter((text) => !text.startsWith('{"kind":"sight"'));
  // It says what could be wrong, all of it, and nothing else.
  for (const text of before) expect(text).toMatch(/^\{"kind":"(opened|line)"/);
  expect((await memoryOf(page)).includes('"kind":"told"')).toBe(false);
  await practice.getByRole('button', { name: 'Tell me what it is' }).click();
  const told = async (): Promise<string> =>
    (await said()).find((text) => text.startsWith('{"kind":"told"')) ?? '{"faults":[]}';
  await expect
    .poll(async () => (JSON.parse(await told()) as { readonly faults: readonly object[] }).faults.length)
    .toBe(1);
});

test('the first lesson takes a newcomer from the demo to a verified axis in less than five minutes', async ({
  page,
}) => {
  const from = Date.now();
  await page.goto('/');
  await page.getByRole('link', { name: 'Training' }).click();
  await page.getByRole('button', { name: 'Begin the first lesson' }).click();
  const strip = page.getByRole('region', { name: 'First lesson' });
  await expect(strip).toContainText('First lesson, 1 of 4');
  await strip.getByRole('button', { name: 'Next' }).click();
  await strip.getByRole('link', { name: 'Go there' }).click();
  await strip.getByRole('button', { name: 'Start the check', exact: true }).click();
  // Found again when the page is opened anew.
  await expect(strip).toContainText('Reading 1 of 5');
  await page.reload();
  for (let number = 1; number <= 5; number += 1) {
    await expect(strip).toContainText(`Reading ${number} of 5: the dial shows`);
    // The second is mistyped at first.
    const shown = await strip.locator('strong').innerText();
    await page.getByLabel(new RegExp(`^Reading ${number},`)).fill(number === 2 ? shown.replace('.', '') : shown);
    await page.keyboard.press('Enter');
    if (number !== 2) continue;
    await expect(strip).toContainText('The axis does not check as true yet. Look for a mistyped reading');
    await page.getByLabel(/^Reading 2,/).fill(shown);
    await page.keyboard.press('Enter');
  }
  await expect(strip).toContainText('X is verified');
  await expect(page.getByRole('navigation', { name: 'Operations' })).toContainText('1 of 1 true');
  expect(Date.now() - from).toBeLessThan(300_000);
  await strip.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('region', { name: 'Results' })).toContainText('First lesson');
  await page.goBack();
  await expect(page.locator('cn-lesson-strip')).toBeEmpty();
});

import { readFileSync } from 'node:fs';
import { choose } from '../choose';
import { asDelivered, type DemoName } from '../demo';
import { expect, test, type Page } from '../story';

/** A copy of a demo machine of one's own, as it is delivered, opened at its checks. */
async function openChecks(page: Page, name: DemoName, called: string): Promise<void> {
  const document = { ...(await asDelivered(page, name)), name: called };
  const made = await page.request.post('/api/machines', { data: { document } });
  expect(made.status()).toBe(201);
  await page.goto(`/machines/${((await made.json()) as { readonly id: string }).id}/checks`);
  await expect(page.getByRole('heading', { name: 'Checks', level: 1 })).toBeVisible();
}

/** What is read at a place, by the cells before it. */
type Read = (cells: readonly string[], index: number) => string;
/** A cell as a number, the thin spaces between its thousands left out. */
const number = (text = ''): number => Number(text.replace(/[\s\u202f]/g, '').replace('−', '-'));
const near = (index: number, step: number): number => step * ((index * 7) % 5) - 2 * step;

interface Told {
  readonly machine: DemoName;
  readonly axis: string;
  readonly read: Read;
  readonly says: RegExp;
}

/** Every question of the library, asked of a machine that can be asked it. */
const LIBRARY: Readonly<Record<string, Told>> = {
  Positioning: {
    machine: 'Fret mill',
    axis: 'X',
    read: ([run, , should], index) =>
      (number(should) + (run?.endsWith('↓') ? 0.011 : 0) + near(index, 0.001)).toFixed(3),
    says: /A is 0\.0\d+\smm/,
  },
  'Return and endurance': { machine: 'Fret mill', axis: 'X', read: () => '0.00', says: /shows 99 of 100 moves/ },
  'Periodic error': {
    machine: 'Fret mill',
    axis: 'X',
    read: ([, , should], index) => (number(should) + 0.1 * Math.sin((2 * Math.PI * index) / 12)).toFixed(3),
    says: /comes back with a turn of the screw/,
  },
  'Speed by counts and time': {
    machine: 'Fret mill',
    axis: 'X',
    read: (_, index) => `${(10.01 + near(index, 0.01)).toFixed(2)} s`,
    says: /(faster|slower) than told/,
  },
  'Torque by arm and scale': {
    machine: 'Fret mill',
    axis: 'X',
    read: (_, index) => `${410 + index} g`,
    says: /It gives way at/,
  },
  'Squareness by diagonals': {
    machine: 'Fret mill',
    axis: 'X',
    read: ([, which], index) => (which?.startsWith('front left') ? 517.1 : 515.2 + near(index, 0.1)).toFixed(1),
    says: /Out of square by/,
  },
  'Gantry racking': {
    machine: 'Fret mill',
    axis: 'Y',
    read: ([, side, at], index) => (number(at) + (side === '1' ? 0.8 : 0) + near(index, 0.05)).toFixed(2),
    says: /The sides are at most/,
  },
  'Rails parallel': {
    machine: 'Fret mill',
    axis: 'Y',
    read: ([, at], index) => (118.2 + 0.0004 * number(at) + near(index, 0.01)).toFixed(2),
    says: /The gap differs by at most/,
  },
  'Bed flatness by a grid': {
    machine: 'Fret mill',
    axis: 'X',
    read: ([along, across]) => (2 + 0.001 * number(along) - 0.0005 * number(across)).toFixed(2),
    says: /out of flat/,
  },
  'Frame flatness by crossed strings': {
    machine: 'Fret mill',
    axis: 'X',
    read: (_, index) => `${(1.1 + 0.1 * index).toFixed(1)} mm`,
    says: /One corner is out by/,
  },
  'Run-out': {
    machine: 'Clock-wheel table',
    axis: 'A',
    read: ([, at]) => (0.2 + 0.03 * Math.cos((number(at) * Math.PI) / 180 - 1)).toFixed(3),
    says: /It runs out by/,
  },
  'Warm-up drift': {
    machine: 'Fret mill',
    axis: 'Z',
    read: ([, minutes]) => (0.03 * (1 - Math.exp(-number(minutes) / 15))).toFixed(3),
    says: /It drifted by/,
  },
  'Circle division': {
    machine: 'Clock-wheel table',
    axis: 'A',
    read: ([, , should], index) => ((number(should) + near(index, 0.01) + 360) % 360).toFixed(2),
    says: /The largest error of a stop is/,
  },
  'Play at the end of an arm': {
    machine: 'Clock-wheel table',
    axis: 'A',
    read: ([, push], index) => (push === 'light' ? 0.6 + near(index, 0.01) : 0.9 + near(index, 0.01)).toFixed(2),
    says: /is loose/,
  },
  'Turned diameter': {
    machine: 'Pen lathe',
    axis: 'X',
    read: ([, told], index) => (number(told) * 1.001 + near(index, 0.005)).toFixed(2),
    says: /The worst diameter is/,
  },
  'Thread pitch': {
    machine: 'Pen lathe',
    axis: 'Z',
    read: (_, index) => (40.04 + near(index, 0.01)).toFixed(2),
    says: /Over 100 mm it is/,
  },
  'Fed length': {
    machine: 'Ribbon feeder',
    axis: 'U',
    read: ([, told], index) => (0.99 * number(told) + near(index, 0.2)).toFixed(1),
    says: /The worst piece is/,
  },
};

/** Plans a check by what it is called, as its form begins with, and begins it. */
async function plan(page: Page, name: string, axis: string): Promise<void> {
  await page
    .getByRole('radio', { name: axis, exact: true })
    .or(page.getByRole('button', { name: axis, exact: true }))
    .first()
    .click();
  await choose(page.getByLabel('Ask', { exact: true }), new RegExp(`^${name}:`));
  await page.getByRole('button', { name: /^Start the check: \d+ readings?$/ }).click();
  await expect(page.getByRole('heading', { name: 'Readings' })).toBeVisible();
}

/** Types every reading with digits and Enter alone. @param before each one is typed */
async function typeReadings(
  page: Page,
  read: Read,
  before: (index: number) => void = () => undefined,
): Promise<readonly string[]> {
  await expect(page.getByLabel(/^Reading 1,/)).toBeVisible();
  const rows = await page
    .locator('cn-readings-sheet tbody tr')
    .evaluateAll((items) =>
      items.map((row) =>
        [...row.querySelectorAll('td')].map((cell) => (cell.querySelector('input') ? null : cell.innerText.trim())),
      ),
    );
  const typed = rows.map((cells, index) => read(cells.slice(0, cells.indexOf(null)) as string[], index));
  await page.getByLabel(/^Reading 1,/).focus();
  for (const [index, text] of typed.entries()) {
    before(index);
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
  }
  return typed;
}

/** What the server keeps of the check that is open. */
async function kept(page: Page): Promise<readonly string[]> {
  const address = page.url().replace('/machines/', '/api/machines/');
  const { readings } = (await (await page.request.get(address)).json()) as {
    readonly readings: readonly { readonly text: string }[];
  };
  return readings.map(({ text }) => text);
}

test.describe('every question of the library', () => {
  for (const [name, { machine, axis, read, says }] of Object.entries(LIBRARY))
    test(`${name}: is planned, read with the keys, judged, and printed as a record`, async ({ page }) => {
      await openChecks(page, machine, `${name} of its own`);
      await plan(page, name, axis);
      const typed = await typeReadings(page, read);
      await expect(page.locator('.verdict-card')).toContainText(says);
      await expect.poll(async () => (await kept(page)).length).toBe(typed.length);
      await expect(page.getByRole('region', { name: 'What it comes to' })).toBeVisible();
      await expect(page.locator('cn-chart svg')).toBeVisible();
      await page.emulateMedia({ media: 'print' });
      // Paper has its own width, and no script is asked before it is laid out.
      const drawn = await page.evaluate(() => {
        const chart = document.querySelector<HTMLElement>('cn-chart .canvas');
        chart?.style.setProperty('width', '400px');
        const { width, height } = chart?.querySelector('svg')?.getBoundingClientRect() ?? { width: 0, height: 0 };
        const box = chart?.getBoundingClientRect().height ?? 0;
        chart?.style.removeProperty('width');
        return { width, height, box };
      });
      expect(drawn.width).toBeLessThanOrEqual(400);
      expect(drawn.height).toBeGreaterThan(80);
      // Nothing stands over what comes below it.
      expect(drawn.box).toBeGreaterThanOrEqual(drawn.height);
      const pages = (await page.pdf({ format: 'A4' })).toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? [];
      expect(pages.length).toBeGreaterThan(0);
      expect(pages.length).toBeLessThanOrEqual(4);
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
      ).toBeLessThanOrEqual(0);
    });

  test('none is offered that the axis cannot be asked', async ({ page }) => {
    await openChecks(page, 'Fret mill', 'What X can be asked');
    const names = async (axis: string): Promise<readonly string[]> => {
      await page
        .getByRole('radio', { name: axis, exact: true })
        .or(page.getByRole('button', { name: axis, exact: true }))
        .first()
        .click();
      await page.getByLabel('Ask', { exact: true }).click();
      await expect(page.getByRole('option').first()).toBeVisible();
      const options = await page.getByRole('option').allInnerTexts();
      await page.keyboard.press('Escape');
      await expect(page.getByRole('option')).toHaveCount(0);
      return options.map((text) => text.replace(/:.*/s, '').trim());
    };
    const ofX = await names('X');
    expect(ofX).toContain('Positioning');
    for (const other of ['Circle division', 'Gantry racking', 'Turned diameter', 'Thread pitch', 'Fed length'])
      expect(ofX).not.toContain(other);
    expect(await names('Y')).toContain('Gantry racking');
  });
});

test('a hundred readings are typed with the keys alone and kept as they were typed, the server killed in between', async ({
  page,
  stand,
}) => {
  await openChecks(page, 'Fret mill', 'A hundred readings');
  await choose(page.getByLabel('Ask', { exact: true }), /^Positioning:/);
  await page.getByLabel('Runs', { exact: true }).fill('10');
  await page.getByRole('button', { name: 'Start the check: 100 readings' }).click();
  await expect(page.getByRole('heading', { name: 'Readings' })).toBeVisible();
  const began = Date.now();
  const server = (): number => Number(readFileSync(stand.serverProcess, 'utf8'));
  const first = server();
  const typed = await typeReadings(
    page,
    ([, , should], index) => (number(should) + near(index, 0.002)).toFixed(3),
    (index) => {
      if (index === 50) process.kill(first, 'SIGKILL');
    },
  );
  expect(typed.length).toBe(100);
  expect(server()).not.toBe(first);
  await expect.poll(async () => (await kept(page)).length, { timeout: 30_000 }).toBe(100);
  await expect(page.getByText(/Not kept yet/)).toBeHidden();
  process.stdout.write(`a hundred readings: ${((Date.now() - began) / 1000).toFixed(1)} s\n`);
  // Each once, in its place, as it was typed with the unit that was shown.
  const address = page.url().replace('/machines/', '/api/machines/');
  const { readings } = (await (await page.request.get(address)).json()) as {
    readonly readings: readonly { readonly index: number; readonly text: string }[];
  };
  expect([...readings].sort((a, b) => a.index - b.index).map(({ text }) => text)).toEqual(
    typed.map((text) => `${text} mm`),
  );
  await page.reload();
  await expect(page.getByLabel(/^Reading 100,/)).toHaveValue(typed[99] ?? '');
});

test('a correction is applied as a revision, and what it was reckoned to leave is held against the next check', async ({
  page,
}) => {
  await openChecks(page, 'Fret mill', 'Corrected slide');
  await choose(page.getByLabel('Ask', { exact: true }), /^Positioning:/);
  // An instrument that reads the whole way closely enough to tell.
  await choose(page.getByLabel('Choose an instrument from the shelf'), /^Digital slide scale/);
  await page.getByRole('button', { name: /^Start the check/ }).click();
  const read =
    (lost: number): Read =>
    ([run, , should], index) =>
      (number(should) + (run?.endsWith('↓') ? lost : 0) + near(index, 0.004)).toFixed(3);
  await typeReadings(page, read(0.06));
  await page.getByRole('button', { name: /^Take out .* of reversal$/ }).click();
  await expect(page.getByText(/Applied as revision \d/)).toBeVisible();
  await page.getByRole('button', { name: 'Do it again' }).click();
  await expect(page.getByLabel(/^Reading 1,/)).toHaveValue('');
  await typeReadings(page, read(0.001));
  await expect(page.locator('.verdict-card')).toContainText('as reckoned');
  await page.getByRole('link', { name: 'Logbook and revisions' }).click();
  await expect(page.getByRole('region', { name: 'Entries' })).toContainText(/X: Positioning: reversal/);
});

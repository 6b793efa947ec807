import type { Machine } from '@crisp-notch/core/machine';
import { Builder } from '../builder';
import { choose } from '../choose';
import { expect, test, type Locator, type Page } from '../story';

/** Half coils of 1.7 Ω: 1 to 3 about the tap 2, and 4 to 6 about the tap 5; the meter's own leads show 0.2 Ω. */
const COIL_OF = [0, 0, 0, 1, 1, 1];
const PLACE = [-1, 0, 1, -1, 0, 1];

/** What a meter shows between two leads, by their names; null: open. */
function meter(one: string, other: string): string | null {
  const [a, b] = [Number(one) - 1, Number(other) - 1];
  if (other === 'the case' || COIL_OF[a] !== COIL_OF[b]) return null;
  return (Math.abs((PLACE[a] ?? 0) - (PLACE[b] ?? 0)) * 1.7 + 0.2).toFixed(2);
}

async function sixLeads(page: Page, name: string): Promise<void> {
  const builder = new Builder(page);
  await builder.makeMachine(name);
  const path = `/api/machines/${new URL(page.url()).pathname.split('/')[2] ?? ''}`;
  const { document, version } = (await (await page.request.get(path)).json()) as { document: Machine; version: number };
  const axes = document.axes.map((axis) => ({
    ...axis,
    motor: {
      ...axis.motor,
      wiring: 'series',
      specification: { ...axis.motor.specification, leads: 6, quotedFor: 'half' },
    },
  }));
  expect((await page.request.put(path, { data: { version, document: { ...document, axes } } })).ok()).toBe(true);
  await page.goto(page.url().replace(/drive-lines.*/, 'wiring?see=coils'));
  await expect(page.getByRole('heading', { name: /^Motor of/ })).toContainText('6 leads');
}

/** The two leads that are to be read. */
async function asked(section: Locator): Promise<readonly [string, string]> {
  const words = (await section.getByRole('heading').innerText()).replace('tells most', '').trim();
  const [one = '', other = ''] = words.split(' and ');
  return [one, other];
}

/** Goes on by Tab until what is wanted has the keys. */
async function tabTo(page: Page, wanted: Locator): Promise<void> {
  for (let tabs = 0; tabs < 150; tabs += 1) {
    if (await wanted.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('it cannot be reached by Tab');
}

/** What a sound machine shows in a line of the check-off list, typed as it is read. */
async function readLine(page: Page, line: Locator): Promise<void> {
  const words = await line.innerText();
  const box = line.getByRole('checkbox');
  if ((await box.count()) > 0) {
    await tabTo(page, box);
    await page.keyboard.press('Space');
    await expect(box).toBeChecked();
    return;
  }
  const isOpen = words.includes('expects open');
  const wanted = /expects ([\d.]+)/.exec(words)?.[1];
  if (isOpen) {
    await tabTo(page, line.getByRole('button', { name: /^open/ }));
    await page.keyboard.press('Enter');
  } else {
    await tabTo(page, line.getByRole('textbox'));
    await page.keyboard.type(words.includes('below') ? '0.3' : words.includes('above') ? '4700' : (wanted ?? '3.4'));
  }
  await expect(line).toHaveClass(/good/);
}

test('from an unknown motor with six leads to “may be powered”, with the keys alone', async ({ page }) => {
  await sixLeads(page, 'Six leads');
  const section = page.getByRole('region', { name: 'Read two leads' });
  const ohms = section.getByLabel('Ohms');
  await tabTo(page, ohms);
  await expect(ohms).toBeFocused();
  let count = 0;
  for (; count < 21; count += 1) {
    if ((await section.getByRole('heading', { name: 'Nothing more to read' }).count()) > 0) break;
    const [one, other] = await asked(section);
    const value = meter(one, other);
    if (value === null) {
      // A button that cannot be pressed yet is passed over.
      await page.keyboard.press('Tab');
      await page.keyboard.press('Enter');
    } else {
      await page.keyboard.type(value);
      await page.keyboard.press('Enter');
    }
    // What is asked next is another pair, or nothing.
    await expect
      .poll(async () => (await section.getByRole('heading').innerText()).includes(`${one} and ${other}`))
      .toBe(false);
    if (count === 0) await expect(ohms).toBeFocused();
  }
  expect(count).toBeLessThanOrEqual(14);
  const headline = page.locator('cn-coil-finder .headline');
  await expect(headline).toContainText('Taps: 2 and 5');
  await expect(headline).toContainText('All of it agrees');
  const onDriver = page.getByRole('region', { name: 'What follows' });
  await expect(onDriver.getByRole('row', { name: /^2 / })).toContainText('left open');
  await expect(onDriver.getByRole('row', { name: /^5 / })).toContainText('left open');
  // What was read is kept with the machine.
  await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
  await page.reload();
  await expect(headline).toContainText('Taps: 2 and 5');

  // Its leads are in the plan by their names, the taps open.
  await tabTo(page, page.getByRole('tab', { name: 'Coils' }));
  await page.keyboard.press('ArrowLeft');
  const motor = page.getByRole('button', { name: /^Motor X/ });
  await expect(motor).toContainText('2, left open');
  await expect(motor).not.toContainText('?');
  // Line by line, in the order of safe work.
  const list = page.locator('cn-check-list');
  const lines = list.getByRole('listitem');
  await expect(list).toContainText('lines are left');
  const total = await lines.count();
  expect(total).toBeGreaterThan(7);
  for (let place = 0; place < total; place += 1) await readLine(page, lines.nth(place));
  await expect(list.getByRole('status')).toContainText('the motors may be powered');
  await expect(list.getByRole('status')).toContainText('Whether it is safe is seen at the machine');
  await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
  await page.reload();
  await page.getByRole('tab', { name: 'Plan' }).click();
  await expect(list.getByRole('status')).toContainText('the motors may be powered');
});

test('the sequence is stepped through, and a swapped coil turns it the other way', async ({ page }) => {
  const builder = new Builder(page);
  await builder.makeMachine('Step by step');
  await page.goto(page.url().replace(/drive-lines.*/, 'wiring'));
  await page.getByRole('tab', { name: 'Step by step' }).click();
  await choose(page.getByRole('combobox', { name: 'Goes by' }), 'half steps');
  const what = page.locator('cn-sequence');
  await expect(what).toContainText('state 1 of 8');
  await expect(what).toContainText('It turns forward');
  await page.getByRole('button', { name: 'Step on' }).click();
  await expect(what).toContainText('1.414');
  await expect(what).toContainText('45.0 ° electrical');
  await choose(page.getByRole('combobox', { name: 'Wired' }), 'leads of coil A swapped');
  await expect(what).toContainText('It turns backward');
  await page.getByRole('button', { name: 'Run' }).click();
  await expect(what).toContainText(/state [4-8] of 8/);
  await page.getByRole('button', { name: 'Stop' }).click();
});

test('the halves of eight leads are found by ohms, and by trial which of them share a phase', async ({ page }) => {
  const builder = new Builder(page);
  await builder.makeMachine('Eight leads');
  const path = `/api/machines/${new URL(page.url()).pathname.split('/')[2] ?? ''}`;
  const { document, version } = (await (await page.request.get(path)).json()) as { document: Machine; version: number };
  const ohms = { text: '1.4 Ω', from: 'measured', on: '2026-11-03', plusMinus: null };
  const axes = document.axes.map((axis) => ({
    ...axis,
    motor: {
      ...axis.motor,
      wiring: 'parallel',
      specification: { ...axis.motor.specification, leads: 8, quotedFor: 'half' },
    },
    leads: [
      {
        names: ['1', '2', '3', '4', '5', '6', '7', '8'],
        meter: null,
        readings: [0, 2, 4, 6].map((one) => ({ one, other: one + 1, ohms, sense: null, on: null })),
        middles: [],
        order: [],
      },
    ],
  }));
  expect((await page.request.put(path, { data: { version, document: { ...document, axes } } })).ok()).toBe(true);
  await page.goto(page.url().replace(/drive-lines.*/, 'wiring?see=coils'));
  await expect(page.locator('cn-coil-finder .headline')).toContainText('Half coils: 1 and 2');
  for (const [phase, one, other] of [
    ['First phase', '2', '5'],
    ['Second phase', '4', '8'],
  ] as const) {
    await choose(page.getByRole('combobox', { name: `${phase}: one lead in the middle` }), one);
    await choose(page.getByRole('combobox', { name: `${phase}: the other lead in the middle` }), other);
  }
  const onDriver = page.getByRole('region', { name: 'What follows' });
  await expect(onDriver.getByRole('row', { name: /^5 / })).toContainText('A1');
  await expect(onDriver.getByRole('row', { name: /^2 / })).toContainText('A2');
  await expect(onDriver.getByRole('row', { name: /^8 / })).toContainText('B1');
  await page.getByRole('tab', { name: 'Plan' }).click();
  await expect(page.getByRole('button', { name: /^Motor X/ })).not.toContainText('?');
});

test.describe('with a phone in one hand', () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true });

  test('four leads are found by a stiff shaft and a lamp, and a wrong order is told', async ({ page }) => {
    const builder = new Builder(page);
    await builder.makeMachine('Four leads');
    await page.goto(page.url().replace(/drive-lines.*/, 'wiring?see=coils'));
    const section = page.getByRole('region', { name: 'Read two leads' });
    const headline = page.locator('cn-coil-finder .headline');
    await expect(headline).toContainText('Not enough is read yet');
    // Leads 1 and 3 are a coil, 2 and 4 the other.
    const isCoil = (one: string, other: string): boolean => Number(one) % 2 === Number(other) % 2;
    for (let count = 0; count < 8; count += 1) {
      const [one, other] = await asked(section);
      if (other === 'the case') break;
      const before = await page.getByRole('button', { name: /^take back/ }).count();
      await section.getByRole('button', { name: isCoil(one, other) ? 'Shaft stiff' : 'Shaft free' }).tap();
      await expect(page.getByRole('button', { name: /^take back/ })).toHaveCount(before + 1);
      // The order of weighing follows the reading.
      await page.waitForTimeout(150);
      const words = await headline.innerText();
      if (words.includes('1 and 3') && words.includes('2 and 4')) break;
      const next = (await asked(section)).join(' ');
      if (next === `${one} ${other}`) await section.getByRole('button', { name: 'Shaft stiff' }).waitFor();
    }
    await expect(headline).toContainText('1 and 3');
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
});

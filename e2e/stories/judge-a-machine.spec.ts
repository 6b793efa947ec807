import { ALONE, expect, test, type Locator, type Page } from '../story';
import { Builder } from '../builder';
import { choose } from '../choose';

/** Types as a builder does who never touches the mouse: Tab to the next field, then the value. */
async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target).toBeVisible();
  for (let count = 0; count < 120; count += 1) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('the field cannot be reached by Tab');
}

async function typeInto(page: Page, label: string, value: string): Promise<void> {
  await tabTo(page, page.getByLabel(label, { exact: true }));
  await page.keyboard.press('ControlOrMeta+A');
  await page.keyboard.type(value);
}

async function press(page: Page, target: Locator): Promise<void> {
  await tabTo(page, target);
  await page.keyboard.press('Enter');
}

/** Goes to a station of the open line with Tab and arrow keys, and opens it. */
async function toStation(page: Page, label: string): Promise<void> {
  await press(
    page,
    page.getByRole('group', { name: /Stations of/ }).getByRole('button', { name: new RegExp(`^${label}`) }),
  );
}

const MOTOR = [
  ['Step angle', '1.8 deg'],
  ['Holding torque', '0.55 Nm'],
  ['Rated current', '1.5 A'],
  ['Coil resistance', '2.4 ohm'],
  ['Inductance', '4.2 mH'],
  ['Rotor inertia', '77 gcm2'],
] as const;

test.describe('a builder judges a machine', () => {
  test('three axes of a router, from nothing, with the keyboard alone, in under three minutes', async ({ page }) => {
    test.setTimeout(240_000);
    await page.goto('/');
    await expect(page.getByRole('button', { name: 'New machine' })).toBeVisible();
    const start = Date.now();
    await press(page, page.getByRole('button', { name: 'New machine' }));
    await typeInto(page, 'Name', 'Quay router');
    await page.keyboard.press('Enter');
    // The cursor stands in the first field that is asked for; Escape leaves it, so that the page's keys are keys again.
    await expect(page.getByLabel('Step angle', { exact: true })).toBeFocused();
    await page.keyboard.press('Escape');
    await page.keyboard.press('g');
    await page.keyboard.press('1');
    await press(page, page.getByRole('button', { name: /^Fill in the usual values/ }));
    await expect(page.getByLabel(/^Travel of/)).toHaveCount(3);
    for (const letter of ['X', 'Y', 'Z'])
      await press(page, page.getByRole('button', { name: new RegExp(`^Confirm .* of ${letter}$`) }));
    await expect(page.getByText(/Z .*Never reach under a raised axis/)).toBeVisible();

    await page.keyboard.press('g');
    await page.keyboard.press('2');
    await page.waitForURL(/drive-lines/);
    await toStation(page, 'Motor');
    for (const [label, value] of MOTOR) await typeInto(page, label, value);
    await toStation(page, 'Screw');
    await typeInto(page, 'Thread pitch', '4 mm');
    await typeInto(page, 'Starts', '2');
    await typeInto(page, 'Outside diameter', '10 mm');
    await typeInto(page, 'Between bearings', '450 mm');
    await expect(page.locator('cn-drive-line')).toContainText('× at speed');
    for (const letter of ['Y', 'Z']) {
      await press(page, page.getByRole('button', { name: `Open axis ${letter}` }));
      await toStation(page, 'Motor');
      await press(page, page.getByRole('button', { name: 'Take the motor from X' }));
      await toStation(page, 'Screw');
      await press(page, page.getByRole('button', { name: 'Take the transmission from X' }));
    }
    // Z falls on so steep a screw, and is told so; the other lines have a verdict as well.
    await expect(page.locator('cn-drive-line')).toContainText('It falls when the power goes');
    const lines = page.getByRole('group', { name: 'Axes' }).getByRole('button');
    await expect(lines).toHaveCount(3);
    for (const line of await lines.all()) await expect(line).not.toHaveAccessibleName(/not known yet|Still needed/i);
    const seconds = (Date.now() - start) / 1000;
    expect(seconds).toBeLessThan(180);
    await new Builder(page).saved();
  });

  test('12 V become 36 V, and curve, margin and verdict move at once', async ({ page }) => {
    const builder = new Builder(page);
    await wholeAxis(builder);
    await builder.station('Supply');
    await builder.fill('Voltage', '12 V');
    const line = page.locator('cn-drive-line');
    await expect(line.locator('.verdict')).toContainText('Stop: It stalls');
    const curve = (): Promise<string> => page.locator('cn-push-curve cn-chart svg').innerHTML();
    const [before, marginBefore] = [await curve(), await line.locator('.figures').innerText()];
    await builder.fill('Voltage', '36 V');
    await expect(line.locator('.verdict')).not.toContainText('Stop');
    // The chart follows in the frame after the figures.
    await expect.poll(async () => (await curve()) === before).toBe(false);
    expect(await line.locator('.figures').innerText()).not.toBe(marginBefore);
    await expect(page.locator('cn-push-curve')).toContainText('the volts from');
  });

  test('a remedy is tried beside the design, compared, adopted and taken back', async ({ page }) => {
    const builder = new Builder(page);
    await wholeAxis(builder);
    await builder.station('Supply');
    await builder.fill('Voltage', '12 V');
    const judged = page.getByRole('region', { name: 'Findings on X' });
    await judged.getByRole('button', { name: /^try it ?: Feed it 24 V/ }).click();
    const trial = page.getByRole('region', { name: 'What if' });
    await expect(trial).toContainText('Torque margin at speed');
    await expect(trial).toContainText('12 V');
    await expect(page.locator('cn-drive-line')).toContainText('It stalls');
    await trial.getByRole('link', { name: 'Compare it with any other design' }).click();
    await expect(page.getByRole('heading', { name: 'Compare designs' })).toBeVisible();
    await choose(page.getByLabel('beside this'), 'the present design');
    await expect(page.getByText('The two are alike.')).toBeVisible();
    await choose(page.getByLabel('beside this'), 1);
    await expect(page.getByRole('group', { name: 'Differences' })).toContainText('24 V');
    await page.goBack();
    await page.getByRole('button', { name: 'Adopt it' }).click();
    await expect(page.getByRole('region', { name: 'What if' })).toBeHidden();
    await expect(page.getByRole('group', { name: /Stations of/ })).toContainText('24');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.locator('cn-drive-line')).toContainText('It stalls');
  });

  test('a motor that stalls on a jump from 1 to 2 kHz runs past 5 kHz on a ramp, and the rotor is seen falling behind', async ({
    page,
  }) => {
    const builder = new Builder(page);
    await wholeAxis(builder, { ...USUAL, inertia: '200 gcm2', mass: '0.01 kg' });
    await builder.goTo('Current');
    await builder.fill('Limit, crest of X', '2.12 A');
    await builder.goTo('Drive lines');
    await page.getByRole('tab', { name: 'Run' }).click();
    const bench = page.locator('cn-run-bench');
    await choose(bench.getByLabel('Try', { exact: true }), 'a jump');
    await choose(bench.getByLabel('With', { exact: true }), 'full steps');
    await choose(bench.getByLabel('Against', { exact: true }), 'no load');
    await bench.getByRole('button', { name: 'Run it' }).click();
    await expect(bench.getByRole('status').first()).toContainText(
      /falls out of step [\d.]+ ms after the jump, at 2000 full steps\/s/,
    );
    await bench.getByLabel('Moment of the run').fill('0.05');
    await expect(bench.locator('.rotor')).not.toHaveClass(/lost/);
    await bench.getByLabel('Moment of the run').fill('0.15');
    await expect(bench.locator('.rotor')).toHaveClass(/lost/);
    await expect(bench.locator('.rotor')).toContainText(/rotor -\d+ steps/);

    await choose(bench.getByLabel('Try', { exact: true }), 'a ramp');
    await bench.getByLabel('From', { exact: true }).fill('500');
    await bench.getByLabel('Up to', { exact: true }).fill('6000');
    await bench.getByLabel('Within', { exact: true }).fill('0.3 s');
    await bench.getByRole('button', { name: 'Run it' }).click();
    await expect(bench.getByRole('status').first()).toContainText('follows to the end and loses nothing');
    await bench.getByRole('button', { name: 'Find the start/stop rate' }).click();
    await expect(bench.getByRole('status').first()).toContainText(/starts and stops without a ramp up to/);
  });

  test('a whole simulated curve comes in while the page stays fluid, damped and not', ALONE, async ({ page }) => {
    const builder = new Builder(page);
    await wholeAxis(builder);
    const curve = page.locator('cn-push-curve');
    /** Longest time between two frames [ms] while the worker works; a page that it blocks would skip them each time. */
    const longest = async (): Promise<number> => {
      const watch = page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const start = performance.now();
            let last = start;
            let most = 0;
            const frame = (now: number): void => {
              most = Math.max(most, now - last);
              last = now;
              if (now - start < 1500) requestAnimationFrame(frame);
              else resolve(most);
            };
            requestAnimationFrame(frame);
          }),
      );
      await curve.getByRole('button', { name: 'without damping' }).click();
      await expect(curve.getByRole('status')).toContainText('mid-range instability', { timeout: 15_000 });
      return await watch;
    };
    // What else runs on the computer holds one of them up and not the next.
    await expect(async () => expect(await longest()).toBeLessThan(150)).toPass({ timeout: 60_000 });
    await expect(curve.locator('svg path[stroke-width="1.5"]').first()).toBeAttached();
    await curve.getByRole('button', { name: 'damped', exact: true }).click();
    await expect(curve.getByRole('status')).toContainText('half the inertia, 0.15 of critical drag');
  });

  test('the error budget, a move of several axes and eased key positions', async ({ page }) => {
    const builder = new Builder(page);
    await wholeAxis(builder);
    await page.getByRole('tab', { name: 'Accuracy' }).click();
    await expect(page.locator('cn-error-budget')).toContainText('Load pushing it off the notch');
    await expect(page.locator('cn-error-budget')).toContainText(
      'Not said, and so not counted: backlash, lead error, stretch',
    );
    await page.getByRole('tab', { name: 'Moves' }).click();
    await page.getByText('Several axes together').click();
    await page.getByLabel('X goes', { exact: true }).fill('120');
    await expect(page.locator('cn-motion-plan')).toContainText('They arrive together after');
    await page.getByText('Eased moves between key positions').click();
    for (let count = 0; count < 2; count += 1) await page.getByRole('button', { name: 'Add a key position' }).click();
    await page.getByLabel('be at', { exact: true }).nth(1).fill('500');
    await expect(page.locator('cn-motion-plan')).toContainText('More than the axis is asked');
  });
});

interface Sheet {
  readonly torque: string;
  readonly resistance: string;
  readonly inductance: string;
  readonly inertia: string;
  readonly mass: string;
}
const USUAL: Sheet = { torque: '0.4 Nm', resistance: '2 ohm', inductance: '3 mH', inertia: '54 gcm2', mass: '5 kg' };

/** One axis of which everything is said that its judgement needs, fast enough to need its volts. */
async function wholeAxis(builder: Builder, sheet: Sheet = USUAL): Promise<void> {
  await builder.makeMachine('Slipway slide');
  await builder.station('Motor');
  await builder.fill('Step angle', '1.8 deg');
  await builder.fill('Holding torque', sheet.torque);
  await builder.fill('Rated current', '1.5 A');
  await builder.fill('Coil resistance', sheet.resistance);
  await builder.fill('Inductance', sheet.inductance);
  await builder.fill('Rotor inertia', sheet.inertia);
  await builder.station('Driver');
  await builder.fill('Greatest supply', '45 V');
  await choose(builder.page.getByLabel('Microsteps', { exact: true }), /^1\/4 step/);
  await builder.station('Screw');
  await builder.fill('Thread pitch', '4 mm');
  await builder.fill('Starts', '2');
  await builder.fill('Outside diameter', '12 mm');
  await builder.station('Carriage');
  await builder.fill('Moving mass', sheet.mass);
  await builder.goTo('Job');
  await builder.fill('Speed of X', '200 mm/s');
  await builder.fill('Load of X', '40 N');
  await builder.fill('Tolerance, ± of X', '0.1 mm');
  await builder.saved();
  await builder.goTo('Drive lines');
}

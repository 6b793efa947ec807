import { Builder } from '../builder';
import { findTrue, sayTheJob, setLimits, signOff } from '../making';
import { toTheFence, toTheProof } from '../moving';
import { expect, test } from '../story';

/** A kit, and how one of its axes is gone with and measured. */
interface Told {
  readonly kit: string;
  readonly letters: readonly string[];
  readonly moved: string;
  /** Crest of the current that its drivers are set to. */
  readonly limit: string;
  /** One that goes round and round, or feeds on and on, has no home. */
  readonly hasHome: boolean;
  readonly tolerance: string;
  readonly moves: string;
  readonly reads: readonly string[];
  /** A word of what can hurt at it, and what is planned on it. */
  readonly caution: RegExp;
  readonly plans: readonly string[];
}

const KITS: readonly Told[] = [
  {
    // 200 · 16 steps behind 2:1 and 60:1 are 384 000 a turn.
    kit: 'Clock-wheel dividing table',
    letters: ['A'],
    moved: 'A',
    limit: '1.3 A',
    hasHome: false,
    tolerance: '0.5 °',
    moves: '16000, 40000, 72000',
    reads: ['15 °', '37.5 °', '67.5 °', '0'],
    caution: /keep fingers and sleeves off it/,
    plans: ['Divisions', 'Pictures all round', 'Turning on and on', 'Battery and converters', 'Open or closed loop'],
  },
  {
    // π · 30.2 mm for 3200.
    kit: 'Ribbon feeder with cut-off',
    letters: ['U', 'V'],
    moved: 'U',
    limit: '1.3 A',
    hasHome: false,
    tolerance: '1 mm',
    moves: '1000, 2200, 3700',
    reads: ['29.65 mm', '65.23 mm', '109.70 mm', '0'],
    caution: /switch the power off to clear a jam/,
    plans: ['Cut list', 'Lengths measured', 'Stripping with V blades', 'Zero of the head', 'Open or closed loop'],
  },
  {
    // 3200 · (84/17)² = 78 128.7 a turn.
    kit: 'Jib joint of a model harbour crane',
    letters: ['A'],
    moved: 'A',
    limit: '1.2 A',
    hasHome: true,
    tolerance: '1 °',
    moves: '5000, 9000, 14000',
    reads: ['23.04 °', '41.47 °', '64.51 °', '0'],
    caution: /An arm falls when the power goes/,
    plans: ['Arm on its joint', 'Planetary gear', 'Keyed moves', 'Open or closed loop'],
  },
  {
    kit: 'Lamp carriage along a model quay',
    letters: ['X'],
    moved: 'X',
    limit: '1.1 A',
    hasHome: true,
    tolerance: '0.5 mm',
    moves: '4000, 9200, 15200',
    reads: ['50 mm', '115 mm', '190 mm', '0'],
    caution: /The carriage starts by itself/,
    plans: ['Keyed moves', 'Open or closed loop'],
  },
  {
    // 3200 · 10 a turn.
    kit: 'Tide sign on the harbour wall',
    letters: ['A'],
    moved: 'A',
    limit: '1.1 A',
    hasHome: true,
    tolerance: '1 °',
    moves: '4000, 6400, 8800',
    reads: ['45 °', '72 °', '99 °', '0'],
    caution: /Its arm moves without a warning/,
    plans: ['Keyed moves', 'Arm on its joint', 'Open or closed loop'],
  },
  {
    // π · 42 mm for 3200.
    kit: 'Signal-flag hoist, two drums',
    letters: ['Z'],
    moved: 'Z',
    limit: '1.1 A',
    hasHome: true,
    tolerance: '3 mm',
    moves: '2400, 5600, 9600',
    reads: ['98.96 mm', '230.91 mm', '395.84 mm', '0'],
    caution: /nobody stands under it/,
    plans: ['Drum and rope', 'Keyed moves', 'Open or closed loop'],
  },
  {
    kit: 'Net-twine winder',
    letters: ['A', 'X'],
    moved: 'X',
    limit: '1.3 A',
    hasHome: true,
    tolerance: '0.2 mm',
    moves: '8000, 18400, 31200',
    reads: ['10 mm', '23 mm', '39 mm', '0'],
    caution: /Wire and twine cut/,
    plans: ['Winding', 'Open or closed loop'],
  },
];

for (const told of KITS)
  test(`${told.kit}: from the kit to a job, a judged design, wires, a first move, a passed check and a record`, async ({
    page,
  }) => {
    test.setTimeout(300_000);
    const builder = new Builder(page);
    await page.goto('/');
    await page
      .getByRole('list', { name: 'Kits' })
      .getByRole('button', { name: new RegExp(`^${told.kit}`) })
      .click();
    await page.waitForURL(/\/machines\/[^/]+\//);
    // Everything is a guess until it is confirmed.
    await builder.goTo('Job');
    await expect(page.getByLabel(/^Travel of/)).toHaveCount(told.letters.length);
    await page.getByLabel(new RegExp(`^Tolerance.* of ${told.moved}$`)).fill(told.tolerance);
    await page.keyboard.press('Enter');
    await sayTheJob(page, told.letters);
    // Judged: a verdict on each axis, and no reason to stop.
    await builder.goTo('Drive lines');
    await expect(page.getByRole('group', { name: /^Stations of/ })).toBeVisible();
    await expect(page.locator('main')).not.toContainText(/not known yet|Still needed/i);
    await expect(page.locator('.finding.stop')).toHaveCount(0);
    await builder.goTo('Wiring');
    const plan = page.getByRole('group', { name: /^Wiring plan/ });
    await expect(plan.locator('svg')).toBeVisible({ timeout: 60_000 });
    for (const letter of told.letters) await expect(plan).toContainText(new RegExp(`${letter}1? step`));
    await builder.goTo('Current');
    await setLimits(page, told.letters, told.limit);
    await expect(page.getByRole('row', { name: /^Turn the trimmer to|^Holding torque then/ }).first()).toBeVisible();
    await builder.saved();
    await builder.goTo('First moves');
    await expect(page.getByRole('button', { name: 'Power on' })).toBeVisible();
    await page.getByRole('heading', { name: 'First moves' }).click();
    if (told.hasHome) await toTheFence(page, told.moved, true);
    else await toTheProof(page, told.moved, true);
    await findTrue(page, builder, told, told.reads);
    await signOff(page, builder, told.caution);
    // Its own work is planned, and each plan comes to something.
    await page.getByRole('link', { name: 'Plan the work' }).click();
    for (const name of told.plans) {
      await page.getByRole('group', { name: 'What is planned' }).getByText(name, { exact: true }).click();
      await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
      await expect(page.getByRole('region', { name: 'What it comes to' }).getByRole('row').first()).toBeVisible();
      await expect(page.locator('.stop-words')).toHaveCount(0);
    }
  });

test('a machine is kept as a kit, taken along as a file and brought in again; it begins others, all of it a guess', async ({
  page,
}) => {
  const builder = new Builder(page);
  await builder.makeMachine('Mooring mill', 'router or milling table', 'first');
  await builder.describeScrewAxis();
  await page.goto('/');
  await page.getByRole('button', { name: 'Keep as a kit Mooring mill', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('A name is needed.');
  await dialog.getByLabel('Name').fill('Mooring kit');
  await dialog.getByLabel('What it is for').fill('For small plates.');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“Mooring kit” is kept as a kit')).toBeVisible();
  const kits = page.getByRole('list', { name: 'Kits' });
  await expect(kits).toContainText('For small plates.');
  // Taken along, deleted, put back, deleted, and brought in again.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the kit Mooring kit' }).click(),
  ]);
  const file = await download.path();
  await page.getByRole('button', { name: 'Delete the kit Mooring kit' }).click();
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(kits).toContainText('For small plates.');
  await page.getByRole('button', { name: 'Delete the kit Mooring kit' }).click();
  await expect(kits).not.toContainText('For small plates.');
  await page.getByLabel('Machine or kit file').setInputFiles(file);
  await expect(page.getByText('“Mooring kit” is kept as a kit')).toBeVisible();
  await kits.getByRole('button', { name: /^Mooring kit/ }).click();
  await builder.goTo('Drive lines');
  await builder.station('Motor');
  await expect(page.getByLabel('Step angle', { exact: true })).toHaveValue('1.8');
  await expect(page.getByRole('button', { name: 'confirm Step angle' })).toBeVisible();
  await page.goto('/');
  await page.getByRole('button', { name: 'Delete the kit Mooring kit' }).click();
});

import { Builder } from '../builder';
import { findTrue, judgeTheDesign, sayTheJob, setLimits, signOff } from '../making';
import { toTheFence } from '../moving';
import { expect, test } from '../story';

/** A kind of machine, how its axes are driven, and which of them is gone with and measured. */
interface Told {
  readonly kind: string;
  readonly name: string;
  readonly screws: readonly string[];
  readonly racks: readonly string[];
  readonly moved: string;
  /** A word of what can hurt at it, and the planner that it begins with. */
  readonly caution: RegExp;
  readonly planner: string;
}

const KINDS: readonly Told[] = [
  {
    kind: 'router or milling table',
    name: 'Quay mill',
    screws: ['X', 'Y', 'Z'],
    racks: [],
    moved: 'X',
    caution: /The cutter cuts fingers/,
    planner: 'Feeds and cutting force',
  },
  {
    kind: 'sheet router',
    name: 'Hull panels',
    screws: ['Z'],
    racks: ['X', 'Y'],
    moved: 'Z',
    caution: /A gantry reaches over the whole bed/,
    planner: 'Two motors, one gantry',
  },
  {
    kind: 'lathe',
    name: 'Mooring pins',
    screws: ['X', 'Z'],
    racks: [],
    moved: 'Z',
    caution: /Take the chuck key out/,
    planner: 'Threads',
  },
];

for (const told of KINDS)
  test(`${told.kind}: from its kind to a job, a design, wires, a first move, a passed check and a record`, async ({
    page,
  }) => {
    test.setTimeout(300_000);
    const builder = new Builder(page);
    const letters = [...told.screws, ...told.racks].sort();
    await builder.beginMachine(told.name, told.kind, 'all');
    await builder.goTo('Job');
    await expect(page.getByLabel(/^Travel of/)).toHaveCount(letters.length);
    // What the shed's indicator can show at all.
    await page.getByLabel(new RegExp(`^Tolerance.* of ${told.moved}$`)).fill('0.05 mm');
    await page.keyboard.press('Enter');
    await sayTheJob(page, letters);
    await builder.goTo('Drive lines');
    await judgeTheDesign(page, builder, told.screws, told.racks);
    // Wired: the plan is drawn of what was chosen, for every axis.
    await builder.goTo('Wiring');
    const plan = page.getByRole('group', { name: /^Wiring plan/ });
    await expect(plan.locator('svg')).toBeVisible();
    for (const letter of letters) await expect(plan).toContainText(new RegExp(`${letter}1? step`));
    // Set: each limit as it is advised.
    await builder.goTo('Current');
    await setLimits(page, letters, '2.4 A');
    await expect(page.getByRole('row', { name: /^Turn the trimmer to|^Holding torque then/ }).first()).toBeVisible();
    await builder.saved();
    // The first move, up to the fence.
    await builder.goTo('First moves');
    await expect(page.getByRole('button', { name: 'Power on' })).toBeVisible();
    // Keys go to the page again, and not to the link that led to it.
    await page.getByRole('heading', { name: 'First moves' }).click();
    await toTheFence(page, told.moved, true);
    // A check by hand that finds it true: 5 mm a turn of 1600 are 320 microsteps a millimetre.
    await findTrue(page, builder, { ...told, letters, moves: '500, 1100, 1700' }, [
      '1.5625 mm',
      '3.4375 mm',
      '5.3125 mm',
      '0',
    ]);
    await signOff(page, builder, told.caution);
    // Its own work is planned, and no other's.
    await page.getByRole('link', { name: 'Plan the work' }).click();
    await expect(page.getByRole('heading', { name: told.planner, exact: true })).toBeVisible();
  });

import { plannedMoves, placesOf, type PlanOf, type EnteredReading, evaluateCheck } from '../checks/index.js';
import { axisContext } from '../drive-line/index.js';
import type { Compensation, Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { gauss, seeded } from '../statistics/index.js';
import { RigAtHand } from './at-hand.js';
import { screwTruth } from '../testing/bench-rig.js';
import { planFor } from '../testing/check-run.js';
import { sayPlain } from '../testing/example-machine.js';
import { wholeMachine } from '../testing/whole-machine.js';
import { truthOf } from './index.js';
import { Compensator } from './compensator.js';

const table = (said: Partial<Extract<Compensation, { kind: 'linear' }>>): Compensation => ({
  kind: 'linear',
  reversal: null,
  pitch: [],
  expects: [],
  reason: '',
  on: null,
  ...said,
});
/** Travel of a pulse in these specs: 0.005 mm. */
const PULSE = 5e-6;

describe('what a controller adds to its pulses', () => {
  it('is the lost motion, at each turn once, a little at a time', () => {
    const made = new Compensator(table({ reversal: quantityOf('0.04 mm') }), PULSE);
    const go = (from: number, by: number, ticks: number): number =>
      Array.from({ length: ticks }, (_, tick) => made.tick(from + by * (tick + 1), by, false, 1e-3)).reduce(
        (sum, added) => sum + added,
        0,
      );
    expect(go(0, 1, 100)).toBe(0);
    // No more in a tick than half of what moves, or 400 pulses a second.
    const first = made.tick(99, -1, false, 1e-3);
    expect(first).toBe(-0.5);
    expect(made.isSettled(99, false)).toBeFalse();
    expect(first + go(99, -1, 40)).toBe(-8);
    expect(made.isSettled(59, false)).toBeTrue();
    expect(go(59, -1, 10)).toBe(0);
    expect(go(49, 1, 40)).toBe(8);
  });

  it('goes on at rest until all of it is there', () => {
    const made = new Compensator(table({ reversal: quantityOf('0.04 mm') }), PULSE);
    made.tick(0, 5, false, 1e-3);
    let added = made.tick(-1, -1, false, 1e-3);
    let ticks = 0;
    while (!made.isSettled(-1, false) && ticks < 1000) {
      added += made.tick(-1, 0, false, 1e-3);
      ticks += 1;
    }
    expect(added).toBe(-8);
    // 7.5 pulses at 400 a second.
    expect(ticks).toBe(19);
  });

  it('is what a table says of the place, once the place is known', () => {
    const made = new Compensator(
      table({
        pitch: [
          { at: quantityOf('0 mm'), by: quantityOf('0 mm') },
          { at: quantityOf('10 mm'), by: quantityOf('0.1 mm') },
        ],
      }),
      PULSE,
    );
    const settle = (place: number, isKnown: boolean): number => {
      let added = 0;
      for (let tick = 0; tick < 500; tick += 1) added += made.tick(place, 0, isKnown, 1e-3);
      return added;
    };
    expect(settle(1000, false)).toBe(0);
    // 5 mm of 10 mm: half of twenty pulses.
    expect(settle(1000, true)).toBeCloseTo(10, 9);
    expect(settle(4000, true)).toBeCloseTo(10, 9);
    expect(settle(4000, false)).toBeCloseTo(-20, 9);
    expect(made.isSettled(4000, false)).toBeTrue();
  });

  it('is nothing without one', () => {
    const made = new Compensator(null, PULSE);
    expect([made.tick(5, 5, true, 1), made.tick(4, -1, true, 1), made.isSettled(4, true)]).toEqual([0, 0, true]);
  });
});

describe('a correction on the rig', () => {
  /** Readings of a plan off the rig itself, by an instrument of thousandths. */
  function measured(machine: Machine, plan: PlanOf<'positioning'>, seed: number): readonly EnteredReading[] {
    const truth = screwTruth((axis) => ({ ...axis, backlash: 60e-6 }), machine);
    const rig = RigAtHand.ready(truth, seed);
    const random = seeded(seed);
    rig.move('X', plan.takeUp * 2, { rate: 8000, start: 400 });
    rig.move('X', -plan.takeUp, { rate: 8000, start: 400 });
    let at = -plan.takeUp;
    let zero: number | null = null;
    return plannedMoves(plan).flatMap(({ to, reading }) => {
      rig.move('X', to - at, { rate: 8000, start: 400 }, 60);
      at = to;
      zero ??= rig.place();
      if (!reading) return [];
      const shown = rig.place() - zero + 1e-6 * gauss(random);
      return [{ index: reading.index, text: `${(shown * 1000).toFixed(3)} mm`, excluded: null }];
    });
  }

  it('of lost motion leaves what it said it would, measured again', () => {
    const machine = wholeMachine();
    const context = axisContext(machine, machine.axes[0]?.id ?? '');
    if (!context) throw new Error('the machine has an axis');
    const first = planFor('positioning', context, { runs: 3 });
    const plan = {
      ...first,
      targets: [2000, 4300, 6700, 9100],
      measured: { ...first.measured, digit: quantityOf('0.001 mm'), error: null, range: null, square: 'indicated' },
    } as PlanOf<'positioning'>;
    const before = evaluateCheck(context, plan, measured(machine, plan, 41), sayPlain);
    const figure = (found: typeof before, symbol: string): number =>
      found?.figures.find((item) => item.symbol === symbol)?.value ?? NaN;
    expect(figure(before, 'B') * 1e6).toBeGreaterThan(50);
    const proposal = before?.proposals.find(({ id }) => id === 'reversal');
    expect(proposal)
      .withContext(JSON.stringify(before?.proposals.map(({ id }) => id)))
      .toBeDefined();
    const corrected: Machine = {
      ...machine,
      axes: machine.axes.map((axis, place) => (place === 0 && proposal ? proposal.correct(axis) : axis)),
    };
    expect(truthOf(corrected).truth.axes[0]?.compensation?.reversal).not.toBeNull();
    const again = axisContext(corrected, corrected.axes[0]?.id ?? '');
    const after = again && evaluateCheck(again, plan, measured(corrected, plan, 42), sayPlain);
    expect(figure(after, 'B')).toBeLessThan(figure(before, 'B') / 4);
    const expected = corrected.axes[0]?.compensation?.expects ?? [];
    expect(expected.length).toBeGreaterThan(0);
    expect(placesOf(plan).length).toBe(24);
    expect(after?.notes.join(' ')).toMatch(
      /A was reckoned to become .*, as reckoned\. R was reckoned to become .*, as reckoned\./,
    );
  });
});

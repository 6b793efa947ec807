import { usualMeasuring, type CheckPlan } from '../checks/index.js';
import { faultsInForce } from '../diagnosis/index.js';
import type { AxisContext } from '../drive-line/index.js';
import { quantityOf } from '../shape/index.js';
import { exampleInstrument, exampleRing } from '../testing/example-instrument.js';
import { cannedMotorMachine, firstAxis } from '../testing/example-machine.js';
import { checkPlan, examplePushes as pushes, exampleSteps as steps, madeOn } from '../testing/made-checks.js';
import { wholeMachine } from '../testing/whole-machine.js';
import { alwaysThere, designed, scatterTogether } from './ground.js';
import { cholesky, dot, forward, halfLogDeterminant } from './gaussian.js';
import {
  askedRows,
  bearingsOf,
  diagnose,
  evidenceFor,
  firstMeasurement,
  MEASUREMENTS,
  rowsOf,
  weigh,
  type Bearings,
  type Diagnosis,
  type MadeCheck,
  type Row,
} from './index.js';
import { causesOf } from './kinds/registry.js';

/** A screw of 8 mm a turn, eighths of a step: 5 µm a microstep, 0.16 mm an electrical cycle. */
const context = firstAxis(wholeMachine());
const made = madeOn(context);
const bearings = bearingsOf(context) as Bearings;

const returns = (pace: 'half' | 'job' | 'over' = 'job'): CheckPlan =>
  checkPlan('return-check', {
    readings: 6,
    moves: 10,
    pace,
    claim: '90-90',
    asked: { kind: 'linear', most: null },
    measured: exampleInstrument(),
  });
const markPlan = checkPlan('shaft-mark', {
  steps: 2000,
  moves: 0,
  times: 2,
  most: null,
  measured: exampleRing({ digit: quantityOf('0.5 °') }),
});

const told = (...checks: readonly MadeCheck[]): Diagnosis => {
  const found = diagnose(context, checks);
  if (!found) throw new Error('something was read');
  return found;
};
const names = ({ told: suspects }: Diagnosis): readonly string[] => suspects.map(({ id }) => id).sort();
const play = 0.2e-3;
const ofPlay = (row: Row): number => (row.of === 'push' || row.side === 'down' ? play : 0);

describe('causes of an axis', () => {
  for (const axis of [context, firstAxis(cannedMotorMachine())])
    it(`are each said once, with what is to be done, on ${axis.axis.letter}`, () => {
      const causes = causesOf(bearingsOf(axis) as Bearings);
      expect(new Set(causes.map(({ id }) => id)).size).toBe(causes.length);
      for (const { id, sentence, remedy, ways, commonness } of causes) {
        expect(sentence)
          .withContext(id)
          .toMatch(/^[A-Z].*\.$/s);
        expect(remedy)
          .withContext(id)
          .toMatch(/^[A-Z].*\.$/s);
        expect(ways.length).withContext(id).toBeGreaterThan(0);
        expect(commonness).withContext(id).toBeGreaterThan(0);
      }
    });

  it('that do not apply are not there: an indicator’s tilt on what turns', () => {
    const ids = (axis: AxisContext): readonly string[] => causesOf(bearingsOf(axis) as Bearings).map(({ id }) => id);
    expect(ids(context)).toContain('tilted');
    expect(ids(firstAxis(cannedMotorMachine()))).not.toContain('tilted');
  });

  it('share a chance of one, whatever was read', () => {
    for (const off of [() => 0, ofPlay, (row: Row) => 0.3 * row.expected]) {
      const rows = rowsOf(made('a', steps(), off), 0);
      const sum = weigh(rows, bearings, faultsInForce(bearings.reckoner)).reduce((all, { chance }) => all + chance, 0);
      expect(sum).toBeCloseTo(1, 9);
    }
  });

  // Bayes' rule by hand: the density of all readings together, once without play and once for each size of it.
  it('are weighed as the densities of all readings together say', () => {
    const rows = rowsOf(made('a', steps({ runs: 1 }), ofPlay), 0);
    const own = designed(bearings);
    const density = (
      scatter: number,
      mean: (row: Row) => number,
      spreads: readonly ((row: Row) => number)[],
    ): number => {
      const effects = [...alwaysThere(bearings, rows).map(({ effect }) => effect), ...spreads];
      const matrix = scatterTogether(rows, scatter).map((line, a) =>
        Float64Array.from(line, (value, b) =>
          b > a ? 0 : effects.reduce((sum, effect) => sum + effect(rows[a] as Row) * effect(rows[b] as Row), value),
        ),
      );
      const lower = cholesky(matrix);
      const left = forward(
        lower,
        Float64Array.from(rows, (row) => row.off - own(row) - mean(row)),
      );
      return Math.exp(-halfLogDeterminant(lower) - dot(left, left) / 2);
    };
    const scatters = [
      [0.3, 0.5],
      [1, 0.35],
      [4, 0.15],
    ] as const;
    const below = ({ side }: Row): number => (side === 'down' ? 1 : 0);
    const [none, some] = scatters.reduce(
      ([without, withPlay], [digits, share]) => [
        without + share * density(digits * 1e-5, () => 0, []),
        withPlay +
          bearings.sizes.reduce(
            (sum, size) =>
              sum +
              (share / 4) * density(digits * 1e-5, (row) => size * below(row), [(row) => (size / 2) * below(row)]),
            0,
          ),
      ],
      [0, 0],
    );
    const weighed = weigh(rows, bearings, faultsInForce(bearings.reckoner));
    const chanceOf = (key: string): number => weighed.find(({ hypothesis }) => hypothesis.key === key)?.chance ?? NaN;
    // Commonness 12 and 40.
    expect(Math.log(chanceOf('backlash') / chanceOf('nothing'))).toBeCloseTo(Math.log((12 * some) / (40 * none)), 4);
  });
});

describe('what is wrong', () => {
  it('is nothing that is shown where all is as designed, which is no promise', () => {
    const found = told(
      made('a', steps(), () => 0),
      made('b', returns(), () => 0),
    );
    expect([found.statement, names(found)]).toEqual(['nothing-shown', []]);
    expect(found.nothing).toBeGreaterThan(0.5);
    expect(found.nothing).toBeLessThan(0.95);
  });

  it('cannot be told from lost motion alone, and a push tells play, winding and sticking apart', () => {
    const first = made('a', steps(), ofPlay);
    const open = told(first);
    expect(open.statement).toBe('open');
    expect(open.next?.kind === 'check' && open.next.id).toBe('pushes');
    expect(names(told(first, made('b', pushes, ofPlay)))).toEqual(['backlash']);
    const winds = (row: Row): number => (row.of === 'push' ? 0.2e-3 * (row.push / 8 - 1) : ofPlay(row));
    expect(names(told(first, made('b', pushes, winds)))).toEqual(['wind-up']);
    const sticks = (row: Row): number => (row.of === 'push' ? 0 : ofPlay(row));
    expect(names(told(first, made('b', pushes, sticks)))).toEqual(['stiction']);
  });

  it('is the instrument where another one shows nothing of it', () => {
    const shows = (row: Row): number => (row.form === 'indicator' ? 0.02 * row.expected : 0);
    const first = made('a', steps(), shows);
    const open = told(first);
    expect(open.next?.kind === 'check' && open.next.id).toBe('other-instrument');
    const other = made('b', steps({ measured: exampleInstrument({ type: 'callipers' }), runs: 1 }), shows);
    expect(names(told(first, other))).toEqual(['tilted']);
    const all = (row: Row): number => 0.02 * row.expected;
    expect(names(told(made('a', steps(), all), made('b', other.plan, all)))).toEqual(['little-off']);
  });

  // Check values, row 25 (physics).
  it('is lost steps where zero is off by whole electrical cycles, and slip where by anything', () => {
    const lost = [0, 0, 3, 3, -2, -2].map((cycles) => cycles * 0.16e-3);
    const step = made('a', steps(), () => 0);
    const found = told(
      step,
      made('b', returns(), ({ index }) => lost[index] ?? 0),
    );
    expect(
      found.suspects
        .slice(0, 2)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(['lost-steps', 'resonance']);
    expect(found.next?.kind === 'check' && found.next.id).toMatch(/^returns-/);
    const quick = made('c', returns('over'), () => 0);
    const apart = told(
      step,
      made('b', returns(), ({ index }) => lost[index] ?? 0),
      quick,
    );
    expect(apart.suspects[0]?.id)
      .withContext(apart.suspects.map(({ id, chance }) => `${id} ${chance.toFixed(3)}`).join())
      .toBe('resonance');
    // Short by some hundredths with each move, more one way than the other, never twice the same.
    const slides = (row: Row): number => -30e-6 * row.net - 4e-6 * row.moves - 5e-6 * (row.index % 3);
    const slid = told(made('a', steps(), slides), made('b', returns(), slides));
    expect(slid.suspects[0]?.id).toBe('slip');
  });

  it('is the direction’s set-up where it goes on by the same with each reversal', () => {
    const late = (row: Row): number => 2 * 5e-6 * row.turnsBack;
    expect(names(told(made('a', steps(), late), made('b', returns(), late)))).toEqual(['late-direction']);
  });

  it('is a wave of the screw where the error comes back with its turns', () => {
    const wave = (row: Row): number => 0.06e-3 * Math.sin((2 * Math.PI * row.expected) / 8e-3);
    expect(names(told(made('a', steps(), wave)))).toEqual(['screw-wave']);
  });

  it('is the setting where the shaft turns as told and the carriage goes by what the parts give', () => {
    // The parts give 200 a millimetre; 160 were kept from another screw, and each is a quarter longer.
    const stale = firstAxis(
      wholeMachine((axis) => ({
        ...axis,
        setting: { kind: 'linear', stepsPerUnit: quantityOf('160 steps/mm'), reason: '' },
      })),
    );
    const { screwTurn, motorTurn, cycle } = bearingsOf(stale) as Bearings;
    // A turn of 1600 pulses is 10 mm to a controller that counts 160 of them for one.
    for (const [value, millimetres] of [
      [screwTurn, 10],
      [motorTurn, 10],
      [cycle, 0.2],
    ] as const)
      expect(value * 1000).toBeCloseTo(millimetres, 9);
    const short = made('a', steps({ targets: [170, 393, 533, 795] }), ({ expected }) => -0.2 * expected, 5, stale);
    const mark = made('b', markPlan, () => 0, 5, stale);
    const found = diagnose(stale, [short, mark]);
    expect(found?.suspects[0]?.id).toBe('setting-stale');
    expect(found?.suspects.find(({ id }) => id.startsWith('microsteps'))?.chance ?? 0).toBeLessThan(0.01);
  });

  it('is one wave, however many checks began elsewhere in a turn of it', () => {
    const from =
      (zero: number) =>
      ({ expected }: Row): number =>
        0.06e-3 * (Math.sin((2 * Math.PI * (expected + zero)) / 8e-3) - Math.sin((2 * Math.PI * zero) / 8e-3));
    const found = told(made('a', steps(), from(0)), made('b', steps(), from(2.6e-3)), made('c', steps(), from(4.9e-3)));
    expect(names(found)).toEqual(['screw-wave']);
  });

  it('can be told however near each other the places of several checks lie', () => {
    const near = [0, 1, 2, -1].map((by, index) =>
      made(
        `${index}`,
        steps({
          targets: [340 + by, 787 + by, 1066 - by, 1591 + 2 * by],
          measured: usualMeasuring('plunger-indicator'),
        }),
        () => 0,
        5 + index,
      ),
    );
    const found = told(...near);
    expect(found.nothing).toBeGreaterThan(0.5);
    const rows = near.flatMap((check, place) => rowsOf(check, place));
    const lower = cholesky(scatterTogether(rows, 2e-6));
    // No reading is known better by the others than its own digit and scatter let it.
    lower.forEach((row, index) => expect(row[index]).toBeGreaterThan(2e-6));
  });

  it('is looked for at the parts where no reading tells them apart', () => {
    const twice = (row: Row): number => row.expected;
    const short = made('a', steps({ targets: [170, 393, 533, 795] }), twice);
    const first = told(short);
    expect(first.next?.kind === 'check' && first.next.id).toMatch(/^mark/);
    // Behind the shaft the screw, before it the microsteps; a step angle of half is none that motors have here.
    const turned = told(short, made('b', markPlan, twice));
    expect(turned.suspects[0]?.id).toBe('microsteps-4');
    const same = told(
      short,
      made('b', markPlan, () => 0),
    );
    expect(same.next?.kind).toBe('look');
  });

  it('are two things where it is two: half steps for full ones, and play', () => {
    const both = (row: Row): number => (row.of === 'travel' ? row.expected : 0) + ofPlay(row);
    const short = steps({ targets: [170, 393, 533, 795] });
    const found = told(
      made('a', short, both),
      made('b', pushes, both),
      made('c', markPlan, ({ expected }) => expected),
    );
    expect(names(found)).toEqual(['backlash', 'microsteps-4']);
  });

  it('rests on what was read: nothing read is nothing said, and what is left out does not count', () => {
    expect(diagnose(context, [])).toBeNull();
    expect(diagnose(context, [{ ...made('a', steps(), ofPlay), readings: [] }])).toBeNull();
    const check = made('a', steps(), ofPlay);
    const out = check.readings.map((reading) => ({ ...reading, excluded: 'bumped' }));
    expect(diagnose(context, [{ ...check, readings: [...check.readings, ...out] }])).toBeNull();
  });

  it('tells of each check how much it speaks for a suspect or against it', () => {
    const checks = [made('a', steps(), ofPlay), made('b', pushes, () => 0)];
    const found = told(...checks);
    const evidence = evidenceFor(found.suspects, context, checks);
    const weightOf = (id: string): readonly (readonly [string, string])[] =>
      (evidence.get(id) ?? []).map(({ checkId, weight }) => [checkId, weight] as const);
    expect(weightOf('stiction')[0]).toEqual(['a', 'for']);
    expect(weightOf('backlash')[1]?.[1]).toMatch(/against$/);
  });
});

describe('what to measure', () => {
  it('first is a check of the axis that goes both ways', () => {
    const first = firstMeasurement(context);
    expect(first?.plan.kind).toBe('step-check');
    expect(first?.sentence).toMatch(/\.$/);
  });

  it('are plans that fit the axis, each said in a sentence', () => {
    for (const axis of [context, firstAxis(cannedMotorMachine())])
      for (const { id, sentence, minutes, plan: planOf } of MEASUREMENTS) {
        const found = planOf(axis, bearingsOf(axis) as Bearings, 1);
        if (found)
          expect(askedRows(axis, found, 0).length)
            .withContext(id)
            .toBeGreaterThan(0);
        expect(sentence)
          .withContext(id)
          .toMatch(/^[A-Z].*\.$/);
        expect(minutes).toBeGreaterThan(0);
      }
  });
});

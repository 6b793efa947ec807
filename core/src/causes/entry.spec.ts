import { faultsInForce } from '../diagnosis/index.js';
import { firstAxis } from '../testing/example-machine.js';
import { examplePushes as pushes, exampleSteps, madeOn } from '../testing/made-checks.js';
import { wholeMachine } from '../testing/whole-machine.js';
import { asRead, denserBy } from './entry.js';
import { askedRows, bearingsOf, diagnose, rowsOf, weigh, type Bearings, type Row } from './index.js';
import { forecast, overlap } from './predict.js';

/** A screw of 8 mm a turn, eighths of a step: 5 µm a microstep. */
const context = firstAxis(wholeMachine());
const bearings = bearingsOf(context) as Bearings;
const made = madeOn(context);
const steps = exampleSteps();
const tellsOf = (...checks: Parameters<typeof diagnose>[1]): readonly string[] =>
  (diagnose(context, checks)?.told ?? []).map(({ id }) => id).sort();
const INCH = 25.4;

describe('what is entered wrong', () => {
  const nothing = (): number => 0;
  const plays = (row: Row): number => (row.of === 'push' || row.side === 'down' ? 0.2e-3 : 0);

  for (const [id, factor] of [
    ['read-in-inches', 1 / INCH],
    ['read-in-millimetres', INCH],
    ['read-slip-10', 10],
    ['read-slip-tenth', 0.1],
  ] as const) {
    it(`is told by its factor and by nothing else being wrong: ${id}`, () => {
      expect(tellsOf(made('a', steps, nothing, 5, context, factor))).toEqual([id]);
    });

    it(`is told beside what is wrong with the axis: ${id} and play`, () => {
      const checks = [steps, pushes].map((plan, at) => made(`${at}`, plan, plays, 5 + at, context, factor));
      expect(tellsOf(...checks)).toEqual(['backlash', id]);
    });
  }

  it('is taken back to what was read, with the density that goes with it', () => {
    const rows = rowsOf(made('a', steps, plays, 5, context, INCH), 0);
    const read = asRead(rows, INCH);
    const straight = rowsOf(made('a', steps, plays), 0);
    for (const [place, row] of read.entries()) expect(row.off).toBeCloseTo(straight[place]?.off ?? NaN, 6);
    expect(denserBy(rows, INCH)).toBeCloseTo(-rows.length * Math.log(INCH), 12);
    const turned = { ...(rows[0] as Row), of: 'shaft' as const };
    expect(asRead([turned], INCH)).toEqual([turned]);
    expect(denserBy([turned, { ...turned, of: 'push', arm: 0.1 }], INCH) + 0).toBe(0);
  });

  it('goes into what is expected of the next readings, with all that they scatter', () => {
    const rows = rowsOf(made('a', steps, nothing, 5, context, 10), 0);
    const weighed = weigh(rows, bearings, faultsInForce(bearings.reckoner));
    const [first] = weighed;
    expect(first?.hypothesis.key).toBe('read-slip-10');
    const asked = askedRows(context, steps, 1);
    const found = first && forecast(first, rows, asked, bearings);
    const straight = forecast(
      weigh(asRead(rows, 10), bearings, faultsInForce(bearings.reckoner))[0] as (typeof weighed)[number],
      asRead(rows, 10),
      asked,
      bearings,
    );
    const [expected] = asked.map((row) => row.expected);
    expect(found?.mean[0]).toBeCloseTo(9 * (expected ?? NaN), 4);
    expect(Math.sqrt((found?.covariance[0]?.[0] ?? NaN) / (straight.covariance[0]?.[0] ?? NaN))).toBeCloseTo(10, 6);
  });
});

describe('the overlap of two forecasts', () => {
  const normal = (mean: number, spread: number): Parameters<typeof overlap>[0] => ({
    mean: Float64Array.of(mean),
    covariance: [Float64Array.of(spread ** 2)],
  });

  // Closed forms: any textbook of statistics.
  it('is that of two normal distributions', () => {
    expect(overlap(normal(3, 2), normal(3, 2))).toBeCloseTo(1, 12);
    expect(overlap(normal(0, 1), normal(2, 1))).toBeCloseTo(Math.exp(-0.5), 12);
    expect(overlap(normal(0, 1), normal(0, 3))).toBeCloseTo(Math.sqrt(0.6), 12);
    expect(overlap(normal(0, 3), normal(4, 1))).toBeCloseTo(Math.sqrt(0.6) * Math.exp(-0.4), 12);
  });

  it('of several readings is the product where they are independent, and never that where they hang together', () => {
    const two = (mean: number, along: number): Parameters<typeof overlap>[0] => ({
      mean: Float64Array.of(mean, mean),
      covariance: [Float64Array.of(1, along), Float64Array.of(along, 1)],
    });
    expect(overlap(two(0, 0), two(2, 0))).toBeCloseTo(Math.exp(-1), 12);
    // (2, 2) against the inverse of [1 .8; .8 1]: 8 / 1.8, an eighth of it.
    expect(overlap(two(0, 0.8), two(2, 0.8))).toBeCloseTo(Math.exp(-8 / 1.8 / 8), 12);
  });
});

describe('when it was read', () => {
  const plan = steps;
  const timed = (secondsOf: (place: number) => number, no = -1): readonly number[] => {
    const { readings, ...rest } = made('a', plan, () => 0);
    const at = (place: number): string =>
      place === no ? 'at noon' : new Date(1e12 + 1000 * secondsOf(place)).toISOString();
    return rowsOf({ ...rest, readings: readings.map((reading, place) => ({ ...reading, at: at(place) })) }, 0).map(
      ({ seconds }) => seconds,
    );
  };
  const reckoned = rowsOf(
    made('a', plan, () => 0),
    0,
  ).map(({ seconds }) => seconds);

  it('counts as it was, be it quick, slow or with somebody at the door in between', () => {
    const gaps = (values: readonly number[]): readonly number[] =>
      values.slice(1).map((value, place) => Number((value - (values[place] ?? NaN)).toFixed(6)));
    expect(new Set(gaps(timed((place) => 3.5 * place)))).toEqual(new Set([3.5]));
    expect(gaps(timed((place) => 20 * place + (place > 4 ? 1800 : 0)))[4]).toBe(1820);
  });

  it('is reckoned where it was noted down and entered later, or nobody knows', () => {
    expect(timed((place) => 0.2 * place)).toEqual(reckoned);
    expect(timed((place) => 8 * place, 3)).toEqual(reckoned);
    expect(timed((place) => 8 * place)).not.toEqual(reckoned);
  });
});

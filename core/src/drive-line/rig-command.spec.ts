import { quantityOf } from '../shape/index.js';
import { Reckoner } from '../reckoner/index.js';
import { firstAxis } from '../testing/example-machine.js';
import { wholeMachine, withJob } from '../testing/whole-machine.js';
import { askedCommand } from './index.js';
import type { AxisContext } from './axis-context.js';

const FULL_STEPS = 25_000;
const on = (job: object): Reckoner<AxisContext> =>
  new Reckoner(firstAxis(wholeMachine(withJob({ travel: quantityOf('90 mm'), speed: quantityOf('30 mm/s'), ...job }))));

/** Way, rate and acceleration at the end of a command, by small steps of Euler: a second way to the same. */
function endOf(pieces: NonNullable<ReturnType<typeof askedCommand>>): { readonly way: number; readonly rate: number } {
  let [way, rate] = [0, 0];
  for (const piece of pieces) {
    rate = piece.rate;
    let acceleration = piece.acceleration;
    const steps = 20_000;
    const step = piece.duration / steps;
    for (let index = 0; index < steps; index += 1) {
      way += rate * step + (acceleration * step * step) / 2;
      rate += acceleration * step + ((piece.jerk ?? 0) * step * step) / 2;
      acceleration += (piece.jerk ?? 0) * step;
    }
  }
  return { way, rate };
}

describe('the move that is asked, as a command', () => {
  it('goes the whole travel in full steps and ends at rest, where nothing cuts its top short', () => {
    for (const jerk of [null, quantityOf('4 m/s³')]) {
      const pieces = askedCommand(on({ acceleration: quantityOf('250 mm/s²'), jerk }), FULL_STEPS, Infinity);
      const { way, rate } = endOf(pieces ?? []);
      expect(way).toBeCloseTo(0.09 * FULL_STEPS, 1);
      expect(Math.abs(rate)).toBeLessThan(0.5);
    }
  });

  it('stays at its top no longer than the hold, and its ramps are as long as before', () => {
    const reckoner = on({ acceleration: quantityOf('250 mm/s²'), jerk: null });
    const [short, long] = [0.05, Infinity].map((hold) => askedCommand(reckoner, FULL_STEPS, hold) ?? []);
    const top = (pieces: typeof short = []): readonly number[] =>
      pieces.filter(({ acceleration }) => acceleration === 0).map(({ duration }) => duration);
    expect(top(short)).toEqual([0.05]);
    expect(top(long)[0]).toBeCloseTo((90 - 30 * 0.12) / 30, 9);
    const ramps = (pieces: typeof short = []): readonly number[] =>
      pieces.filter(({ acceleration }) => acceleration !== 0).map(({ duration }) => duration);
    expect(ramps(short)).toEqual(ramps(long));
    expect(Math.max(...(short ?? []).map(({ rate }) => rate))).toBeCloseTo(0.03 * FULL_STEPS, 9);
  });

  it('is none while the travel is not known', () => {
    expect(askedCommand(on({ travel: null }), FULL_STEPS, 1)).toBeNull();
  });
});

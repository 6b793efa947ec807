import { firstAxis, sayPlain, screwMachine } from '../testing/example-machine.js';
import { planFor } from '../testing/check-run.js';
import { quantityOf } from '../shape/index.js';
import { evaluateCheck } from './check.js';
import type { CheckEvaluation } from './kind.js';
import type { CheckPlan } from './registry.js';

const CONTEXT = firstAxis(screwMachine());
/** Travel of a microstep of that screw of 20 threads per inch [mm]. */
const STEP = 25.4 / 16_000;

/** A check whose readings are given by their place; some are left out. */
function judged(plan: CheckPlan, texts: readonly string[], leftOut: readonly number[]): CheckEvaluation | null {
  return evaluateCheck(
    CONTEXT,
    plan as never,
    texts.map((text, index) => ({ index, text, excluded: leftOut.includes(index) ? 'bumped the table' : null })),
    sayPlain,
  );
}

describe('a reading that is left out with a reason', () => {
  const begun = planFor('positioning', CONTEXT);
  const plan = {
    ...begun,
    targets: [2000, 4400, 7100, 9600],
    runs: 5,
    measured: { ...begun.measured, digit: quantityOf('0.001 mm'), error: null, range: null, square: 'indicated' },
    asked: { kind: 'linear', accuracy: quantityOf('0.2 mm'), repeatability: null, reversal: null },
  } as typeof begun;
  const perRun = [...plan.targets, ...[...plan.targets].reverse()];
  const texts = Array.from({ length: 40 }, (_, index) => {
    const [target = 0, run] = [perRun[index % 8], Math.floor(index / 8)];
    return `${(target * STEP + 0.002 * (run - 2)).toFixed(3)} mm`;
  });

  it('need not be read again where what is left carries the analysis, and is told with its reason', () => {
    const whole = judged(plan, texts, []);
    expect([whole?.verdict, whole?.remainingCount]).toEqual(['true', 0]);
    expect(whole?.notes.join()).not.toContain('left out');
    const without = judged(plan, texts, [3, 17]);
    expect([without?.verdict, without?.remainingCount]).toEqual(['true', 0]);
    expect(without?.notes[0]).toBe('2 of 40 readings left out: bumped the table.');
    expect(without?.points.length).toBe(40);
  });

  it('has to be where a target keeps too few, or more than a fifth are left out', () => {
    // All but one of the first target from below.
    const bare = judged(plan, texts, [0, 8, 16, 24]);
    expect([bare?.verdict, bare?.remainingCount]).toEqual(['incomplete', 4]);
    const many = judged(plan, texts, [1, 2, 3, 9, 10, 11, 17, 18, 19]);
    expect([many?.verdict, many?.remainingCount]).toEqual(['incomplete', 9]);
    // One that was never taken is still to come, whatever is left out.
    const open = judged(plan, texts.slice(0, 39), [3]);
    expect([open?.verdict, open?.remainingCount]).toEqual(['incomplete', 1]);
  });

  it('leaves no failure out of a claim', () => {
    const claim = planFor('return-check', CONTEXT, { readings: 10, moves: 30 });
    const zeros = Array.from({ length: 10 }, (_, index) => (index === 4 ? '0.9 mm' : '0 mm'));
    const found = judged(claim, zeros, [4]);
    expect([found?.verdict, found?.remainingCount]).toEqual(['incomplete', 1]);
  });
});

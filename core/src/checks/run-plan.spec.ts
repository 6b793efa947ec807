import { axisContext } from '../drive-line/index.js';
import { moveFacts, type MoveFacts } from '../first-moves/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { exampleInstrument, exampleRing } from '../testing/example-instrument.js';
import { screwMachine } from '../testing/example-machine.js';
import { benchInstrument, grossTarget, isGross, runPlan, shownText, type Course, type RunStep } from './index.js';
import { commandedCourse } from './commanded-course.js';

const say = (value: number): string => `${(1000 * value).toFixed(1)} mm`;
function facts(): MoveFacts {
  const machine = screwMachine((axis) => ({ ...axis, job: { ...axis.job, travel: quantityOf('300 mm') } }));
  const context = axisContext(machine, machine.axes[0]?.id ?? '');
  const found = context && moveFacts(new Reckoner(context));
  if (!found) throw new Error('The example has no facts.');
  return found;
}
const plan = {
  targets: [1500, 700],
  runs: 1,
  approach: 'both-ways' as const,
  takeUp: 120,
  returnToZero: true,
  measured: exampleInstrument(),
};
const course = (change: object = {}): Course => commandedCourse({ ...plan, ...change });
const told = (steps: readonly RunStep[]): readonly (readonly [number, unknown])[] =>
  steps.map(({ by, read }) => [by, read === null || read === 'zero' ? read : read.index]);

describe('a check that runs itself', () => {
  const axis = facts();
  const per = axis.perUnit;
  const fence = { low: 1000 / per, high: 9000 / per };

  it('goes to the low end of the fence, takes up, is zeroed, and reads every place from its side', () => {
    const made = runPlan(course(), axis, fence, { pulses: 40, isKnown: true }, say);
    expect(made.ok && told(made.steps)).toEqual([
      [960, null],
      [120, 'zero'],
      [700, 0],
      [800, 1],
      [120, null],
      [-120, 2],
      [-800, 3],
      [-820, null],
      [120, 4],
    ]);
    // Wherever it stood, all of it together leads from there to the end of the check.
    const sum = made.ok ? made.steps.reduce((total, { by }) => total + by, 0) : NaN;
    expect(sum).toBe(1000 + 120 - 40);
  });

  it('is zeroed before anything moves where there is nothing to take up', () => {
    const made = runPlan(course({ approach: 'one-way', takeUp: 0 }), axis, fence, { pulses: 1000, isKnown: true }, say);
    expect(made.ok && told(made.steps)[0]).toEqual([0, 'zero']);
    expect(made.ok && made.steps.filter(({ read }) => read === 'zero').length).toBe(1);
  });

  it('is not begun where any of it would leave the fence, or where there is none', () => {
    const far = runPlan(course({ targets: [8000] }), axis, fence, { pulses: 0, isKnown: true }, say);
    // Past the last target it goes a take-up further.
    expect(far).toEqual({
      ok: false,
      says: `The check goes on to ${say((1000 + 120 + 8000 + 120) / per)}, beyond the fence at ${say(fence.high)}: plan it with shorter targets.`,
    });
    expect(runPlan(course({ targets: [7760] }), axis, fence, { pulses: 0, isKnown: true }, say).ok).toBeTrue();
    expect(runPlan(course(), axis, null, { pulses: 0, isKnown: true }, say)).toEqual({
      ok: false,
      says: 'X has no fence yet: first moves come first.',
    });
  });

  it('of an axis without ends begins where it stands', () => {
    const made = runPlan(course(), { ...axis, hasEnds: false }, null, { pulses: 77_777, isKnown: false }, say);
    expect(made.ok && told(made.steps)[0]).toEqual([120, 'zero']);
  });

  it('asks before it takes what cannot be a measurement', () => {
    const turn = axis.perTurn;
    expect(isGross(axis, 0.24 * turn, 0)).toBeFalse();
    expect(isGross(axis, -0.26 * turn, 0)).toBeTrue();
    const far = 100 * axis.pulsesPerTurn;
    expect(isGross(axis, 100 * turn * 1.04, far)).toBeFalse();
    expect(isGross(axis, 100 * turn * 0.94, far)).toBeTrue();
  });

  it('knows of a typed reading where it was sent, if it cannot be one', () => {
    const step = {
      kind: 'step-check' as const,
      ...plan,
      tolerance: { kind: 'linear' as const, value: quantityOf('0.1 mm') },
    };
    const machine = screwMachine((item) => ({ ...item, job: { ...item.job, travel: quantityOf('300 mm') } }));
    const context = axisContext(machine, machine.axes[0]?.id ?? '');
    if (!context) throw new Error('the example has an axis');
    // 700 microsteps of 1.5875 µm are 1.111 mm; a quarter of a turn is 0.3175 mm.
    expect(grossTarget(context, step, { index: 0, text: '1.4 mm', excluded: null })).toBeNull();
    expect(grossTarget(context, step, { index: 0, text: '1.5 mm', excluded: null })).toBeCloseTo(1.11125e-3, 9);
    expect(grossTarget(context, step, { index: 4, text: '0.3 mm', excluded: null })).toBeNull();
    expect(grossTarget(context, step, { index: 4, text: '-0.4 mm', excluded: null })).toBeCloseTo(0, 9);
    expect(grossTarget(context, step, { index: 0, text: 'far', excluded: null })).toBeNull();
  });

  it('reads what is nearest to the instrument of the plan, as it would be typed', () => {
    expect(benchInstrument(exampleInstrument())).toBe('indicator');
    expect(benchInstrument(exampleRing())).toBe('fine-scale');
    expect(benchInstrument(exampleInstrument({ type: 'tape' }))).toBe('rule');
    expect(shownText(0.0123456, exampleInstrument())).toBe('12.3456 mm');
    expect(shownText(0.0125, exampleInstrument({ counts: 'against' }))).toBe('-12.5 mm');
    expect(shownText(Math.PI / 4, exampleRing())).toBe('45 °');
  });
});

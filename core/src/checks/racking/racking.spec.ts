import { withFaults } from '../../bench/index.js';
import { quantityOf, readQuantity } from '../../shape/index.js';
import { screwTruth } from '../../testing/bench-rig.js';
import { firstAxis, sayPlain, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { Lab } from '../../trainer/index.js';
import { wholeMachine } from '../../testing/whole-machine.js';
import { evaluateCheck, usualMeasuring, type CheckEvaluation, type CheckPlan } from '../index.js';

const gantry = firstAxis(screwMachine((axis) => ({ ...axis, motor: { ...axis.motor, count: 2 } })));
const plan = planFor('racking', gantry, {
  places: 5,
  times: 2,
  travel: quantityOf('800 mm'),
  base: quantityOf('500 mm'),
  most: quantityOf('3 mm'),
});

describe('gantry racking', () => {
  it('tells a constant difference, which is homing, from one that grows, which is unequal steps', () => {
    const found = readBy('racking', gantry, plan, ({ at, side, time }) =>
      side === 1 ? at * 1.002 + 1.2e-3 + 1e-5 * time : at,
    );
    expect(figureNamed(found, 'd₀').value).toBeCloseTo(1.215e-3, 6);
    expect(figureNamed(found, 'd₁').value).toBeCloseTo(1.6e-3, 6);
    expect(figureNamed(found, 'd').value).toBeCloseTo(1.2e-3 + 1.6e-3 + 2e-5, 6);
    expect(figureNamed(found, 'ε').value).toBeCloseTo(2.82e-3 / 0.5, 5);
    expect(found.result).toContain('ahead everywhere');
    expect(found.result).toContain('unequal steps');
  });

  it('runs on the rig, and leads to the offset of a side that has a switch of its own', () => {
    const found = (fault: string, squaring: string | null) => {
      const machine = wholeMachine();
      const two = {
        ...machine,
        axes: machine.axes.map((axis) => ({
          ...axis,
          motor: { ...axis.motor, count: 2 },
          squaring: squaring === null ? null : { offset: quantityOf(squaring), reason: '' },
        })),
      };
      const context = firstAxis(two);
      const own = planFor('racking', context, { measured: { ...plan.measured, ...usualMeasuring('callipers') } });
      const truth = withFaults(
        screwTruth((axis) => axis, two),
        [{ id: fault, axisId: context.axis.id }],
      );
      const made = { ...own, kind: 'racking' } as CheckPlan;
      const readings = new Lab(context, truth, 3).measure(made);
      return evaluateCheck(context, made, readings, sayPlain) as CheckEvaluation;
    };
    const askew = found('switch-askew', '0.4 mm');
    expect(figureNamed(askew, 'd₀').value).toBeCloseTo(-2.3e-3, 4);
    expect(askew.result).toContain('Side 2 stands');
    const [proposal] = askew.proposals;
    const corrected = proposal?.correct(gantry.axis);
    expect((corrected?.squaring && readQuantity(corrected.squaring.offset, 'length').value) ?? NaN).toBeCloseTo(
      -1.9e-3,
      4,
    );
    expect(found('switch-askew', null).proposals).toEqual([]);
    const unequal = found('unequal-sides', '0 mm');
    const far = 0.9 * 0.3;
    expect(figureNamed(unequal, 'd₁').value).toBeCloseTo(-0.0025 * far, 4);
    expect(unequal.result).toContain('unequal steps');
  });

  it('blames neither where the sides go alike', () => {
    const found = readBy(
      'racking',
      gantry,
      plan,
      ({ at, time, side }) => at + (side === 1 ? 2e-4 : -1e-4) * (time - 1.5),
    );
    expect(found.result).toContain('flex');
    expect(found.verdict).toBe('true');
  });

  it('counts a place only where both sides were read', () => {
    const found = readBy(
      'racking',
      gantry,
      { ...plan, times: 1, places: 2 },
      ({ at, side }) => at + (side === 2 ? 1e-3 : 0),
    );
    expect(figureNamed(found, 'd').value).toBeCloseTo(-1e-3, 9);
    expect(figureNamed(found, 'd₀').value).toBeNull();
  });
});

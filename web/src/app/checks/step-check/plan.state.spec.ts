import { axisContext } from '@crisp-notch/core/drive-line';
import { newMachine, type Axis } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { Reckoner } from '@crisp-notch/core/reckoner';
import type { AxisView } from '../../data/design-store';
import { firstDraft, planOf, readTargets } from './plan.state';

function viewOf(stepAngle: string | null): AxisView {
  const machine = newMachine('M', 'router');
  const axis = machine.axes[0] as Axis;
  const known: Axis = {
    ...axis,
    job: { ...axis.job, travel: quantityOf('300 mm') },
    motor: {
      ...axis.motor,
      specification: { ...axis.motor.specification, stepAngle: stepAngle === null ? null : quantityOf(stepAngle) },
    },
    transmission: {
      ...axis.transmission,
      specification: {
        ...axis.transmission.specification,
        pitch: quantityOf('2 mm'),
      } as Axis['transmission']['specification'],
    },
  };
  const context = axisContext({ ...machine, axes: [known] }, axis.id);
  if (!context) throw new Error('axis');
  return { axis: known, context, reckoner: new Reckoner(context), findings: [], subject: (now) => now.axis(axis.id) };
}

describe('the plan of a step check', () => {
  it('begins with targets over the whole travel, and reads zero again', () => {
    const draft = firstDraft(viewOf('1.8 °'), 'metric', () => 0.3);
    const { targets, message } = readTargets(draft.targets);
    expect(message).toBe('');
    expect(targets.length).toBe(4);
    expect(draft.returnToZero).toBeTrue();
    // 300 mm of travel, less a take-up at both ends.
    expect(Math.max(...targets) / 1600)
      .withContext('millimetres')
      .toBeGreaterThan(290);
    expect((Math.max(...targets) + 800) / 1600).toBeLessThan(300);
  });

  it('reads targets in any spacing and says which word is wrong', () => {
    expect(readTargets(' 200, 600;800 ').targets).toEqual([200, 600, 800]);
    expect(readTargets('').message).toContain('at least one');
    expect(readTargets('200, 12.5').message).toContain('“12.5”');
    expect(readTargets('200 200').message).toContain('twice');
    expect(readTargets('200,5').message).toBe('“200,5” could be one number or two: put a space after the comma.');
    expect(readTargets('-4').message).toContain('“-4”');
  });

  it('becomes a plan in the quantities of its axis', () => {
    const view = viewOf('1.8 °');
    const made = planOf({ ...firstDraft(view, 'inch', () => 0.5), targets: '200, 600' }, view);
    expect(
      'plan' in made && [made.plan.targets, made.plan.measured.kind, made.plan.measured.digit.text, made.plan.takeUp],
    ).toEqual([[200, 600], 'length', '0.0005 in', 800]);
    expect(planOf({ ...firstDraft(view, 'metric', () => 0.5), targets: 'x' }, view)).toEqual({
      message: jasmine.any(String) as unknown as string,
    });
  });
});

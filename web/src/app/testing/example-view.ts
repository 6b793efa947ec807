import { axisContext, judgeAxis, sayIn } from '@crisp-notch/core/drive-line';
import { newAxis, newMachine, type Axis } from '@crisp-notch/core/machine';
import { quantityOf, withCount } from '@crisp-notch/core/shape';
import { Reckoner } from '@crisp-notch/core/reckoner';
import type { AxisView } from '../data/design-store';
import { axisSubject } from '../data/subjects';

/** A screw axis of 1.8°, quarter steps and 20 threads per inch, as a page sees it. */
export function exampleView(change: (axis: Axis) => Axis = (axis) => axis): AxisView {
  const machine = newMachine('Example', 'router');
  const first = newAxis('axis-1', 'X', 'screw', 'supply-1');
  const axis = change({
    ...first,
    driver: withCount(first.driver, 'microsteps', 4),
    motor: {
      ...first.motor,
      specification: {
        ...first.motor.specification,
        stepAngle: quantityOf('1.8 °'),
        holdingTorque: quantityOf('0.45 N·m'),
        ratedCurrent: quantityOf('1.5 A'),
      },
    },
    transmission: {
      ...first.transmission,
      specification: {
        ...first.transmission.specification,
        pitch: quantityOf('20 tpi'),
      } as Axis['transmission']['specification'],
    },
  });
  const context = axisContext({ ...machine, axes: [axis] }, axis.id);
  if (!context) throw new Error('the machine must have its axis');
  const reckoner = new Reckoner(context);
  const subject = axisSubject(reckoner, null);
  return { axis, context, reckoner, findings: judgeAxis(reckoner, sayIn('metric')), subject: () => subject };
}

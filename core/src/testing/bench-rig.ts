import { truthOf, type AxisTruth, type Truth } from '../bench/index.js';
import { newAxis, type Machine } from '../machine/index.js';
import { wholeMachine } from './whole-machine.js';

/** The truth of a screw axis whose every number is said. */
export function screwTruth(change: (axis: AxisTruth) => AxisTruth = (axis) => axis, machine = wholeMachine()): Truth {
  const { truth, lacking } = truthOf(machine);
  if (lacking.length > 0) throw new Error(`the rig lacks ${lacking.map(({ what }) => what).join(', ')}`);
  return { ...truth, axes: truth.axes.map(change) };
}

/** A machine of three such axes. */
export function threeAxes(): Machine {
  const machine = wholeMachine();
  const [axis] = machine.axes;
  if (!axis) throw new Error('the example has an axis');
  return {
    ...machine,
    axes: ['X', 'Y', 'Z'].map((letter, place) => ({
      ...axis,
      id: newAxis(`axis-${place + 1}`, letter, 'screw', null).id,
      letter,
    })),
  };
}

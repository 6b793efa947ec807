import { newMachine, quantityOf, type Axis, type Machine } from '@crisp-notch/core/machine';
import type { StepCheckPlan } from '@crisp-notch/core/checks';

/** A machine whose first axis has exact steps: 1.8°, quarter steps, 20 threads an inch. */
export function screwMachine(name = 'Test router', microsteps = 4): Machine {
  const machine = newMachine(name, 'router');
  const axis = machine.axes[0] as Axis;
  return {
    ...machine,
    axes: [
      {
        ...axis,
        driver: { ...axis.driver, microsteps },
        motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: quantityOf('1.8 °') } },
        transmission: { ...axis.transmission, specification: { ...axis.transmission.specification, pitch: quantityOf('20 tpi') } as Axis['transmission']['specification'] },
      },
    ],
  };
}

export const examplePlan: StepCheckPlan = {
  targets: [200, 600],
  runs: 1,
  approach: 'one-way',
  returnToZero: false,
  takeUp: 200,
  instrument: { kind: 'linear', name: 'dial indicator', form: 'indicator', resolution: quantityOf('0.0005 in'), tilt: null, scaleUncertainty: null },
  tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
};

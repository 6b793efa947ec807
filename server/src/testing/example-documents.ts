import { newMachine, type Axis, type Machine } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { usualMeasuring, type PlanOf } from '@crisp-notch/core/checks';

/** A machine whose first axis has exact steps: 1.8°, quarter steps, 20 threads per inch. */
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
        transmission: {
          ...axis.transmission,
          specification: {
            ...axis.transmission.specification,
            pitch: quantityOf('20 tpi'),
          } as Axis['transmission']['specification'],
        },
      },
    ],
  };
}

export const examplePlan: PlanOf<'step-check'> = {
  kind: 'step-check',
  targets: [200, 600],
  runs: 1,
  approach: 'one-way',
  returnToZero: false,
  takeUp: 200,
  measured: {
    ...usualMeasuring('plunger-indicator'),
    error: null,
    range: null,
    digit: quantityOf('0.0005 in'),
    name: 'dial indicator',
  },
  tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
};

function pick<T extends object, K extends keyof T>(item: T, ...keys: readonly K[]): Pick<T, K> {
  return Object.fromEntries(keys.map((key) => [key, item[key]])) as unknown as Pick<T, K>;
}

/** The same machine as the first version of the program wrote it, which knew less of everything. */
export function screwMachineOfVersion1(name: string): unknown {
  const machine = screwMachine(name);
  return {
    ...pick(machine, 'format', 'name', 'kind', 'note', 'card'),
    version: 1,
    supplies: machine.supplies.map((supply) => ({
      ...pick(supply, 'id', 'part', 'name'),
      specification: pick(supply.specification, 'voltage', 'current'),
    })),
    controller: {
      ...machine.controller,
      specification: pick(machine.controller.specification, 'pulseRateMost', 'outputs'),
    },
    axes: machine.axes.map((axis) => ({
      ...pick(axis, 'id', 'letter', 'name', 'supply', 'reduction', 'currentSchool', 'setting'),
      job: pick(axis.job, 'kind', 'travel', 'speed', 'tolerance', 'load'),
      driver: {
        ...pick(axis.driver, 'part', 'name', 'microsteps', 'currentLimit'),
        specification: pick(
          axis.driver.specification,
          'formula',
          'currentMost',
          'voltageLeast',
          'voltageMost',
          'finestMicrosteps',
        ),
      },
      motor: {
        ...pick(axis.motor, 'part', 'name'),
        specification: pick(
          axis.motor.specification,
          'leads',
          'stepAngle',
          'holdingTorque',
          'ratedCurrent',
          'resistance',
          'inductance',
          'rotorInertia',
          'gearhead',
        ),
      },
      transmission: {
        ...axis.transmission,
        specification: pick(axis.transmission.specification as never, 'kind', 'pitch', 'starts', 'efficiency'),
      },
      carriage: pick(axis.carriage, 'name', 'mass'),
    })),
  };
}

import { judgeAxis, type AxisContext } from '../drive-line/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { Reckoner, type Figure } from '../reckoner/index.js';
import { exampleTransmission, firstAxis, sayPlain, screwMachine } from './example-machine.js';

/** A whole axis: a motor of 0.40 N·m on a trapezoidal screw, everything said that the judgement needs. */
export function wholeMachine(change: (axis: Axis) => Axis = (axis) => axis, voltage = '24 V'): Machine {
  const machine = screwMachine((axis) =>
    change({
      ...axis,
      driver: { ...axis.driver, microsteps: 8, currentLimit: quantityOf('1.5 A') },
      motor: {
        ...axis.motor,
        specification: {
          ...axis.motor.specification,
          holdingTorque: quantityOf('0.4 N·m'),
          resistance: quantityOf('2 Ω'),
          inductance: quantityOf('3 mH'),
          rotorInertia: quantityOf('54 g·cm²'),
        },
      },
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', {
          pitch: quantityOf('4 mm'),
          starts: 2,
          diameter: quantityOf('12 mm'),
          length: quantityOf('500 mm'),
          ends: 'supported',
        }),
      },
      carriage: { ...axis.carriage, mass: quantityOf('5 kg') },
      job: {
        ...axis.job,
        speed: quantityOf('40 mm/s'),
        acceleration: quantityOf('300 mm/s²'),
        load: quantityOf('40 N'),
        friction: quantityOf('8 N'),
      },
    }),
  );
  return {
    ...machine,
    supplies: machine.supplies.map((item) => ({
      ...item,
      specification: { ...item.specification, voltage: quantityOf(voltage) },
    })),
  };
}

/** Value of a figure of the first axis. */
export const of = (machine: Machine, figure: Figure<AxisContext>): number => {
  const value = new Reckoner(firstAxis(machine)).value(figure);
  if (value === null) throw new Error(`${figure.name} must have a value`);
  return value;
};
export const withJob =
  (job: object) =>
  (axis: Axis): Axis => ({ ...axis, job: { ...axis.job, ...job } });
export const withScrew =
  (said: Parameters<typeof exampleTransmission<'screw'>>[1]) =>
  (axis: Axis): Axis => ({
    ...axis,
    transmission: {
      ...axis.transmission,
      specification: { ...axis.transmission.specification, ...said } as Axis['transmission']['specification'],
    },
  });
/** The axis on a belt in place of its screw, with all the rest as it was. */
export const withBelt =
  (said: Parameters<typeof exampleTransmission<'belt'>>[1]) =>
  (axis: Axis): Axis => ({
    ...axis,
    transmission: {
      ...axis.transmission,
      specification: exampleTransmission('belt', {
        pitch: quantityOf('2 mm'),
        teeth: 20,
        efficiency: quantityOf('0.95'),
        ...said,
      }),
    },
  });
export const withMotor =
  (said: Partial<Axis['motor']['specification']>, station: Partial<Axis['motor']> = {}) =>
  (axis: Axis): Axis => ({
    ...axis,
    motor: { ...axis.motor, ...station, specification: { ...axis.motor.specification, ...said } },
  });
export const withDriver =
  (said: Partial<Axis['driver']['specification']>, station: Partial<Axis['driver']> = {}) =>
  (axis: Axis): Axis => ({
    ...axis,
    driver: { ...axis.driver, ...station, specification: { ...axis.driver.specification, ...said } },
  });
/** `stop rule-id` of everything found on the first axis. */
export const findings = (machine: Machine): readonly string[] =>
  judgeAxis(new Reckoner(firstAxis(machine)), sayPlain).map((item) => `${item.severity} ${item.id}`);

/** The same axis standing upright on guides without friction, with a mass on it. */
export const upright =
  (mass: string, more: (axis: Axis) => Axis = (axis) => axis) =>
  (axis: Axis): Axis =>
    more({
      ...withJob({ incline: quantityOf('90 °'), friction: quantityOf('0 N') })(axis),
      carriage: { ...axis.carriage, mass: quantityOf(mass) },
    });

/** A reason of a rule on the first axis; empty where it finds nothing. */
export const reasonOf = (machine: Machine, id: string): string =>
  judgeAxis(new Reckoner(firstAxis(machine)), sayPlain).find((item) => item.id === id)?.sentence ?? '';

/** Whether a figure of the first axis has a value, lacks something or has none. */
export const kindOf = (machine: Machine, figure: Figure<AxisContext>): string =>
  new Reckoner(firstAxis(machine)).get(figure).kind;

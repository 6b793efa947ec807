import { axisContext, type AxisContext } from '../drive-line/index.js';
import { newAxis, newMachine, type Axis, type Machine } from '../machine/index.js';
import {
  BLANK_GEARHEAD,
  blankStage,
  defaultTransmission,
  type Stage,
  type TransmissionSpecification,
} from '../parts/index.js';
import { quantityOf, withCount } from '../shape/index.js';

/** A one-axis router for tests: 1.8° motor, quarter steps, 20-per-inch single-start screw. */
export function screwMachine(change: (axis: Axis) => Axis = (axis) => axis): Machine {
  const machine = newMachine('Test router', 'router');
  const axis = newAxis('axis-1', 'X', 'screw', 'supply-1');
  return {
    ...machine,
    axes: [
      change({
        ...axis,
        // Without friction, so that the arithmetic of the load is plain.
        job: { ...axis.job, friction: quantityOf('0 N') },
        driver: withCount(axis.driver, 'microsteps', 4),
        motor: {
          ...axis.motor,
          specification: {
            ...axis.motor.specification,
            stepAngle: quantityOf('1.8 °'),
            holdingTorque: quantityOf('0.45 N·m'),
            ratedCurrent: quantityOf('1.5 A'),
          },
        },
        transmission: {
          ...axis.transmission,
          specification: exampleTransmission('screw', { pitch: quantityOf('20 tpi') }),
        },
      }),
    ],
  };
}

/** A turning axis whose can-stack motor of 32 steps sits behind a gearhead printed 64:1. */
export function cannedMotorMachine(): Machine {
  const machine = newMachine('Test table', 'dividing-table');
  const axis = newAxis('axis-1', 'A', 'rotary', 'supply-1');
  const gear = (driven: number, driver: number): Stage => blankStage('gear', driver, driven);
  return {
    ...machine,
    axes: [
      {
        ...axis,
        driver: withCount(axis.driver, 'microsteps', 1),
        motor: {
          ...axis.motor,
          specification: {
            ...axis.motor.specification,
            leads: 5,
            stepAngle: quantityOf('11.25 °'),
            gearhead: {
              ...BLANK_GEARHEAD,
              nominal: quantityOf('64'),
              stages: [gear(32, 9), gear(22, 11), gear(26, 9), gear(31, 10)],
            },
          },
        },
      },
    ],
  };
}

type KindOf<K extends TransmissionSpecification['kind']> = Extract<TransmissionSpecification, { kind: K }>;

/** A transmission of a kind with some of it said and the rest as any has it. */
export function exampleTransmission<K extends TransmissionSpecification['kind']>(
  kind: K,
  said: Partial<KindOf<K>>,
): KindOf<K> {
  return {
    ...(defaultTransmission(kind) as KindOf<K>),
    ...('guessed' in defaultTransmission(kind) ? { guessed: [] } : {}),
    ...said,
  };
}

/** The first axis of a machine in its context. */
export function firstAxis(machine: Machine): AxisContext {
  const context = axisContext(machine, machine.axes[0]?.id ?? '');
  if (!context) throw new RangeError('machine must have an axis');
  return context;
}

/** Writes SI values with their bare number, so that tests can find them in sentences. */
export const sayPlain = (value: number, dimension: string): string => `${value.toPrecision(4)} ${dimension}`;

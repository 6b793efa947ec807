import {
  BLANK_AUXILIARY,
  newAuxiliary,
  newAxis,
  newConverter,
  newMachine,
  type Auxiliary,
  type Axis,
  type Machine,
  type Supply,
} from '../machine/index.js';
import { quantityOf } from '../shape/index.js';

const q = quantityOf;

interface Line {
  readonly id: string;
  readonly letter: string;
  readonly lead: string;
  readonly efficiency: string;
  readonly load: string;
  readonly mass: string;
  readonly speed: string;
  readonly incline?: string;
  readonly count?: 1 | 2;
}

function axisOf({ id, letter, lead, efficiency, load, mass, speed, incline = '0 °', count = 1 }: Line): Axis {
  const axis = newAxis(id, letter, 'screw', 'supply-1');
  if (axis.job.kind !== 'linear' || axis.transmission.specification.kind !== 'screw')
    throw new Error('a screw moves along a line');
  return {
    ...axis,
    job: {
      ...axis.job,
      load: q(load),
      friction: q('0 N'),
      speed: q(speed),
      acceleration: q('250 mm/s²'),
      incline: q(incline),
    },
    motor: {
      ...axis.motor,
      count,
      specification: {
        ...axis.motor.specification,
        stepAngle: q('1.8 °'),
        holdingTorque: q('0.9 N·m'),
        ratedCurrent: q('1.5 A'),
        resistance: q('2 Ω'),
        inductance: q('3 mH'),
        rotorInertia: q('80 g·cm²'),
      },
    },
    driver: {
      ...axis.driver,
      currentLimit: q('1.5 A'),
      specification: {
        ...axis.driver.specification,
        onResistance: q('0.25 Ω'),
        quiescent: q('0.5 W'),
        efficiency: q('95 %'),
        voltageMost: q('35 V'),
      },
    },
    transmission: {
      ...axis.transmission,
      specification: { ...axis.transmission.specification, pitch: q(lead), efficiency: q(efficiency) },
    },
    carriage: { ...axis.carriage, mass: q(mass) },
  };
}

/** The machine of docs/supply-example.md. */
export function exampleMachine(change: (machine: Machine) => Machine = (machine) => machine): Machine {
  const bare: Machine = {
    ...newMachine('Four motors', 'router'),
    axes: [
      axisOf({
        id: 'axis-1',
        letter: 'X',
        lead: '8 mm',
        efficiency: '0.4',
        load: '50 N',
        mass: '10 kg',
        speed: '40 mm/s',
      }),
      axisOf({
        id: 'axis-2',
        letter: 'Y',
        lead: '8 mm',
        efficiency: '0.4',
        load: '100 N',
        mass: '20 kg',
        speed: '40 mm/s',
        count: 2,
      }),
      axisOf({
        id: 'axis-3',
        letter: 'Z',
        lead: '4 mm',
        efficiency: '0.3',
        load: '30 N',
        mass: '2 kg',
        speed: '20 mm/s',
        incline: '90 °',
      }),
    ],
  };
  const [supply] = bare.supplies as [Supply];
  const converter = {
    ...newConverter(bare, supply.id),
    specification: { voltage: q('12 V'), current: q('2 A'), efficiency: q('85 %') },
  };
  const pump: Auxiliary = {
    ...newAuxiliary(bare),
    name: 'Pump',
    rail: converter.id,
    specification: { ...BLANK_AUXILIARY, use: 'coolant', voltage: q('12 V'), current: q('0.8 A') },
  };
  return change({
    ...bare,
    supplies: [{ ...supply, specification: { ...supply.specification, voltage: q('24 V'), current: q('3.2 A') } }],
    converters: [converter],
    auxiliaries: [pump],
  });
}

import { newAxis, type Machine } from '../machine/index.js';
import { a, kit, transmissionPart } from './kit.js';
import { CONTROLLER, SMALL_DRIVER, SMALL_MOTOR, SUPPLY_24, fineScrew } from './stock.js';

const knife = fineScrew('60 mm');

/** A knife on a short screw beside the feed. */
function withKnife(machine: Machine): Machine {
  const axis = newAxis('axis-2', 'V', 'screw', 'supply-1');
  return {
    ...machine,
    axes: [
      ...machine.axes,
      {
        ...axis,
        name: 'knife',
        job: {
          ...axis.job,
          ...{
            travel: a('12 mm'),
            speed: a('10 mm/s'),
            acceleration: a('150 mm/s²'),
            tolerance: a('0.05 mm'),
            load: a('60 N'),
            friction: a('3 N'),
          },
        },
        motor: { ...axis.motor, ...SMALL_MOTOR },
        driver: { ...axis.driver, ...SMALL_DRIVER, microsteps: 8, currentLimit: a('1.3 A') },
        transmission: { ...axis.transmission, ...knife },
        carriage: { ...axis.carriage, mass: a('0.5 kg') },
      },
    ],
  };
}

/** Ribbon to length. */
export const ribbonFeeder = kit({
  name: 'Ribbon feeder with cut-off',
  about: 'A feeder that cuts ribbon to length: a rubber roller that pulls, and a knife on a short screw.',
  kind: 'feeder',
  axes: {
    U: {
      motor: SMALL_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 16,
      limit: '1.3 A',
      transmission: transmissionPart('Rubber feed roller, 30 mm', 'roller', {
        diameter: a('30 mm'),
        stock: a('0.2 mm'),
      }),
      mass: '0.3 kg',
      job: {
        travel: '400 mm',
        speed: '120 mm/s',
        acceleration: '500 mm/s²',
        load: '6 N',
        friction: '3 N',
        tolerance: '0.5 mm',
      },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
  more: withKnife,
});

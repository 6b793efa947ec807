import { a, kit, transmissionPart } from './kit.js';
import { blankStage } from '../parts/index.js';
import { CONTROLLER, LARGE_DRIVER, LARGE_MOTOR, SUPPLY_36 } from './stock.js';

const rack = transmissionPart('Rack, module 1, with a 20-tooth pinion', 'rack', { tooth: a('1 mm'), teeth: 20 });
/** A belt of 15 to 60 teeth between motor and pinion. */
const belted = [blankStage('belt', 15, 60)];

/** Panels of model hulls out of whole sheets. */
export const hullRouter = kit({
  name: 'Hull-panel sheet router',
  about:
    'A wide router for whole sheets of thin ply: a gantry that two motors push on racks, each side with its own home switch.',
  kind: 'sheet-router',
  axes: {
    X: {
      motor: LARGE_MOTOR,
      driver: LARGE_DRIVER,
      microsteps: 8,
      limit: '2.8 A',
      reduction: belted,
      transmission: rack,
      mass: '11 kg',
      job: {
        travel: '1250 mm',
        speed: '80 mm/s',
        acceleration: '300 mm/s²',
        load: '60 N',
        friction: '20 N',
        tolerance: '0.2 mm',
      },
    },
    Y: {
      motor: LARGE_MOTOR,
      motors: 2,
      driver: LARGE_DRIVER,
      microsteps: 8,
      limit: '2.8 A',
      reduction: belted,
      transmission: rack,
      mass: '34 kg',
      job: {
        travel: '2450 mm',
        speed: '80 mm/s',
        acceleration: '250 mm/s²',
        load: '60 N',
        friction: '40 N',
        tolerance: '0.2 mm',
      },
      squaring: true,
    },
    Z: {
      motor: LARGE_MOTOR,
      driver: LARGE_DRIVER,
      microsteps: 8,
      limit: '2.8 A',
      transmission: transmissionPart('Ball screw, 12 mm, 4 mm lead', 'screw', {
        form: 'ball',
        pitch: a('4 mm'),
        starts: 1,
        diameter: a('12 mm'),
        length: a('220 mm'),
        efficiency: a('90 %'),
      }),
      mass: '6 kg',
      job: {
        travel: '140 mm',
        speed: '30 mm/s',
        acceleration: '200 mm/s²',
        load: '50 N',
        friction: '8 N',
        tolerance: '0.05 mm',
      },
    },
  },
  supply: SUPPLY_36,
  controller: CONTROLLER,
});

import type { Axis, Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { screwMachine } from '../testing/example-machine.js';
import { fitOfLine, type SpaceOptions } from './index.js';

const options: SpaceOptions = { free: [], series: [], onlyOwned: false, motorWords: '', driverWords: '' };
const limits = { priceMost: null, holdsUnpowered: false };

/** A line of which everything is said, asked to go so fast. */
const asked = (speed: string, change: (axis: Axis) => Axis = (axis) => axis): Machine =>
  screwMachine((axis) =>
    change({
      ...axis,
      job: {
        ...axis.job,
        speed: quantityOf(speed),
        acceleration: quantityOf('100 mm/s²'),
        load: quantityOf('10 N'),
        travel: quantityOf('200 mm'),
      },
      carriage: { ...axis.carriage, mass: quantityOf('3 kg') },
      motor: {
        ...axis.motor,
        specification: {
          ...axis.motor.specification,
          holdingTorque: quantityOf('0.9 N·m'),
          ratedCurrent: quantityOf('2 A'),
          resistance: quantityOf('1.4 Ω'),
          inductance: quantityOf('3 mH'),
          rotorInertia: quantityOf('280 g·cm²'),
        },
      },
      driver: { ...axis.driver, currentLimit: quantityOf('1.8 A') },
    }),
  );

describe('a line that stands already', () => {
  it('fits what it can do, and otherwise says the single wishes to give way on, each of which lets it fit', () => {
    expect(fitOfLine(asked('5 mm/s'), 'axis-1', options, limits)).toEqual({ fits: true, ways: [] });
    const fast = fitOfLine(asked('2 m/s'), 'axis-1', options, limits);
    expect(fast.fits).toBeFalse();
    const speed = fast.ways.find(({ wish }) => wish === 'speed');
    expect([speed?.from, (speed?.to ?? 9) < 2]).toEqual([2, true]);
    expect(fitOfLine(asked(`${speed?.to} m/s`), 'axis-1', options, limits).fits).toBeTrue();
  });

  it('fits nothing while the job is not said', () => {
    const unsaid = asked('5 mm/s', (axis) => ({ ...axis, job: { ...axis.job, load: null } }));
    expect(fitOfLine(unsaid, 'axis-1', options, limits)).toEqual({ fits: false, ways: [] });
  });
});

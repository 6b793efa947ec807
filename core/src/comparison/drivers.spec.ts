import { driverHeat } from '../drive-line/index.js';
import { newPart, type DriverSpecification, type ShelfPart } from '../parts/index.js';
import { quantityOf, withCount } from '../shape/index.js';
import { of, wholeMachine, withDriver } from '../testing/whole-machine.js';
import { DRIVERS_MOST, driversBeside } from './index.js';

const shelf = (id: string, said: Partial<DriverSpecification>): ShelfPart => ({
  id,
  part: {
    ...newPart('driver', `Driver ${id}`),
    specification: {
      ...withCount(newPart('driver', '').specification, 'finestMicrosteps', 32),
      ...said,
    },
  },
});
const SMALL = shelf('small', {
  currentMost: quantityOf('1 A'),
  voltageLeast: quantityOf('8 V'),
  voltageMost: quantityOf('20 V'),
  onResistance: quantityOf('0.5 Ω'),
  thermalResistance: quantityOf('60 K/W'),
});
const LARGE = shelf('large', {
  currentMost: quantityOf('4 A'),
  voltageLeast: quantityOf('12 V'),
  voltageMost: quantityOf('50 V'),
  onResistance: quantityOf('0.1 Ω'),
  thermalResistance: quantityOf('10 K/W'),
  noise: 'quiet',
  protection: 'heat, short',
});

describe('drivers side by side', () => {
  // The whole example machine: a motor of 1.5 A on 24 V.
  const machine = wholeMachine();
  const [small, large] = driversBeside(machine, 'axis-1', [SMALL, LARGE]);

  it('are each set to what motor and driver bear: the small one to its 1 A, the large one to the motor’s 1.5 A', () => {
    const like = (part: ShelfPart, limit: string): number =>
      of(
        wholeMachine(withDriver(part.part.specification as DriverSpecification, { currentLimit: quantityOf(limit) })),
        driverHeat,
      );
    expect(small?.heat).toBeCloseTo(like(SMALL, '1 A'), 9);
    expect(large?.heat).toBeCloseTo(like(LARGE, '1.5 A'), 9);
    expect(large?.margin).toBeGreaterThan(small?.margin ?? Infinity);
  });

  it('tell the current bare, with a sink, and with a fan, and whether the supply fits', () => {
    expect(small?.bare ?? 0).toBeLessThan(small?.withSink ?? 0);
    expect(small?.withSink ?? 0).toBeLessThanOrEqual(small?.withFan ?? 0);
    expect([large?.bare, large?.withFan]).toEqual([1.5, 1.5]);
    expect([small?.fitsSupply, large?.fitsSupply]).toEqual([false, true]);
    expect([large?.noise, large?.protection, large?.finestMicrosteps]).toEqual(['quiet', 'heat, short', 32]);
  });

  it('say nothing that no sheet says', () => {
    const [bare] = driversBeside(machine, 'axis-1', [{ id: 'x', part: newPart('driver', 'Unknown') }]);
    expect(bare).toEqual(
      jasmine.objectContaining({
        bare: null,
        least: null,
        most: null,
        fitsSupply: null,
        finestMicrosteps: null,
        logicSupply: '',
        noise: '',
        price: '',
      }),
    );
  });

  it('are four at most, and leave out what is no driver', () => {
    const many = Array.from({ length: 6 }, (_, index) => shelf(String(index), {}));
    expect(driversBeside(machine, 'axis-1', many).length).toBe(DRIVERS_MOST);
    expect(driversBeside(machine, 'axis-1', [{ id: 'm', part: newPart('motor', 'Motor') }])).toEqual([]);
  });
});

import { quantityOf, type Axis } from '../machine/index.js';
import { cannedMotorMachine, screwMachine } from '../testing/example-machine.js';
import { checkPart, choosePart, fitsAxis, newPart, PART_KINDS, type Part, type ShelfPart } from './index.js';

const onShelf = (part: Part): ShelfPart => ({ id: 'part-1', part });
const axisOf = (machine: ReturnType<typeof screwMachine>): Axis => machine.axes[0] as Axis;

describe('parts', () => {
  it('of every kind are sound from the start', () => {
    for (const kind of PART_KINDS)
      expect(checkPart(newPart(kind, 'A part')).ok)
        .withContext(kind)
        .toBeTrue();
    expect(checkPart(newPart('motor', '')).ok)
      .withContext('a part needs a name')
      .toBeFalse();
  });

  it('are copied into their station with a link, and leave the rest of the axis alone', () => {
    const part = {
      ...newPart('motor', 'Motor 48'),
      specification: { ...(newPart('motor', '').specification as Extract<Part, { kind: 'motor' }>['specification']), stepAngle: quantityOf('7.5 °', 'part') },
    } as Part;
    const before = screwMachine();
    const after = choosePart(before, 'axis-1', onShelf(part));
    expect(axisOf(after).motor.part).toEqual({ id: 'part-1', name: 'Motor 48' });
    expect(axisOf(after).motor.specification.stepAngle?.text).toBe('7.5 °');
    expect(axisOf(after).transmission).toBe(axisOf(before).transmission);
    expect(axisOf(before).motor.specification.stepAngle?.text).withContext('the design before is untouched').toBe('1.8 °');
  });

  it('keep the microsteps that were set, unless the driver has none so fine', () => {
    const driver = (finestMicrosteps: number): Part =>
      ({ ...newPart('driver', 'Driver'), specification: { formula: null, currentMost: null, voltageLeast: null, voltageMost: null, finestMicrosteps } }) as Part;
    const limited = screwMachine((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: quantityOf('1.2 A') } }));
    expect(axisOf(choosePart(limited, 'axis-1', onShelf(driver(32)))).driver.microsteps).toBe(4);
    const coarse = axisOf(choosePart(limited, 'axis-1', onShelf(driver(2)))).driver;
    expect([coarse.microsteps, coarse.currentLimit?.text]).toEqual([2, '1.2 A']);
  });

  it('reach the axis’ supply and the machine’s controller', () => {
    const machine = screwMachine();
    const supply = { ...newPart('supply', 'Supply 36'), specification: { voltage: quantityOf('36 V', 'part'), current: null } } as Part;
    expect(choosePart(machine, 'axis-1', onShelf(supply)).supplies[0]?.specification.voltage?.text).toBe('36 V');
    expect(choosePart(machine, 'axis-1', onShelf(newPart('controller', 'Controller'))).controller.name).toBe('Controller');
  });

  it('never change what an axis is asked to do', () => {
    const screw = newPart('transmission', 'Screw');
    expect(fitsAxis(axisOf(screwMachine()), screw)).toBeTrue();
    expect(fitsAxis(axisOf(cannedMotorMachine()), screw)).toBeFalse();
    expect(() => choosePart(cannedMotorMachine(), 'axis-1', onShelf(screw))).toThrowError(RangeError);
    expect(() => choosePart(screwMachine(), 'axis-9', onShelf(screw))).toThrowError(RangeError);
  });
});

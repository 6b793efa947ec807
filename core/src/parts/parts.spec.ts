import { newLeads } from '../coils/index.js';
import { BLANK_HOOKUP, type Axis, choosePart, fitsAxis, partsHeld } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import {
  checkPart,
  completeness,
  estimatedMotor,
  newPart,
  PART_KINDS,
  TRANSMISSION_SERIES,
  type Part,
  type ShelfPart,
} from './index.js';
import { cannedMotorMachine, screwMachine } from '../testing/example-machine.js';

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
      specification: {
        ...newPart('motor', '').specification,
        stepAngle: quantityOf('7.5 °', 'part'),
      },
    } as Part;
    const before = screwMachine();
    const after = choosePart(before, 'axis-1', onShelf(part));
    expect(axisOf(after).motor.part).toEqual({ id: 'part-1', name: 'Motor 48' });
    expect(axisOf(after).motor.specification.stepAngle?.text).toBe('7.5 °');
    expect(axisOf(after).transmission).toBe(axisOf(before).transmission);
    expect(axisOf(before).motor.specification.stepAngle?.text)
      .withContext('the design before is untouched')
      .toBe('1.8 °');
  });

  it('keep the microsteps that were set, unless the driver has none so fine', () => {
    const driver = (finestMicrosteps: number): Part =>
      ({
        ...newPart('driver', 'Driver'),
        specification: { formula: null, currentMost: null, voltageLeast: null, voltageMost: null, finestMicrosteps },
      }) as Part;
    const limited = screwMachine((axis) => ({
      ...axis,
      driver: { ...axis.driver, currentLimit: quantityOf('1.2 A') },
    }));
    expect(axisOf(choosePart(limited, 'axis-1', onShelf(driver(32)))).driver.microsteps).toBe(4);
    const coarse = axisOf(choosePart(limited, 'axis-1', onShelf(driver(2)))).driver;
    expect([coarse.microsteps, coarse.currentLimit?.text]).toEqual([2, '1.2 A']);
  });

  it('reach the axis’ supply and the machine’s controller', () => {
    const machine = screwMachine();
    const supply = {
      ...newPart('supply', 'Supply 36'),
      specification: { voltage: quantityOf('36 V', 'part'), current: null },
    } as Part;
    expect(choosePart(machine, 'axis-1', onShelf(supply)).supplies[0]?.specification.voltage?.text).toBe('36 V');
    expect(choosePart(machine, 'axis-1', onShelf(newPart('controller', 'Controller'))).controller.name).toBe(
      'Controller',
    );
  });

  it('reach coupling and mount, and are added as converter or auxiliary', () => {
    const choose = (kind: Part['kind']): ReturnType<typeof screwMachine> =>
      choosePart(screwMachine(), 'axis-1', onShelf(newPart(kind, kind)));
    expect(axisOf(choose('coupling')).coupling?.name).toBe('coupling');
    expect(axisOf(choose('mount')).mount?.part?.id).toBe('part-1');
    expect(choose('converter').converters.map((item) => [item.id, item.from, item.name])).toEqual([
      ['rail-1', 'supply-1', 'converter'],
    ]);
    expect(choose('auxiliary').auxiliaries.map((item) => [item.id, item.rail])).toEqual([['auxiliary-1', 'supply-1']]);
    expect(partsHeld(choose('auxiliary'))).toEqual([{ id: 'part-1', name: 'auxiliary' }]);
    expect(partsHeld(screwMachine((axis) => ({ ...axis, motor: { ...axis.motor, name: 'M' } })))).toEqual([
      { id: null, name: 'M' },
    ]);
    expect(partsHeld(screwMachine())).toEqual([]);
  });

  it('say how complete their sheet is, and what is guessed for the rest', () => {
    const motor = newPart('motor', 'M');
    expect(completeness(motor)).toEqual(jasmine.objectContaining({ known: 0, of: 7 }));
    const half = {
      ...motor.specification,
      holdingTorque: quantityOf('0.45 N·m'),
      resistance: quantityOf('2.1 Ω'),
      inductance: quantityOf('3.2 mH'),
    };
    const guessed = estimatedMotor(half);
    expect([guessed.inductance, guessed.rotorInertia]).toEqual([
      quantityOf('3.2 mH'),
      quantityOf('60 g·cm²', 'estimated'),
    ]);
    expect(estimatedMotor({ ...half, inductance: null }).inductance).toEqual(quantityOf('3.1 mH', 'estimated'));
    expect(completeness({ ...motor, specification: guessed }).missing).toEqual([
      'step angle',
      'rated current',
      'shaft',
    ]);
    expect(estimatedMotor(motor.specification)).toEqual(motor.specification);
    const fan = newPart('auxiliary', 'Fan');
    expect(completeness(fan).missing).toEqual(['voltage', 'current']);
    expect(completeness({ ...fan, specification: { ...fan.specification, power: quantityOf('3 W') } }).missing).toEqual(
      ['voltage'],
    );
    expect(
      completeness({
        ...newPart('mount', 'B'),
        specification: { frame: '17', boltCircle: null, pilot: null },
      }),
    ).toEqual({
      known: 0,
      of: 0,
      missing: [],
    });
  });

  it('come in standard sizes that are sound parts, each named once, every series with its standard', () => {
    const members = TRANSMISSION_SERIES.flatMap((series) => series.members);
    for (const { name, specification } of members) {
      const checked = checkPart({ ...newPart('transmission', name), specification });
      expect(checked.ok).withContext(name).toBeTrue();
    }
    expect(new Set(members.map((member) => member.name)).size).toBe(members.length);
    for (const series of TRANSMISSION_SERIES) expect(series.source).toMatch(/ISO|ASME|no source/);
    // ISO 2904: Tr 12×3; ASME B1.1: 1/4-20; ISO 54: module 1.25 (all from memory).
    expect(members.map((member) => member.name)).toEqual(
      jasmine.arrayContaining([
        'Lead screw, 12 mm, 3 mm pitch',
        'Threaded rod, 1/4 in, 20 an inch',
        'Rack, module 1.25, 20-tooth pinion',
        'Toothed belt, T5, 5 mm pitch, 20-tooth pulley',
      ]),
    );
  });

  it('never change what an axis is asked to do', () => {
    const screw = newPart('transmission', 'Screw');
    expect(fitsAxis(axisOf(screwMachine()), screw)).toBeTrue();
    expect(fitsAxis(axisOf(cannedMotorMachine()), screw)).toBeFalse();
    expect(() => choosePart(cannedMotorMachine(), 'axis-1', onShelf(screw))).toThrowError(RangeError);
    expect(() => choosePart(screwMachine(), 'axis-9', onShelf(screw))).toThrowError(RangeError);
  });

  it('of another thing leave nothing behind that was found out about the one before', () => {
    const [axis] = screwMachine().axes as [Axis];
    const known: Axis = {
      ...axis,
      leads: [newLeads(4)],
      counted: { pulses: 800, turns: quantityOf('1'), on: null },
      hookup: { ...BLANK_HOOKUP, ground: 'through-signals', carrier: 'right', trimmer: 'clockwise' },
    };
    const machine = { ...screwMachine(), axes: [known] };
    const motor = choosePart(machine, axis.id, onShelf(newPart('motor', 'Other motor'))).axes[0];
    expect([motor?.leads, motor?.counted]).toEqual([[], null]);
    const driver = choosePart(machine, axis.id, onShelf(newPart('driver', 'Other driver'))).axes[0];
    // Its wires stay as they are; how the new one sits nobody has seen.
    expect(driver?.hookup).toEqual({ ...BLANK_HOOKUP, ground: 'through-signals' });
    expect([driver?.counted, driver?.leads.length]).toEqual([null, 1]);
  });
});

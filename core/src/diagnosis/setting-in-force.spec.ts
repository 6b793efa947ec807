import type { Axis } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { firstAxis, screwMachine } from '../testing/example-machine.js';
import { factorTogether, isOfReading, ratioFaults, withSetting, type RatioFault } from './index.js';

const set = (text: string): Axis =>
  firstAxis(
    screwMachine((axis) => ({ ...axis, setting: { kind: 'linear', stepsPerUnit: quantityOf(text), reason: '' } })),
  ).axis;
const factors = (faults: readonly RatioFault[]): ReadonlyMap<string, number> =>
  new Map(faults.map((fault) => [fault.id, fault.factor]));

describe('mistakes beside a setting in force', () => {
  const plain = ratioFaults(firstAxis(screwMachine()).axis, 'router');

  it('are as they were where there is none, or where it is what the parts make', () => {
    expect(withSetting(plain, firstAxis(screwMachine()).axis, 1)).toBe(plain);
    expect(withSetting(plain, set('157.48 steps/mm'), 1)).toBe(plain);
  });

  it('move by their factor times the setting over the parts’, but a misreading by its own', () => {
    // A quarter of the parts' steps: what the mistake leaves goes a quarter of its way.
    const stale = factors(withSetting(plain, set('39.37 steps/mm'), 0.25));
    const [moved, read] = [plain.filter((fault) => !isOfReading(fault)), plain.filter((fault) => isOfReading(fault))];
    expect([moved.length > 5, read.length > 1]).toEqual([true, true]);
    for (const fault of moved)
      expect((stale.get(fault.id) ?? NaN) / fault.factor)
        .withContext(fault.id)
        .toBeCloseTo(0.25, 12);
    for (const fault of read) expect(stale.get(fault.id)).withContext(fault.id).toBe(fault.factor);
    expect(stale.get('setting-stale')).toBeCloseTo(0.25, 12);
  });

  it('take the setting along once where two are made, however far it is from the parts', () => {
    const twoOf = (trim: number, setting: string, ...ids: readonly string[]): number =>
      factorTogether(withSetting(plain, set(setting), trim).filter(({ id }) => ids.includes(id)));
    // A quarter of the parts' steps: half steps for quarter steps go twice as far of that, whatever else is stale.
    expect(twoOf(0.25, '39.37 steps/mm', 'setting-stale', 'microsteps-2')).toBeCloseTo(0.5, 12);
    expect(twoOf(0.25, '39.37 steps/mm', 'microsteps-2', 'read-in-inches')).toBeCloseTo(0.5 / 25.4, 12);
    expect(twoOf(0.25, '39.37 steps/mm', 'microsteps-2', 'step-angle-0.9 °')).toBeCloseTo(0.25, 12);
    // A trim that is right stays with the parts; one that is not is a mistake of its own.
    expect(twoOf(1.02, '160.63 steps/mm', 'microsteps-2', 'step-angle-0.9 °')).toBeCloseTo(1, 12);
    expect(twoOf(1.02, '160.63 steps/mm', 'setting-stale', 'microsteps-2')).toBeCloseTo(2.04, 12);
  });
});

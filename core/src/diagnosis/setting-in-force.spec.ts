import type { Axis } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { firstAxis, screwMachine } from '../testing/example-machine.js';
import { ratioFaults, withSetting, type RatioFault } from './index.js';

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
    const [moved, read] = [
      plain.filter((fault) => fault.side !== 'reading'),
      plain.filter((fault) => fault.side === 'reading'),
    ];
    expect([moved.length > 5, read.length > 1]).toEqual([true, true]);
    for (const fault of moved)
      expect((stale.get(fault.id) ?? NaN) / fault.factor)
        .withContext(fault.id)
        .toBeCloseTo(0.25, 12);
    for (const fault of read) expect(stale.get(fault.id)).withContext(fault.id).toBe(fault.factor);
    expect(stale.get('setting-stale')).toBeCloseTo(0.25, 12);
  });
});

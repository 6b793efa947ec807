import { sayIn } from '../drive-line/index.js';
import { newAuxiliary, type Machine } from '../machine/index.js';
import { PARTS } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import type { WorkOf } from '../work/index.js';
import { coolant } from './coolant.js';
import { mostOn } from './riding.js';

const q = (text: string) => quantityOf(text);
const plain = threeAxes();
const withPump = (change: Partial<Machine['auxiliaries'][number]> = {}): Machine => {
  const specification = { ...PARTS.auxiliary.blank, use: 'coolant', voltage: q('24 V'), current: q('1.5 A') } as const;
  return { ...plain, auxiliaries: [{ ...newAuxiliary(plain, undefined, specification), ...change }] };
};
const planned = (change: Partial<WorkOf<'coolant'>> = {}, machine: Machine = withPump()) =>
  coolant.plan(machine, { ...(coolant.first(machine) as WorkOf<'coolant'>), ...change }, sayIn('metric'));
const value = (plan: ReturnType<typeof planned>, name: string): number =>
  plan.figures.find((item) => item.name.startsWith(name))?.value ?? NaN;
const sentences = (plan: ReturnType<typeof planned>): readonly string[] =>
  plan.warnings.map(({ sentence }) => sentence);

describe('a tank of coolant', () => {
  it('is reckoned as by hand', () => {
    const plan = planned();
    // 400 x 250 x 150 mm; 4 L/min for 10 s, and 2 m of 8 mm bore.
    expect(value(plan, 'It holds') * 1e3).toBeCloseTo(15, 9);
    expect(value(plan, 'It weighs')).toBeCloseTo(15, 9);
    expect(value(plan, 'On its way') * 1e3).toBeCloseTo(0.666667 + 0.100531, 5);
    expect(value(plan, 'Level while the pump runs') * 1e3).toBeCloseTo(142.328, 3);
    expect(value(plan, 'Fill it while it runs') * 1e3).toBeCloseTo(192.328, 3);
    // 102.328 mm above what the pump needs are 10.2328 L, at 0.5 L/h.
    expect(value(plan, 'Hours of running')).toBeCloseTo(20.4656, 3);
    expect(value(plan, 'Goes round in')).toBeCloseTo(14.2328 * 15, 1);
    expect(sentences(plan)).toEqual([jasmine.stringMatching(/before its chips have settled/)]);
    expect(sentences(planned({ flow: q('2 L/min') }))).toEqual([]);
  });

  it('runs dry where too much is on its way', () => {
    const plan = planned({ level: q('60 mm'), drains: q('40 s') });
    expect(value(plan, 'Hours of running')).toBe(0);
    expect(plan.warnings.map(({ severity }) => severity)).toEqual(['stop']);
    expect(sentences(plan)[0]).toMatch(/^The pump draws air/);
    expect(sentences(planned({ level: q('210 mm') }))[0]).toContain('above the brim');
  });

  it('knows the pump among the auxiliaries, asks for it, and for the words that switch it', () => {
    expect(value(planned(), 'The pump draws')).toBeCloseTo(36, 9);
    expect(sentences(planned({ flow: q('2 L/min') }, plain))).toEqual([jasmine.stringMatching(/^No pump is among/)]);
    expect(sentences(planned({ flow: q('2 L/min') }, withPump({ on: '', off: '', name: 'Pump' })))).toEqual([
      jasmine.stringMatching(/^Pump has no words/),
    ]);
  });

  it('is too heavy for an axis that carries less', () => {
    const machine: Machine = {
      ...withPump(),
      axes: plain.axes.map((axis) => ({ ...axis, carriage: { ...axis.carriage, mass: q('7 kg') } })),
    };
    const most = mostOn(machine, 'Y') ?? NaN;
    // A litre weighs a kilogram: by its height it is as heavy as one wants.
    const of = (mass: number) =>
      planned(
        { rides: 'Y', high: q('9 m'), level: q(`${10 * mass} mm`), least: q('0 mm'), flow: q('0.1 L/min') },
        machine,
      );
    expect(sentences(of(1.05 * most)).some((text) => text.startsWith('The motors of Y bear no more'))).toBeTrue();
    expect(sentences(of(0.95 * most)).some((text) => text.startsWith('The motors of Y'))).toBeFalse();
  });
});

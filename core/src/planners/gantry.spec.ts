import { sayIn } from '../drive-line/index.js';
import type { Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import type { WorkOf } from '../work/index.js';
import { firstShare, gantry } from './gantry.js';

const q = (text: string) => quantityOf(text);
const plain = threeAxes();
/** Y of two motors that moves 30 kg. */
const machine: Machine = {
  ...plain,
  axes: plain.axes.map((axis) =>
    axis.letter === 'Y'
      ? { ...axis, motor: { ...axis.motor, count: 2 }, carriage: { ...axis.carriage, mass: q('30 kg') } }
      : axis,
  ),
};
const planned = (change: Partial<WorkOf<'gantry'>> = {}) =>
  gantry.plan(machine, { ...(gantry.first(machine) as WorkOf<'gantry'>), ...change }, sayIn('metric'));
const value = (plan: ReturnType<typeof planned>, name: string): number | null =>
  plan.figures.find((item) => item.name === name)?.value ?? null;

describe('two motors on one gantry', () => {
  it('share what goes across by where it stands', () => {
    expect(firstShare(0.3, 1.2)).toBe(0.75);
    const plan = planned({ base: q('1200 mm'), carriage: q('8 kg'), at: q('300 mm') });
    // 22 kg of gantry halved, and 8 kg by three quarters.
    expect(value(plan, 'Side 1 carries')).toBeCloseTo(17, 9);
    expect(value(plan, 'Side 2 carries')).toBeCloseTo(13, 9);
  });

  it('racked by what both sides are apart, and the tool off by that angle', () => {
    const plan = planned({ base: q('800 mm'), reach: q('100 mm'), first: q('0.6 mm'), second: q('-0.2 mm') });
    expect((value(plan, 'Racked by') ?? NaN) * 1000).toBeCloseTo(1, 6);
    expect((value(plan, 'Error at the tool by it') ?? NaN) * 1000).toBeCloseTo(0.1, 9);
  });

  it('brought square by what the diagonals of its own rectangle say', () => {
    // Side 2 stands 1.5 mm ahead on sides 900 mm apart: what it marks is pulled along by where it stands across.
    const [base, ahead, wide, long] = [0.9, 1.5e-3, 0.7, 1.1];
    const turn = Math.atan(ahead / base);
    const place = (x: number, y: number): readonly [number, number] => [x * Math.cos(turn), y + x * Math.sin(turn)];
    const apart = ([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number]): string =>
      `${(Math.hypot(ax - bx, ay - by) * 1000).toFixed(6)} mm`;
    const plan = planned({
      base: q('900 mm'),
      wide: q('700 mm'),
      long: q('1100 mm'),
      rising: q(apart(place(0, 0), place(wide, long))),
      falling: q(apart(place(wide, 0), place(0, long))),
    });
    expect((value(plan, 'Side 2 stands ahead by') ?? NaN) * 1000).toBeCloseTo(1.5, 4);
  });

  it('brought square by the offset of side 2 where each side has its switch', () => {
    const rectangle = { wide: q('700 mm'), long: q('1100 mm'), rising: q('1304.5 mm'), falling: q('1302.5 mm') };
    const change = { base: q('900 mm'), ...rectangle };
    expect(value(planned(change), 'Offset of side 2 to set')).toBeNull();
    const sided = {
      ...machine,
      axes: machine.axes.map((axis) => ({ ...axis, squaring: { offset: q('0.5 mm'), reason: '' } })),
    };
    const plan = gantry.plan(sided, { ...(gantry.first(sided) as WorkOf<'gantry'>), ...change }, sayIn('metric'));
    // sin ε = (1304.5² − 1302.5²)/(4·700·1100), worked out by hand: 1.692857e-3; times 900 mm: 1.52357 mm.
    expect((value(plan, 'Side 2 stands ahead by') ?? NaN) * 1000).toBeCloseTo(1.52357, 4);
    expect((value(plan, 'Offset of side 2 to set') ?? NaN) * 1000).toBeCloseTo(0.5 - 1.52357, 4);
  });

  it('pushed by half when one stalls', () => {
    const plan = planned();
    const push = plan.figures.find(({ name }) => name === 'Push of one motor alone');
    expect(push?.value).toBeGreaterThan(0);
    expect(plan.warnings.some(({ sentence }) => sentence.startsWith('If one motor stalls'))).toBeTrue();
    expect([gantry.applies(plain), gantry.applies(machine)]).toEqual([false, true]);
  });
});

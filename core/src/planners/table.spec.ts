import { accelerationInForce, axisContext, recommendedAcceleration, sayIn, speedMargin } from '../drive-line/index.js';
import { newMachine, type Machine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import type { WorkOf } from '../work/index.js';
import { mostOn, ridden } from './riding.js';
import { table } from './table.js';

const q = (text: string) => quantityOf(text);
const plain = threeAxes();
/** Y carries the table, and moves so much. */
const moving = (mass: string): Machine => ({
  ...plain,
  axes: plain.axes.map((axis) =>
    axis.letter === 'Y' ? { ...axis, name: 'bed', carriage: { ...axis.carriage, mass: q(mass) } } : axis,
  ),
});
const planned = (change: Partial<WorkOf<'table'>> = {}, machine = moving('7 kg')) =>
  table.plan(machine, { ...(table.first(machine) as WorkOf<'table'>), span: null, ...change }, sayIn('metric'));
const value = (plan: ReturnType<typeof planned>, name: string): number | null =>
  plan.figures.find((item) => item.name.startsWith(name))?.value ?? null;

describe('a load on the table', () => {
  it('counts for the axis that carries it as its own mass would', () => {
    const plan = planned({ work: q('9 kg'), fixtures: q('2.5 kg') });
    const heavier = moving('18.5 kg');
    const context = axisContext(heavier, heavier.axes[1]?.id ?? '');
    if (!context) throw new Error('there is Y');
    const reckoner = new Reckoner(context);
    expect(value(plan, 'Lies on it')).toBeCloseTo(11.5, 9);
    expect(value(plan, 'Y moves with it')).toBeCloseTo(18.5, 9);
    expect(value(plan, 'Torque margin at speed then')).toBe(reckoner.value(speedMargin));
    expect(value(plan, 'Acceleration that it can then')).toBe(reckoner.value(recommendedAcceleration));
    expect(value(plan, 'Torque margin at speed then')).not.toBe(value(planned(), 'Torque margin then'));
  });

  it('may be so much that the acceleration of the job is just reached', () => {
    const machine = moving('7 kg');
    const most = mostOn(machine, 'Y') ?? NaN;
    const context = axisContext(machine, machine.axes[1]?.id ?? '');
    const asked = (context && new Reckoner(context).value(accelerationInForce)) ?? NaN;
    expect(most).toBeGreaterThan(0.1);
    expect((ridden(machine, 'Y', most)?.acceleration ?? NaN) / asked).toBeCloseTo(1, 3);
    expect(ridden(machine, 'Y', 1.1 * most)?.acceleration ?? NaN).toBeLessThan(asked);
    const over = planned({ work: q(`${1.2 * most} kg`), fixtures: q('0 kg') });
    expect(over.warnings.filter(({ severity }) => severity === 'stop').map(({ sentence }) => sentence)).toEqual([
      jasmine.stringMatching(/^With this on it Y does not reach/),
    ]);
    expect(planned({ work: q(`${0.8 * most} kg`), fixtures: q('0 kg') }).warnings).toEqual([]);
  });

  it('sags its board by 5·W·L³/(384·E·I), worked out by hand', () => {
    // 78.453 N on 500 mm of 18 x 400 mm at 2.8 GPa: I = 194 400 mm⁴, 0.23459 mm; a bearer in the middle: an eighth.
    const change = { work: q('6 kg'), fixtures: q('2 kg'), thickness: q('18 mm'), width: q('400 mm') } as const;
    expect((value(planned({ ...change, span: q('500 mm') }), 'The board sags') ?? NaN) * 1000).toBeCloseTo(0.23459, 5);
    expect((value(planned({ ...change, span: q('250 mm') }), 'The board sags') ?? NaN) * 1000).toBeCloseTo(0.029324, 6);
    expect(planned({ ...change, span: q('500 mm') }).warnings.at(-1)?.sentence).toContain('a bearer under its middle');
    expect(value(planned(change), 'The board sags')).toBeNull();
  });

  it('is carried by no axis where the bed stands still, and by none that is not there', () => {
    const router = newMachine('New', 'router');
    expect((table.first(router) as WorkOf<'table'>).rides).toBe('');
    expect((table.first(moving('7 kg')) as WorkOf<'table'>).rides).toBe('Y');
    expect(planned({ rides: '' }).figures.map(({ name }) => name)).toEqual(['Lies on it']);
    expect(planned({ rides: 'Q' }).warnings.map(({ severity }) => severity)).toEqual(['stop']);
    const bare: Machine = {
      ...plain,
      axes: plain.axes.map((axis) => ({ ...axis, carriage: { ...axis.carriage, mass: null } })),
    };
    expect(planned({ rides: 'Y' }, bare).warnings.map(({ sentence }) => sentence)).toEqual([
      jasmine.stringMatching(/carriage has no mass/),
    ]);
  });
});

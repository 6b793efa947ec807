import { sayIn } from '../drive-line/index.js';
import type { Machine } from '../machine/index.js';
import { quantityOf, readQuantity } from '../shape/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import type { WorkOf } from '../work/index.js';
import { frame } from './frame.js';
import type { Planned } from './index.js';

const q = (text: string) => quantityOf(text);
const machine: Machine = threeAxes();
const work = (change: Partial<WorkOf<'frame'>> = {}): WorkOf<'frame'> => ({
  ...(frame.first(machine) as WorkOf<'frame'>),
  force: q('50 N'),
  span: q('800 mm'),
  height: q('80 mm'),
  width: q('60 mm'),
  wall: q('4 mm'),
  hang: q('150 mm'),
  ...change,
});
const planned = (change: Partial<WorkOf<'frame'>> = {}): Planned => frame.plan(machine, work(change), sayIn('metric'));
const value = (plan: Planned, name: string): number => plan.figures.find((item) => item.name === name)?.value ?? NaN;
const way = (plan: Planned): number => value(plan, 'The tool gives way by');
const part = (plan: Planned, name: string): number => {
  const text = plan.tables[0]?.rows.find(([of]) => of === name)?.[1] ?? '';
  return readQuantity(q(text), 'length').value;
};

describe('what gives way between bed and tool', () => {
  it('by hand: a box of 80 × 60 × 4 in aluminium over 0.8 m, 50 N at 0.15 m below', () => {
    const plan = planned();
    const moment = (60 * 80 ** 3 - 52 * 72 ** 3) / 12;
    const bending = (50 * 0.8 ** 3) / (48 * 69e9 * moment * 1e-12);
    expect(part(plan, 'Beam, bending') / bending).toBeCloseTo(1, 2);
    // Bredt: A = 76·56, s = 2·132: J = 4·4256²·4/264 mm⁴.
    const torsion = (4 * 4256 ** 2 * 4) / 264;
    const twist = (50 * 0.15 ** 2 * 0.8) / (4 * 26e9 * torsion * 1e-12);
    expect(part(plan, 'Beam, twisting') / twist).toBeCloseTo(1, 2);
    // An arm of 80 mm, 40 × 60 mm.
    const arm = (50 * 0.08 ** 3) / (3 * 69e9 * ((60 * 40 ** 3) / 12) * 1e-12);
    expect(part(plan, 'Arm below its guide') / arm).toBeCloseTo(1, 2);
    // Rails 80 mm apart, two blocks of 50 N/µm on each.
    const guides = 50 * (1 / (4 * 50e6) + (2 * 0.15 ** 2) / (0.08 ** 2 * 2 * 50e6));
    expect(part(plan, 'Guides') / guides).toBeCloseTo(1, 2);
  });

  it('is the sum of its parts, and their shares are of it', () => {
    const plan = planned();
    const parts = ['Beam, bending', 'Beam, twisting', 'Arm below its guide', 'Screw or belt', 'Guides'];
    const sum = parts.reduce((all, name) => all + part(plan, name), 0);
    expect(sum / way(plan)).toBeCloseTo(1, 2);
    const shares = plan.tables[0]?.rows.reduce((all, row) => all + Number.parseInt(row[2] ?? '0', 10), 0) ?? 0;
    expect(Math.abs(shares - 100)).toBeLessThanOrEqual(2);
    expect(value(plan, 'Stiffness at the tool') * way(plan)).toBeCloseTo(50, 9);
  });

  it('gives back what a span shorter by 10 % was promised to, when it is shortened', () => {
    for (const held of ['supported', 'clamped', 'cantilever'] as const) {
      const [plan, shortened] = [planned({ held }), planned({ held, span: q('720 mm') })];
      expect(value(plan, 'With a span 10 % shorter') / way(shortened))
        .withContext(held)
        .toBeCloseTo(1, 9);
      const share = value(plan, 'That gives back') / way(plan);
      expect(share).toBeCloseTo(1 - way(shortened) / way(plan), 9);
      expect(share).toBeGreaterThan(0);
      // No more than bending alone would give back.
      expect(share).toBeLessThan(1 - 0.9 ** 3);
    }
  });

  it('swings as Rayleigh says, with what it carries and weighs', () => {
    const plan = planned({ carried: q('6 kg') });
    const area = (80 * 60 - 72 * 52) * 1e-6;
    const moment = ((60 * 80 ** 3 - 52 * 72 ** 3) / 12) * 1e-12;
    const own = area * 0.8 * 2700;
    const by = Math.sqrt((48 * 69e9 * moment) / (0.8 ** 3 * (6 + (17 / 35) * own))) / (2 * Math.PI);
    expect(value(plan, 'Slowest bending of the beam')).toBeCloseTo(by, 6);
  });

  it('says so where the twist of a slotted profile is a guess, and asks for what is missing', () => {
    const profile = { section: 'profile', printedMoment: q('30 cm⁴'), printedArea: q('900 mm²') } as const;
    const guessed = planned(profile);
    expect(guessed.figures.find(({ name }) => name === 'The tool gives way by')?.isGuess).toBeTrue();
    expect(part(guessed, 'Beam, twisting')).toBeGreaterThan(part(planned(), 'Beam, twisting') * 3);
    const printed = planned({ ...profile, printedTorsion: q('60 cm⁴') });
    expect(printed.figures.find(({ name }) => name === 'The tool gives way by')?.isGuess).toBeFalse();
    expect(planned({ section: 'profile' }).warnings.map(({ severity }) => severity)).toEqual(['stop']);
    expect(planned({ wall: q('30 mm') }).warnings[0]?.sentence).toMatch(/nothing is hollow/);
  });
});

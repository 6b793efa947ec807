import { sayIn } from '../drive-line/index.js';
import { quantityOf } from '../shape/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import type { WorkOf } from '../work/index.js';
import { chipLoad, cutting, cuttingPower, surfaceSpeed } from './cutting.js';
import { keepsTo } from './index.js';

const q = (text: string) => quantityOf(text);
const router = threeAxes();
const planned = (change: Partial<WorkOf<'cutting'>> = {}) =>
  cutting.plan(router, { ...(cutting.first(router) as WorkOf<'cutting'>), ...change }, sayIn('metric'));
const figure = (plan: ReturnType<typeof planned>, name: string) => plan.figures.find((item) => item.name === name);

describe('a cutter in work', () => {
  it('by hand: 1200 mm/min at 12 000 turns with two edges is 0.05 mm; 6 mm go through at 3.77 m/s', () => {
    const spindle = (12_000 / 60) * 2 * Math.PI;
    expect(chipLoad(0.02, spindle, 2) * 1000).toBeCloseTo(0.05, 9);
    expect(surfaceSpeed(6e-3, spindle)).toBeCloseTo(3.77, 2);
    // 20 mm/s · 3 mm · 6 mm = 360 mm³/s of board at 0.1 J/mm³.
    expect(cuttingPower(0.1, 0.02 * 3e-3 * 6e-3)).toBeCloseTo(36, 9);
  });

  it('pushes back by power over surface speed, a guess until it is measured', () => {
    const plan = planned({ feed: q('1200 mm/min') });
    expect(figure(plan, 'Push at the tool, about')?.value).toBeCloseTo(36 / 3.7699, 3);
    expect(figure(plan, 'Push at the tool, about')?.isGuess).toBeTrue();
    const measured = planned({ measured: q('22 N') });
    expect(figure(measured, 'Push at the tool')).toEqual(jasmine.objectContaining({ value: 22, isGuess: false }));
  });

  it('rubs or is overloaded beyond what an edge usually takes', () => {
    const slow = planned({ feed: q('100 mm/min') });
    expect(keepsTo(figure(slow, 'Chip load') as NonNullable<ReturnType<typeof figure>>)).toBeFalse();
    expect(slow.warnings[0]?.sentence).toMatch(/rubs/);
    const quick = planned({ feed: q('30000 mm/min') });
    expect(quick.warnings[0]?.sentence).toMatch(/more than is usual/);
    expect(quick.warnings.some(({ sentence }) => /^[XY] goes no faster/.test(sentence))).toBeTrue();
  });

  it('takes no more than the spindle gives, and is no wider than the cutter', () => {
    expect(
      planned({ power: q('40 W'), feed: q('1200 mm/min') }).warnings.some(({ sentence }) =>
        sentence.includes('spindle gives'),
      ),
    ).toBeTrue();
    expect(planned({ width: q('8 mm') }).warnings.some(({ severity }) => severity === 'stop')).toBeTrue();
  });
});

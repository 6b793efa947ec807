import { quantityOf } from '../../shape/index.js';
import { cannedMotorMachine, firstAxis } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { swingAngle } from './arm-play.js';

const table = firstAxis(cannedMotorMachine());
const DEGREE = Math.PI / 180;
const plan = planFor('arm-play', table, {
  radius: quantityOf('100 mm'),
  light: quantityOf('2 N'),
  heavy: quantityOf('6 N'),
  times: 3,
});

describe('play at the end of an arm', () => {
  // Check values, row 13 (arithmetic): 7 mm of play at 100 mm.
  it('row 13: has 7 mm at 100 mm as 4.0°, by a square or from end to end', () => {
    expect(swingAngle(7e-3, 0.1, 'tangent') / DEGREE).toBeCloseTo(4.004, 3);
    expect(swingAngle(7e-3, 0.1, 'chord') / DEGREE).toBeCloseTo(4.012, 3);
    expect(swingAngle(0.2, 0.1, 'chord')).toBeCloseTo(Math.PI, 12);
  });

  it('takes what only bends out by the two pushes', () => {
    // 0.5° of play, and 0.1° more at either side for each newton at 100 mm.
    const found = readBy('arm-play', table, plan, ({ load }) => {
      const swing = (0.5 + 2 * 0.1 * (load === 'light' ? 2 : 6)) * DEGREE;
      return 0.1 * Math.tan(swing);
    });
    expect((figureNamed(found, 'β').value ?? 0) / DEGREE).toBeCloseTo(0.5, 6);
    expect((figureNamed(found, 'β₂').value ?? 0) / DEGREE).toBeCloseTo(1.7, 6);
    // One newton at 100 mm is 0.1 N·m, which turns it by 0.1°.
    expect(figureNamed(found, 'k').value).toBeCloseTo(0.1 / (0.1 * DEGREE), 3);
  });

  it('has the swing beside each reading as it was read, a length', () => {
    const found = readBy('arm-play', table, plan, () => 1.7e-3);
    expect(found.points.map(({ deviation }) => deviation)).toEqual(Array(6).fill(jasmine.any(Number)));
    expect(found.points[1]?.deviation).toBeCloseTo(1.7e-3, 9);
  });

  it('is more doubtful without a load than at either, and open with one push', () => {
    const found = readBy(
      'arm-play',
      table,
      plan,
      ({ load }, index) => (load === 'light' ? 2e-3 : 4e-3) + 2e-5 * (index % 3),
    );
    const rows = found.budget?.rows.rows ?? [];
    const light = rows.find(({ name }) => name.includes('light'))?.standard ?? 0;
    const heavy = rows.find(({ name }) => name.includes('heavy'))?.standard ?? 0;
    // Followed back from 2 and 6 N to none: the light one counts one and a half times, the heavy one half.
    expect(light / heavy).toBeCloseTo(3, 1);
  });

  it('wants a heavy push that is clearly more', () => {
    const alike = { ...plan, heavy: quantityOf('2.2 N') };
    expect(() => readBy('arm-play', table, alike, () => 1e-3)).toThrowError();
  });
});

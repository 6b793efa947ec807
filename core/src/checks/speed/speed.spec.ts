import { quantityOf } from '../../shape/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';

const slide = firstAxis(screwMachine());
const plan = planFor('speed', slide, { steps: 8000, rate: quantityOf('800 Hz'), most: quantityOf('6 %') });

describe('speed by counts and time', () => {
  it('has the rate and the speed from the time', () => {
    const found = readBy('speed', slide, plan, (_, index) => 12.5 + 1e-4 * (index % 2));
    expect(figureNamed(found, 'δ').value).toBeCloseTo(-0.2, 4);
    expect(figureNamed(found, 'f').value).toBeCloseTo(640, 1);
    // 640 microsteps a second of 800 a turn on a screw of 1.27 mm.
    expect(figureNamed(found, 'v').value).toBeCloseTo((640 / 800) * 1.27e-3, 6);
    expect(found.verdict).toBe('not-true');
  });

  // Check values, row 18 (arithmetic): a wait before and after each edge makes a period of two of them.
  it('row 18: knows a wait that stands once instead of twice by its speed: twice as fast', () => {
    const found = readBy('speed', slide, plan, () => 5);
    expect(found.notes.join()).toContain('stands once');
    expect(readBy('speed', slide, plan, () => 10).notes).toEqual([]);
  });

  it('is as doubtful as the watch over the time, and no more over ten times that', () => {
    const half = (steps: number, seconds: number): number => {
      const figure = figureNamed(
        readBy('speed', slide, { ...plan, steps }, () => seconds),
        'δ',
      );
      return ((figure.interval?.[1] ?? NaN) - (figure.interval?.[0] ?? NaN)) / 2;
    };
    expect(half(8000, 10) / half(80_000, 100)).toBeCloseTo(10, 1);
  });
});

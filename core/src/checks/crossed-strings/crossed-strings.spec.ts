import { quantityOf } from '../../shape/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';

const slide = firstAxis(screwMachine());
const plan = planFor('crossed-strings', slide, { string: quantityOf('0.5 mm'), most: quantityOf('4 mm') });

describe('crossed strings', () => {
  it('have the fourth corner out by twice the gap, the string’s thickness taken off', () => {
    // The middles of strings that touch are a thickness apart: 1.7 mm is a gap of 1.2.
    expect(
      figureNamed(
        readBy('crossed-strings', slide, plan, () => 1.7e-3),
        'h',
      ).value,
    ).toBeCloseTo(2.4e-3, 9);
    const clear = { ...plan, over: 'touching' as const };
    expect(
      figureNamed(
        readBy('crossed-strings', slide, clear, () => 1.2e-3),
        'h',
      ).value,
    ).toBeCloseTo(2.4e-3, 9);
  });

  it('agree with a frame whose corner is raised', () => {
    // Corners of a frame at heights 0, 0, 0 and h: the diagonals’ middles are 0 and h/2 high.
    const height = 5e-3;
    const found = readBy('crossed-strings', slide, { ...plan, over: 'touching' as const }, () => height / 2);
    expect(figureNamed(found, 'h').value).toBeCloseTo(height, 9);
    expect(found.verdict).toBe('not-true');
  });
});

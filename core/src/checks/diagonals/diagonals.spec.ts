import { quantityOf } from '../../shape/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { skewOf } from './diagonals.js';

const slide = firstAxis(screwMachine());
const DEGREE = Math.PI / 180;
const [A, B] = [0.6, 0.35];
const plan = planFor('diagonals', slide, {
  along: quantityOf('600 mm'),
  across: quantityOf('350 mm'),
  base: quantityOf('700 mm'),
  most: quantityOf('0.2 °'),
  times: 2,
});
/** Diagonals of a four-sided figure whose sides lean by an angle: the law of cosines. */
const diagonal = (skew: number, which: 'first' | 'second'): number =>
  Math.sqrt(A ** 2 + B ** 2 + (which === 'first' ? 2 : -2) * A * B * Math.sin(skew));

describe('squareness by diagonals', () => {
  it('has the angle back from which the diagonals were made', () => {
    for (const skew of [-0.8, 0.05, 1.3])
      expect(skewOf(diagonal(skew * DEGREE, 'first'), diagonal(skew * DEGREE, 'second'), A, B) / DEGREE).toBeCloseTo(
        skew,
        9,
      );
  });

  it('says by how much one side of the gantry is to move', () => {
    const found = readBy('diagonals', slide, plan, ({ which }) => diagonal(0.5 * DEGREE, which));
    expect((figureNamed(found, 'ε').value ?? 0) / DEGREE).toBeCloseTo(0.5, 4);
    expect(figureNamed(found, 'Δ').value).toBeCloseTo(0.5 * DEGREE * 0.7, 6);
    expect(found.verdict).toBe('not-true');
  });

  it('does not take the instrument’s own error for an angle: it is in both', () => {
    const found = readBy('diagonals', slide, plan, ({ which }) => diagonal(0, which) * 1.001);
    expect(figureNamed(found, 'ε').value).toBeCloseTo(0, 9);
    expect(found.verdict).toBe('true');
  });

  it('refuses diagonals that do not belong to these sides', () => {
    const found = readBy('diagonals', slide, plan, ({ which }) => diagonal(0, which) + (which === 'first' ? 0.05 : 0));
    expect(figureNamed(found, 'ε').value).toBeNull();
    expect(found.sentence).toContain('do not fit these sides');
  });
});

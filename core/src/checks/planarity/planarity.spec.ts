import { quantityOf } from '../../shape/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';

const slide = firstAxis(screwMachine());
const plan = planFor('planarity', slide, {
  columns: 5,
  rows: 3,
  along: quantityOf('400 mm'),
  across: quantityOf('200 mm'),
  most: quantityOf('0.3 mm'),
  footPitch: quantityOf('1 mm'),
});

describe('flatness by a grid', () => {
  it('takes a tilt out and keeps a bow, going to and fro', () => {
    const found = readBy('planarity', slide, plan, ({ x, y }) => 2e-3 + 1.5e-3 * (x / 0.4) - 0.4e-3 * (y / 0.2));
    expect(figureNamed(found, 'f').value).toBeCloseTo(0, 9);
    expect(figureNamed(found, 'θ').value).toBeCloseTo(Math.hypot(1.5e-3 / 0.4, 0.4e-3 / 0.2), 9);
    const bowed = readBy('planarity', slide, plan, ({ x }) => 0.8e-3 * (x / 0.4 - 0.5) ** 2);
    // A parabola over even places: from 0 in the middle to a quarter at the ends.
    expect(figureNamed(bowed, 'f').value).toBeCloseTo(0.2e-3, 9);
  });

  it('says what makes it doubtful, and that more readings do not help', () => {
    const found = readBy('planarity', slide, plan, ({ x }) => 1.2e-3 * (x / 0.4 - 0.5) ** 2);
    const { standardUncertainty, budget, verdict, next } = found;
    expect(budget?.of).toBe('f');
    // Highest and lowest are two readings.
    expect(budget?.rows.combined).toBeCloseTo(Math.SQRT2 * standardUncertainty, 12);
    expect(budget?.rows.rows.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
    expect([verdict, next.includes('what decides is the instrument')]).toEqual(['undecided', true]);
  });

  it('says which foot to raise, and by how many turns', () => {
    const found = readBy('planarity', slide, plan, ({ x }) => -1.5e-3 * (x / 0.4));
    expect(found.notes[0]).toContain('front left: leave it');
    expect(found.notes[1]).toContain('1.5 turns');
    // The foot in the middle behind stands half way along.
    expect(found.notes[2]).toContain('0.75 turns');
  });

  it('is open with fewer places than a plane and one more', () => {
    const three = readBy('planarity', slide, { ...plan, columns: 2, rows: 2 }, ({ x, y }) =>
      x > 0 && y > 0 ? 1e-3 : 0,
    );
    // Four corners: the twist is shared by all.
    expect(figureNamed(three, 'f').value).toBeCloseTo(0.5e-3, 9);
    expect(three.verdict).toBe('not-true');
  });
});

import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { quantityOf } from '../../shape/index.js';

const slide = firstAxis(screwMachine());
const plan = planFor('torque', slide, { arm: quantityOf('100 mm'), least: quantityOf('30 mN·m'), times: 3 });

describe('torque by arm and scale', () => {
  // Check values, row 13 (arithmetic): 33 gf at 100 mm.
  it('row 13: has 33 gf at 100 mm as 32.4 mN·m', () => {
    const found = readBy('torque', slide, plan, () => 0.033);
    expect((figureNamed(found, 'T').value ?? 0) * 1000).toBeCloseTo(32.36, 2);
    expect(figureNamed(found, 'T').value).toBeCloseTo(0.033 * 9.80665 * 0.1, 12);
  });

  it('says beside each reading what the scale shows more than it should', () => {
    const found = readBy('torque', slide, plan, () => 0.05);
    // 30 mN·m at 100 mm are 30.59 g.
    expect(found.points[0]?.deviation).toBeCloseTo(0.05 - 0.03 / (9.80665 * 0.1), 9);
    expect(found.standardUncertainty).toBeCloseTo(Math.hypot(2e-3 / Math.sqrt(3), 1e-3 / Math.sqrt(6)), 9);
  });

  it('is undecided within the doubt of scale and arm, less beyond it, and more where it is clear', () => {
    // A scale of ±2 g on 33 g is doubtful by a twentieth.
    expect(readBy('torque', slide, plan, () => 0.031).verdict).toBe('undecided');
    expect(readBy('torque', slide, plan, (_, index) => 0.05 + 0.0003 * index).verdict).toBe('true');
    const weak = readBy('torque', slide, plan, (_, index) => 0.02 + 0.0003 * index);
    expect(weak.verdict).toBe('not-true');
    expect(weak.sentence).toContain('less than');
  });

  it('puts the length of the arm and the scale’s own error into its budget', () => {
    const { budget } = readBy(
      'torque',
      slide,
      { ...plan, armError: quantityOf('3 mm') },
      (_, index) => 0.04 + 1e-4 * index,
    );
    const row = budget?.rows.rows.find(({ name }) => name === 'Length of the arm');
    // 3 mm of 100 mm as a rectangular limit of a torque of 0.0401 kg · g · 0.1 m.
    expect(row?.standard).toBeCloseTo((0.0401 * 9.80665 * 0.1 * 0.03) / Math.sqrt(3), 9);
    expect(budget?.rows.rows.map(({ name }) => name)).toContain('The instrument’s own error');
  });

  it('judges nothing where nothing is asked, and asks how warm the motor was', () => {
    const free = readBy('torque', slide, { ...plan, least: null }, () => 0.033);
    expect(free.verdict).toBe('undecided');
    expect(free.sentence).toContain('nothing is asked');
    expect(free.notes.join()).toContain('warm');
    expect(readBy('torque', slide, { ...plan, warm: quantityOf('60 °C') }, () => 0.033).notes).toEqual([]);
  });
});

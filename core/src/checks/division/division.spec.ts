import { stepsPerUnit } from '../../drive-line/index.js';
import { rational } from '../../quantity/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { quantityOf } from '../../shape/index.js';
import { cannedMotorMachine, firstAxis } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { stopSteps } from './division.js';

const table = firstAxis(cannedMotorMachine());
const DEGREE = Math.PI / 180;
const plan = planFor('division', table, { stops: 12, most: quantityOf('0.2 °') });

describe('circle division', () => {
  // Check values, row 23 (arithmetic): 3200 microsteps by 60 stops.
  it('row 23: of 3200 microsteps by 60 closes exactly; rounding each move would lose 20, or 2.25°', () => {
    const turn = rational(3200);
    const stops = Array.from({ length: 61 }, (_, k) => stopSteps(k, 60, turn));
    expect(stops.at(-1)).toBe(3200);
    expect(stops.slice(0, 4)).toEqual([0, 53, 107, 160]);
    for (const [k, at] of stops.entries()) expect(Math.abs(at - (k * 3200) / 60)).toBeLessThanOrEqual(0.5);
    const rounded = 60 * Math.round(3200 / 60);
    expect(3200 - rounded).toBe(20);
    expect(((3200 - rounded) / 3200) * 360).toBeCloseTo(2.25, 12);
  });

  it('keeps its place with steps a turn that are no whole number, round after round', () => {
    const turn = rational(407577, 200);
    expect(stopSteps(200, 1, turn)).toBe(407577);
    expect(stopSteps(7 * 12, 12, turn)).toBe(Math.round(7 * 2037.885));
    // Halves go up, behind zero too.
    expect(stopSteps(1, 2, rational(5))).toBe(3);
    expect(stopSteps(-1, 2, rational(5))).toBe(-2);
  });

  it('finds the stop that is off, the first as zero, and a whole turn as nothing', () => {
    const found = readBy('division', table, plan, ({ stop }) => {
      const shown = (stop * 30 + 0.4 + (stop === 5 ? -0.31 : 0)) % 360;
      return shown * DEGREE;
    });
    expect((figureNamed(found, 'Δ').value ?? 0) / DEGREE).toBeCloseTo(-0.31, 6);
    expect(figureNamed(found, 'c').value).toBeCloseTo(0, 9);
    expect(found.verdict).toBe('not-true');
  });

  it('names whole microsteps that are lost round the circle', () => {
    const turn = (new Reckoner(table).value(stepsPerUnit) ?? NaN) * 2 * Math.PI;
    const found = readBy(
      'division',
      table,
      plan,
      ({ stop }) => stop * 30 * DEGREE - ((stop / 12) * 9 * 2 * Math.PI) / turn,
    );
    expect(found.notes.join()).toContain('-9 microsteps');
  });
});

import { quantityOf } from '../../shape/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';

const gantry = firstAxis(screwMachine((axis) => ({ ...axis, motor: { ...axis.motor, count: 2 } })));
const plan = planFor('racking', gantry, {
  places: 5,
  times: 2,
  travel: quantityOf('800 mm'),
  base: quantityOf('500 mm'),
  most: quantityOf('3 mm'),
});

describe('gantry racking', () => {
  it('tells a constant difference, which is homing, from one that grows, which is unequal steps', () => {
    const found = readBy('racking', gantry, plan, ({ at, side, time }) =>
      side === 1 ? at * 1.002 + 1.2e-3 + 1e-5 * time : at,
    );
    expect(figureNamed(found, 'd₀').value).toBeCloseTo(1.215e-3, 6);
    expect(figureNamed(found, 'd₁').value).toBeCloseTo(1.6e-3, 6);
    expect(figureNamed(found, 'd').value).toBeCloseTo(1.2e-3 + 1.6e-3 + 2e-5, 6);
    expect(figureNamed(found, 'ε').value).toBeCloseTo(2.82e-3 / 0.5, 5);
    expect(found.result).toContain('ahead everywhere');
    expect(found.result).toContain('unequal steps');
  });

  it('blames neither where the sides go alike', () => {
    const found = readBy(
      'racking',
      gantry,
      plan,
      ({ at, time, side }) => at + (side === 1 ? 2e-4 : -1e-4) * (time - 1.5),
    );
    expect(found.result).toContain('flex');
    expect(found.verdict).toBe('true');
  });

  it('counts a place only where both sides were read', () => {
    const found = readBy(
      'racking',
      gantry,
      { ...plan, times: 1, places: 2 },
      ({ at, side }) => at + (side === 2 ? 1e-3 : 0),
    );
    expect(figureNamed(found, 'd').value).toBeCloseTo(-1e-3, 9);
    expect(figureNamed(found, 'd₀').value).toBeNull();
  });
});

import { quantityOf } from '../../shape/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';

const bed = firstAxis(screwMachine());
const plan = planFor('rails-parallel', bed, {
  places: 5,
  times: 2,
  length: quantityOf('800 mm'),
  most: quantityOf('0.5 mm'),
});

describe('rails parallel', () => {
  it('tells a rail aslant from a bow, and which way it is turned by how much', () => {
    // Half a millimetre wider at the far end, and a bow of a tenth that is widest in the middle.
    const bow = (at: number): number => 1e-4 * (1 - ((at - 0.4) / 0.4) ** 2);
    const found = readBy(
      'rails-parallel',
      bed,
      plan,
      ({ at, time }) => 0.12 + (0.6e-3 * at) / 0.8 + bow(at) + 1e-5 * time,
    );
    expect(figureNamed(found, 'g').value).toBeCloseTo(0.6e-3, 5);
    expect(figureNamed(found, 'g₁').value).toBeCloseTo(0.6e-3, 9);
    // Parabola by five places: the middle is above the line by 0.05, the ends are below it by 0.05 mm.
    expect(figureNamed(found, 'b').value).toBeCloseTo(1e-4, 9);
    expect(found.result).toMatch(/far end goes 0\.0006\d* length towards the other/);
    expect(found.result).toContain('bowed by');
    expect(found.verdict).not.toBe('true');
    expect(found.notes.length).toBeGreaterThan(0);
  });

  it('says the other way where they come together', () => {
    const found = readBy('rails-parallel', bed, plan, ({ at, time }) => 0.12 - 3e-4 * at + 1e-5 * (time - 1.5));
    expect(figureNamed(found, 'g₁').value).toBeCloseTo(-2.4e-4, 9);
    expect(found.result).toContain('away from the other');
    expect(found.result).not.toContain('bowed');
    expect(found.verdict).toBe('true');
  });

  it('shows neither where the gap only scatters, and is open with two places', () => {
    const even = readBy('rails-parallel', bed, plan, ({ index }) => 0.12 + 1e-5 * (index % 3));
    expect(even.result).toContain('Neither a rail aslant nor a bow');
    const two = readBy('rails-parallel', bed, { ...plan, places: 2, times: 1 }, ({ at }) => 0.12 + at * 1e-4);
    expect(figureNamed(two, 'g').value).toBeCloseTo(8e-5, 9);
    expect([figureNamed(two, 'g₁').value, figureNamed(two, 'b').value]).toEqual([null, null]);
  });
});

import { layOutBudget } from './error-budget.layout';

describe('the error budget on its ruler', () => {
  const content = { parts: [2e-6, 3e-6, 10e-6], total: 11e-6, tolerance: 30e-6, step: 5e-6 };
  const layout = layOutBudget(content, 560, 'length', 'metric');

  it('lays the parts end to end, to one scale with total and tolerance', () => {
    const scale = (layout.tolerance ?? 0) / 30e-6;
    layout.segments.forEach((segment, index) =>
      expect(segment.width / (content.parts[index] ?? 1)).toBeCloseTo(scale, 3),
    );
    expect(layout.segments[2]?.x).toBeCloseTo(5e-6 * scale, 6);
    expect(layout.total).toBeCloseTo(11e-6 * scale, 6);
  });

  it('draws single notches only while they can be told apart', () => {
    expect(layout.notches.length).toBe(7);
    expect(layOutBudget({ ...content, step: 1e-8 }, 560, 'length', 'metric').notches).toEqual([]);
  });

  it('holds everything within the picture, and labels round numbers', () => {
    expect(
      Math.max(...layout.segments.map((segment) => segment.x + segment.width), layout.tolerance ?? 0),
    ).toBeLessThanOrEqual(560);
    expect(layout.ticks.filter((tick) => tick.label !== null).map((tick) => tick.label)).toEqual([
      '0',
      '5',
      '10',
      '15',
      '20',
      '25',
      '30',
    ]);
    expect(layout.unit.symbol).toBe('µm');
  });
});

import { layOutRuler, roundInterval, rulerUnit } from './notch-ruler.layout';

const content = { step: 5e-6, lag: 1.4e-6, tolerance: 5e-6, deviations: [0.4e-6, -1e-6, 80e-6] };

describe('the notch ruler', () => {
  const ruler = layOutRuler(content, 1000, 'length', 'metric');

  it('is to scale: notches, bars, window and tails by one factor', () => {
    const [first = 0, second = 0] = ruler.notches;
    expect((second - first) / content.step).toBeCloseTo(ruler.scale, 6);
    const bar = ruler.holds.find((item) => item.x > 0);
    expect(bar?.width).toBeCloseTo(2 * content.lag * ruler.scale, 6);
    expect(ruler.window?.width).toBeCloseTo(2 * content.tolerance * ruler.scale, 6);
    const [dot] = ruler.dots;
    expect((dot?.to ?? 0) - (dot?.from ?? 0)).toBeCloseTo((content.deviations[0] ?? 0) * ruler.scale, 6);
  });

  it('marks an error that runs out of the picture', () => {
    expect(ruler.dots.map((dot) => dot.isBeyond)).toEqual([false, false, true]);
    expect(ruler.dots.every((dot) => dot.to >= 0 && dot.to <= 1000)).toBeTrue();
  });

  it('shows enough notches to hold the tolerance, but never so many that they melt', () => {
    expect(layOutRuler({ ...content, tolerance: 20e-6 }, 1000, 'length', 'metric').notches.length).toBeGreaterThan(10);
    const wide = layOutRuler({ ...content, tolerance: 1e-3 }, 1000, 'length', 'metric');
    expect(wide.notches.length).toBe(61);
    expect(wide.window).toEqual(jasmine.objectContaining({ isWider: true, width: 1000 }));
  });

  it('draws a band around every notch, with the true gaps between', () => {
    expect(ruler.holds.length).toBe(ruler.notches.length);
    ruler.holds.slice(1, -1).forEach((hold, index) => {
      expect(hold.x + hold.width / 2).toBeCloseTo(ruler.notches[index + 1] ?? 0, 6);
    });
  });

  it('joins bands that overlap to one without a gap', () => {
    expect(layOutRuler({ ...content, lag: 2.6e-6 }, 1000, 'length', 'metric').holds).toEqual([{ x: 0, width: 1000 }]);
    expect(layOutRuler({ ...content, lag: 14e-6 }, 1000, 'length', 'metric').holds).toEqual([{ x: 0, width: 1000 }]);
    expect(layOutRuler({ ...content, lag: 2.4e-6 }, 1000, 'length', 'metric').holds.length).toBe(ruler.notches.length);
  });

  it('labels round numbers in a handy unit', () => {
    expect(rulerUnit(60e-6, 'length', 'metric').symbol).toBe('µm');
    expect(rulerUnit(60e-6, 'length', 'inch').symbol).toBe('thou');
    expect(rulerUnit(0.02, 'length', 'metric').symbol).toBe('mm');
    expect([0.7, 1, 3, 7, 12].map(roundInterval)).toEqual([1, 1, 5, 10, 20]);
    expect(ruler.ticks.filter((tick) => tick.label !== null).map((tick) => tick.label)).toEqual([
      '0',
      '10',
      '20',
      '30',
      '40',
      '50',
      '60',
    ]);
  });
});

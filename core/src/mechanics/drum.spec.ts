import fc from 'fast-check';
import { coastOf, drumLayers, drumTilt, layerDiameter, ropeAfter, type Drum } from './index.js';

/** Ten turns of 3 mm rope side by side on 40 mm. */
const drum: Drum = { diameter: 0.04, rope: 0.003, width: 0.0305, flange: 0.06, lies: 'rope-on-rope' };

describe('rope on a drum', () => {
  it('takes up π · (d + rope) a turn, and π · (d + 3 · rope) on the next layer, worked out by hand', () => {
    const layers = drumLayers(drum, 2);
    expect(layers.map(({ turns }) => turns)).toEqual([10, 10]);
    expect(layers[0]?.perTurn).toBeCloseTo(Math.PI * 0.043, 12);
    expect(layers[1]?.perTurn).toBeCloseTo(Math.PI * 0.049, 12);
    expect(layers[1]?.holds).toBeCloseTo(Math.PI * 0.92, 12);
    expect(ropeAfter(layers, 12.5)).toBeCloseTo(Math.PI * (0.43 + 2.5 * 0.049), 12);
  });

  it('lies √3/2 of its thickness higher in the grooves of the layer below', () => {
    expect(layerDiameter({ ...drum, lies: 'in-grooves' }, 2)).toBeCloseTo(0.043 + 0.003 * Math.sqrt(3), 12);
  });

  it('goes no further than the flanges, and says nothing of rope that is not there', () => {
    // 40 + 2 · 3 · 3 = 58 mm across with three layers; a fourth would stand out of 60 mm.
    const layers = drumLayers(drum, 100);
    expect(layers.length).toBe(3);
    expect(ropeAfter(layers, 30)).toBeCloseTo(layers[2]?.holds ?? NaN, 12);
    expect(ropeAfter(layers, 30.1)).toBeNull();
    expect(() => drumLayers({ ...drum, width: 0.002 }, 1)).toThrowError(RangeError);
  });

  it('is as long as its helix, added up in small pieces', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 19.9, noNaN: true }), (turns) => {
        const layers = drumLayers(drum, 2.5);
        const pieces = 4000;
        let length = 0;
        for (let piece = 0; piece < pieces; piece += 1) {
          const at = ((piece + 0.5) * turns) / pieces;
          length += ((2 * Math.PI * turns) / pieces) * (at < 10 ? 0.0215 : 0.0245);
        }
        expect((ropeAfter(layers, turns) ?? NaN) / length).toBeCloseTo(1, 3);
      }),
    );
  });

  it('of two drums that differ goes out of level by (d1 − d2)/2 · 2π · turns over what they stand apart', () => {
    expect(drumTilt(0.0404, 0.04, 10, 0.5)).toBeCloseTo(Math.atan((Math.PI * 0.0004 * 10) / 0.5), 12);
    expect(drumTilt(0.04, 0.04, 50, 0.5)).toBe(0);
  });
});

describe('something that coasts', () => {
  it('turns on by ω²J/2T in ωJ/T, stepped through in time', () => {
    const [speed, inertia, friction] = [12, 3e-6, 2e-5];
    let [left, angle, time] = [speed, 0, 0];
    const step = 1e-5;
    while (left > 0) {
      angle += left * step;
      left -= (friction / inertia) * step;
      time += step;
    }
    const coast = coastOf(speed, inertia, friction);
    expect(coast.angle / angle).toBeCloseTo(1, 3);
    expect(coast.time / time).toBeCloseTo(1, 3);
    expect(coast.angle).toBeCloseTo(10.8, 9);
    expect(coastOf(1, 1, 0)).toEqual({ angle: Infinity, time: Infinity });
  });
});

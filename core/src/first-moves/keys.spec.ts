import fc from 'fast-check';
import { axisContext, sayIn } from '../drive-line/index.js';
import type { Place } from '../line-port/index.js';
import type { KeyPosition, Machine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import { RigAtHand, truthOf } from '../bench/index.js';
import { keyHere, keyMove, moveFacts, type KeyAxis } from './index.js';

const say: ReturnType<typeof sayIn> = (...said) => sayIn('metric')(...said).replaceAll('\u00a0', ' ');

/** Three screws, the third slower than the others. */
function machine(): Machine {
  const made = threeAxes();
  return {
    ...made,
    axes: made.axes.map((axis, place) => ({
      ...axis,
      job: {
        ...axis.job,
        travel: quantityOf('300 mm'),
        speed: quantityOf(place === 2 ? '10 mm/s' : '40 mm/s'),
        acceleration: quantityOf('300 mm/s²'),
      },
    })),
  };
}
const LETTERS = ['X', 'Y', 'Z'];
const FENCE = { low: 0.005, high: 0.29 };

function axesOf(made: Machine, fence = FENCE): readonly KeyAxis[] {
  return made.axes.map((axis) => {
    const context = axisContext(made, axis.id);
    const facts = context && moveFacts(new Reckoner(context));
    if (!facts) throw new Error('the example moves');
    return { facts, fence };
  });
}
const placesAt = (pulses: readonly number[], isKnown = true): readonly Place[] =>
  LETTERS.map((axis, order) => ({ axis, pulses: pulses[order] ?? 0, isKnown, isMoving: false }));
const AXES = axesOf(machine());
const kept = (pulses: readonly number[], system: 'metric' | 'inch' = 'metric'): KeyPosition => {
  const made = keyHere('k-1', 'Window', AXES, placesAt(pulses), system, '2026-11-27');
  if (!made.ok) throw new Error(made.says);
  return made.key;
};
const go = (from: readonly number[], key: KeyPosition, wanted: number | null = null) => {
  const made = keyMove(key, AXES, LETTERS, placesAt(from), wanted, say);
  if (!made.ok) throw new Error(made.says);
  return made;
};
const summed = (pieces: readonly { readonly by: readonly number[] }[]): readonly number[] =>
  [0, 1, 2].map((order) => pieces.reduce((sum, { by }) => sum + (by[order] ?? 0), 0));

describe('key positions', () => {
  it('are kept as places in the builder’s unit, and are the same pulses again', () => {
    const pulses = fc.integer({ min: 1100, max: 57_000 });
    fc.assert(
      fc.property(
        fc.tuple(pulses, pulses, pulses),
        fc.tuple(pulses, pulses, pulses),
        fc.boolean(),
        (at, from, inch) => {
          const { pieces } = go(from, kept(at, inch ? 'inch' : 'metric'));
          expect(summed(pieces)).toEqual(at.map((place, order) => place - (from[order] ?? 0)));
        },
      ),
    );
    // 1600 pulses are 8 mm.
    expect(kept([1600, 2400, 20_001]).at.map(({ place }) => place.text)).toEqual(['8 mm', '12 mm', '100.005 mm']);
  });

  it('are gone to together, as quick as the slowest axis may, or as slow as is wanted', () => {
    // Z goes 40 mm at no more than 10 mm/s: 15/8 · 40 / 10. X goes 40 mm at 40 mm/s.
    const key = kept([1600 + 8000, 1600, 1600 + 8000]);
    const from = [1600, 1600, 1600];
    expect(go(from, key).time).toBeCloseTo((15 / 8) * 4, 9);
    expect(go(from, key, 20).time).toBe(20);
    expect(go(from, key, 2).time).toBeCloseTo(7.5, 9);
    // X alone by 1 mm: its acceleration binds, √(10/√3 · 1/300).
    expect(go(from, kept([1800, 1600, 1600])).time).toBeCloseTo(Math.sqrt(((10 / Math.sqrt(3)) * 1) / 300), 9);
    expect(go(from, kept(from)).pieces).toEqual([]);
  });

  it('ask no piece for more than its axis may, and begin and end at rest', () => {
    const { pieces, time } = go([1600, 1600, 1600], kept([50_000, 1601, 9600]));
    for (const { enters, leaves, top, by, length } of pieces) {
      expect(top).toBeCloseTo(Math.max(enters, leaves), 12);
      // 40, 40 and 10 mm/s, with half a pulse of rounding in a piece.
      [40, 40, 10].forEach((most, order) => {
        const rate = (Math.abs(by[order] ?? 0) - 1) * (top / length);
        expect(rate / 200).toBeLessThanOrEqual(most * 1.001);
      });
    }
    expect([pieces[0]?.enters, pieces.at(-1)?.leaves]).toEqual([0, 0]);
    expect(pieces.reduce((sum, { length }) => sum + length, 0)).toBeCloseTo(1, 12);
    expect(time).toBeGreaterThan(0);
  });

  it('come back to the very pulse on the rig, again and again, in the time that was wanted', () => {
    const rig = RigAtHand.ready(truthOf(machine()).truth);
    const homes = placesAt([0, 0, 0]);
    let at = [0, 0, 0];
    const [one, other] = [kept([3333, 1501, 2800]), kept([1777, 4100, 1111])];
    for (let time = 0; time < 4; time += 1)
      for (const key of [one, other]) {
        const made = keyMove(
          key,
          AXES,
          LETTERS,
          homes.map((place, order) => ({ ...place, pulses: at[order] ?? 0 })),
          2,
          say,
        );
        if (!made.ok) throw new Error(made.says);
        const began = rig.bench.time;
        for (let next = 0; next < made.pieces.length; next += 16)
          rig.ask({
            kind: 'path',
            pieces: made.pieces.slice(next, next + 16),
            isLast: next + 16 >= made.pieces.length,
          });
        const from = rig.said.length;
        const hasEnded = () => rig.said.slice(from).some((said) => said.kind === 'path' && said.state === 'ended');
        while (!hasEnded() && rig.bench.time - began < 10) rig.wait(0.01);
        expect((rig.bench.time - began) / made.time).toBeGreaterThan(0.95);
        expect((rig.bench.time - began) / made.time).toBeLessThan(1.05);
        at = [...rig.controller.pulses];
        expect(at).toEqual(key === one ? [3333, 1501, 2800] : [1777, 4100, 1111]);
      }
    expect(LETTERS.map((letter) => rig.lost(letter))).toEqual([0, 0, 0]);
  });

  it('are neither kept nor gone to where an axis is not homed', () => {
    const lost = placesAt([1600, 1600, 1600]).map((place) =>
      place.axis === 'Y' ? { ...place, isKnown: false } : place,
    );
    expect(keyHere('k', '', AXES, lost, 'metric', '2026-11-27')).toEqual({
      ok: false,
      says: jasmine.stringContaining('Y is not homed') as never,
    });
    expect(keyMove(kept([1600, 1600, 1600]), AXES, LETTERS, lost, null, say)).toEqual({
      ok: false,
      says: 'Home Y first: nobody knows where it stands.',
    });
    expect(keyHere('k', '', AXES, [], 'metric', '2026-11-27').ok).toBeFalse();
  });

  it('are refused beyond the fence, on another machine, and of an axis that is no more', () => {
    const refused = (key: KeyPosition, axes = AXES, letters = LETTERS): string => {
      const made = keyMove(key, axes, letters, placesAt([1600, 1600, 1600]), null, say);
      return made.ok ? 'goes' : made.says;
    };
    const far = kept([1600, 58_800, 1600]);
    expect(refused(far)).toBe('294 mm lies beyond the fence at 290 mm.');
    expect(refused(kept([1600, 57_000, 1600]))).toBe('goes');
    expect(refused(far, AXES.slice(0, 1))).toContain('is no more');
    expect(refused(kept([1600, 1700, 1600]), AXES, ['X', 'Z'])).toBe('Y is not on what is connected.');
    const turned = { ...far, at: far.at.map((item) => ({ ...item, kind: 'rotary' as const })) };
    expect(refused(turned)).toContain('has become another');
  });
});

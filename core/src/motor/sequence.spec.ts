import { stateTorques } from './dynamics.js';
import { coilStates, halvesOn, sense, sequenceNumbers, swapped, torqueVector, type Sequence } from './sequence.js';

const ALL: readonly Sequence[] = ['wave', 'two-phase', 'half', { microsteps: 4 }, { microsteps: 16 }];
const swaps = (a: boolean, b: boolean, coils: boolean) => ({ a, b, coils, crossed: false });

describe('step sequences', () => {
  // Row 15 of the check values (handbook): wave, two-phase √2 of it, half step eight states that ripple by 1/√2.
  it('have the torque of their mode in each state', () => {
    for (const mode of ['wave', 'two-phase', 'half'] as const) {
      const lengths = coilStates(mode).map((state) => torqueVector(state).length);
      lengths.forEach((length, index) => expect(length).toBeCloseTo(stateTorques(mode)[index] ?? NaN, 12));
    }
    expect(sequenceNumbers('half')).toEqual({ states: 8, least: 1, most: Math.SQRT2, current: 2 });
    expect(sequenceNumbers({ microsteps: 8 }).states).toBe(32);
    expect(sequenceNumbers({ microsteps: 8 }).least).toBeCloseTo(sequenceNumbers({ microsteps: 8 }).most, 12);
  });

  it('go on by the same angle at each state, a full step in all modes alike', () => {
    for (const sequence of ALL) {
      const states = coilStates(sequence);
      states.forEach((state, index) => {
        const next = states[(index + 1) % states.length] ?? state;
        const off = torqueVector(next).angle - torqueVector(state).angle;
        expect((off + 2 * Math.PI) % (2 * Math.PI)).toBeCloseTo((2 * Math.PI) / states.length, 9);
      });
    }
  });

  it('never have both halves of one coil on, and half step alternates one and two', () => {
    for (const sequence of ALL)
      for (const state of coilStates(sequence)) {
        const on = halvesOn(state);
        expect(on.length).toBe(new Set(on.map((half) => half[0])).size);
      }
    expect(coilStates('wave').map((state) => halvesOn(state).join())).toEqual(['A', 'B', 'A′', 'B′']);
    expect(coilStates('half').map((state) => halvesOn(state).length)).toEqual([1, 2, 1, 2, 1, 2, 1, 2]);
  });

  // Row 16 of the check values (trade facts, common practice, no source).
  it('turn the other way with one coil’s leads swapped, not with both, and with the coils for one another', () => {
    for (const sequence of ALL) {
      const through = (change: Parameters<typeof swapped>[1]): number =>
        sense(coilStates(sequence).map((state) => swapped(state, change)));
      expect([
        through(swaps(false, false, false)),
        through(swaps(true, false, false)),
        through(swaps(false, true, false)),
        through(swaps(true, true, false)),
        through(swaps(false, false, true)),
        // The whole order of four leads turned round: the coils change places, and each is reversed.
        through(swaps(true, true, true)),
      ]).toEqual([1, -1, -1, 1, -1, -1]);
    }
  });

  it('do not go round with a lead of each coil crossed: the field stays on one line, and its coils oppose', () => {
    for (const sequence of ALL) {
      const states = coilStates(sequence).map((state) =>
        swapped(state, { a: false, b: false, coils: false, crossed: true }),
      );
      expect(sense(states)).toBe(0);
      for (const { a, b } of states) expect(a + b).toBeCloseTo(0, 12);
    }
    // Wave drive on A: half of it through each coil, the opposite way.
    expect(swapped({ a: 1, b: 0 }, { a: false, b: false, coils: false, crossed: true })).toEqual({ a: 0.5, b: -0.5 });
  });

  it('do not go round where a coil gets nothing', () => {
    expect(sense(coilStates('wave').map(({ a }) => ({ a, b: 0 })))).toBe(0);
  });
});

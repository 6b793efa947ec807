import type { StepMode } from './dynamics.js';

/** How a driver goes from one full step to the next: a mode, or so many microsteps. */
export type Sequence = StepMode | { readonly microsteps: number };

/** Currents of the two coils, as shares of the limit, with their sense. */
export interface CoilState {
  readonly a: number;
  readonly b: number;
}

/** The four halves of a centre-tapped motor. */
export type Half = 'A' | 'A′' | 'B' | 'B′';

/** A thing that turns the sequence into another: what is swapped between driver and motor. */
export interface Swaps {
  /** The two leads of coil A. */
  readonly a: boolean;
  /** The two leads of coil B. */
  readonly b: boolean;
  /** The two coils for one another. */
  readonly coils: boolean;
  /** A lead of one coil for a lead of the other: each coil lies between two outputs of different phases. */
  readonly crossed: boolean;
}

const QUARTER = Math.PI / 2;

/** A share that rounding left beside nothing is nothing. */
const clean = (value: number): number => (Math.abs(value) < 1e-12 ? 0 : value);

/**
 * The states of one electrical cycle, four full steps, in the order in which a driver goes through them: wave drive has
 * one coil on, two-phase-on both, half step alternates, microsteps follow cosine and sine (Acarnley, Stepping Motors,
 * 4th ed., IET 2002, from memory).
 */
export function coilStates(sequence: Sequence): readonly CoilState[] {
  if (typeof sequence !== 'string') {
    const count = 4 * sequence.microsteps;
    return Array.from({ length: count }, (_, index) => {
      const angle = (index * QUARTER) / sequence.microsteps;
      return { a: clean(Math.cos(angle)), b: clean(Math.sin(angle)) };
    });
  }
  const wave: readonly CoilState[] = [
    { a: 1, b: 0 },
    { a: 0, b: 1 },
    { a: -1, b: 0 },
    { a: 0, b: -1 },
  ];
  const both: readonly CoilState[] = [
    { a: 1, b: 1 },
    { a: -1, b: 1 },
    { a: -1, b: -1 },
    { a: 1, b: -1 },
  ];
  if (sequence === 'wave') return wave;
  if (sequence === 'two-phase') return both;
  return wave.flatMap((state, index) => [state, both[index] as CoilState]);
}

/**
 * What the motor gets of a state where leads are swapped. With leads crossed one coil lies on A1 and B1 and the other on
 * A2 and B2; the outputs stand half a phase's volts above and below the middle, so one gets (a − b)/2 and the other the
 * same the other way round (Kirchhoff).
 */
export function swapped({ a, b }: CoilState, swaps: Swaps): CoilState {
  if (swaps.crossed) return { a: clean((a - b) / 2), b: clean((b - a) / 2) };
  const [first, second] = swaps.coils ? [b, a] : [a, b];
  return { a: swaps.a ? 0 - first : first, b: swaps.b ? 0 - second : second };
}

/** Torque of a state as a vector: its length relative to one coil at its limit, its electrical angle [rad]. */
export function torqueVector({ a, b }: CoilState): { readonly length: number; readonly angle: number } {
  return { length: Math.hypot(a, b), angle: Math.atan2(b, a) };
}

/**
 * The halves that are on in a centre-tapped motor: one of a coil at most, for both at once cancel one another and burn.
 */
export function halvesOn({ a, b }: CoilState): readonly Half[] {
  const on: Half[] = [];
  if (a !== 0) on.push(a > 0 ? 'A' : 'A′');
  if (b !== 0) on.push(b > 0 ? 'B' : 'B′');
  return on;
}

/** Which way the field goes round through a list of states: 1 forward, −1 backward, 0 where it does not go round. */
export function sense(states: readonly CoilState[]): -1 | 0 | 1 {
  const turns = states.map((state, index) => {
    const next = states[(index + 1) % states.length] as CoilState;
    const off = torqueVector(next).angle - torqueVector(state).angle;
    return Math.sign(Math.atan2(Math.sin(off), Math.cos(off)));
  });
  if (turns.every((turn) => turn > 0)) return 1;
  return turns.every((turn) => turn < 0) ? -1 : 0;
}

/** How the torque changes over a cycle and what all coils take together, relative to one coil at its limit. */
export interface SequenceNumbers {
  readonly states: number;
  readonly least: number;
  readonly most: number;
  /** Greatest sum of the currents of both coils. */
  readonly current: number;
}

export function sequenceNumbers(sequence: Sequence): SequenceNumbers {
  const states = coilStates(sequence);
  const lengths = states.map((state) => torqueVector(state).length);
  return {
    states: states.length,
    least: Math.min(...lengths),
    most: Math.max(...lengths),
    current: Math.max(...states.map(({ a, b }) => Math.abs(a) + Math.abs(b))),
  };
}

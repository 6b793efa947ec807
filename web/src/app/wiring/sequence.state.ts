import {
  coilStates,
  halvesOn,
  sense,
  sequenceNumbers,
  swapped,
  torqueVector,
  type CoilState,
  type Sequence,
  type Swaps,
} from '@crisp-notch/core/motor';
import { formatNumber } from '@crisp-notch/core/quantity';
import type { ChoiceOption } from '../ui/select.component';

/** How the coils are fed: both ways through the whole coil, or one half at a time. */
export type Feeding = 'bipolar' | 'sinking' | 'sourcing';

export const MODES: readonly ChoiceOption[] = [
  { value: 'wave', label: 'wave: one coil at a time' },
  { value: 'two-phase', label: 'full steps, both coils on' },
  { value: 'half', label: 'half steps' },
  { value: '4', label: '1/4 steps' },
  { value: '8', label: '1/8 steps' },
  { value: '16', label: '1/16 steps' },
];

export const SWAPS: readonly ChoiceOption[] = [
  { value: '', label: 'as found' },
  { value: 'a', label: 'leads of coil A swapped' },
  { value: 'b', label: 'leads of coil B swapped' },
  { value: 'ab', label: 'leads of both coils swapped' },
  { value: 'c', label: 'coils A and B swapped' },
  { value: 'abc', label: 'all four turned round' },
  { value: 'x', label: 'a lead of each coil crossed' },
];

const sequenceOf = (mode: string): Sequence =>
  mode === 'wave' || mode === 'two-phase' || mode === 'half' ? mode : { microsteps: Number(mode) };

const swapsOf = (value: string): Swaps => ({
  a: value.includes('a'),
  b: value.includes('b'),
  coils: value.includes('c'),
  crossed: value.includes('x'),
});

/** One switch or output, and whether it is on. */
export interface Lamp {
  readonly name: string;
  readonly isOn: boolean;
  /** What it does just now. */
  readonly words: string;
}

export interface SequenceSight {
  readonly count: number;
  /** Of the state that is shown, as shares of the limit. */
  readonly state: CoilState;
  readonly length: number;
  /** Electrical angle in degrees, from 0 to 360. */
  readonly degrees: number;
  readonly lamps: readonly Lamp[];
  /** Every state as a dot on its circle. */
  readonly dots: readonly { readonly x: number; readonly y: number }[];
  readonly numbers: string;
  readonly turning: string;
}

const percent = (share: number): string => `${formatNumber(share * 100, { significant: 3 })} %`;

/** Outputs of two bridges: where the current leaves the driver, and where it comes back. */
function bridgeLamps({ a, b }: CoilState): readonly Lamp[] {
  const lampsOf = (coil: string, current: number): readonly Lamp[] => {
    const [from, to] = current > 0 ? [`${coil}1`, `${coil}2`] : [`${coil}2`, `${coil}1`];
    return [`${coil}1`, `${coil}2`].map((name) => ({
      name,
      isOn: current !== 0,
      words: current === 0 ? 'off' : name === from ? `+, ${percent(Math.abs(current))} to ${to}` : `−, from ${from}`,
    }));
  };
  return [...lampsOf('A', a), ...lampsOf('B', b)];
}

function arrayLamps(state: CoilState, feeding: 'sinking' | 'sourcing'): readonly Lamp[] {
  const on = halvesOn(state);
  const where = feeding === 'sinking' ? 'its end to ground, tap to supply' : 'its end to supply, tap to ground';
  return (['A', 'A′', 'B', 'B′'] as const).map((name) => ({
    name,
    isOn: on.includes(name),
    words: on.includes(name) ? where : 'off',
  }));
}

const TURNING = {
  1: 'It turns forward.',
  '-1': 'It turns backward.',
  0: 'It does not turn: both coils get one current, the opposite way round, so the field only swings to and fro. It thumps, jumps back and forth, and gets warm.',
} as const;

/** What is seen at one state of a sequence. @param at which state, counted round and round */
export function sequenceSight(mode: string, swap: string, feeding: Feeding, at: number): SequenceSight {
  const sequence = sequenceOf(mode);
  const driven = coilStates(sequence);
  const states = driven.map((state) => swapped(state, swapsOf(swap)));
  const index = ((at % states.length) + states.length) % states.length;
  const [state, sent] = [states[index] as CoilState, driven[index] as CoilState];
  const { length, angle } = torqueVector(state);
  // What the motor gets: leads that are crossed change it, what the driver takes stays.
  const lengths = states.map((item) => torqueVector(item).length);
  const [least, most] = [Math.min(...lengths), Math.max(...lengths)];
  const { current } = sequenceNumbers(sequence);
  const ripple =
    most - least < 1e-9
      ? `the same torque in every state, ${formatNumber(most, { significant: 3 })}× of one coil`
      : `torque between ${formatNumber(least, { significant: 3 })}× and ${formatNumber(most, { significant: 3 })}× of one coil`;
  return {
    count: states.length,
    state,
    length,
    degrees: ((angle * 180) / Math.PI + 360) % 360,
    lamps: feeding === 'bipolar' ? bridgeLamps(sent) : arrayLamps(sent, feeding),
    dots: states.map(({ a, b }) => ({ x: a, y: b })),
    numbers: `${states.length} states to four full steps; ${ripple}; both coils take ${formatNumber(current, { significant: 3 })}× of one at most.`,
    turning: TURNING[sense(states)],
  };
}

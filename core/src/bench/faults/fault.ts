import type { AxisTruth, TrueSide, Truth } from '../truth.js';

/** How it shows when a few places are read from both sides. */
export type Look =
  /** Everything is off by one share. */
  | 'share'
  /** It comes short where it turns back. */
  | 'reversal'
  /** It goes away little by little. */
  | 'drift'
  /** It comes and goes along the way. */
  | 'wave'
  /** It comes short by more the farther it is sent, and never by the same. */
  | 'short'
  /** It goes many times as far. */
  | 'far'
  /** It stands somewhere else after each move. */
  | 'slip';

/** What puts it right, and what that takes of a builder (common practice, no source). */
export interface Repair {
  readonly words: string;
  readonly minutes: number;
  /** The part that it uses up; null where it uses none. */
  readonly part: string | null;
}

/** How it is met in training. */
export interface Trained {
  readonly look: Look;
  /** It still shows beside another one. */
  readonly isSeenBeside: boolean;
  readonly repair: Repair;
}

/**
 * Something that is wrong with a machine, as a patch of its truth. It is told to nobody until it is asked for: what the
 * builder gets is what it does.
 */
export type Fault =
  | {
      readonly id: string;
      /** What it is, once it is told. */
      readonly name: string;
      readonly of: 'axis';
      /** Nothing where checks of one axis do not tell it. */
      readonly trained?: Trained;
      /** Whether an axis can have it. */
      readonly fits: (axis: AxisTruth) => boolean;
      readonly patch: (axis: AxisTruth) => AxisTruth;
    }
  | {
      readonly id: string;
      readonly name: string;
      readonly of: 'machine';
      readonly trained?: Trained;
      readonly patch: (truth: Truth) => Truth;
    };

export const isStepper = ({ motor }: AxisTruth): boolean => motor.kind === 'stepper';
/** The same axis with something changed of its second side. */
export const withSecondSide = (axis: AxisTruth, change: (side: TrueSide) => Partial<TrueSide>): AxisTruth => ({
  ...axis,
  second: axis.second && { ...axis.second, ...change(axis.second) },
});
export const always = (): boolean => true;

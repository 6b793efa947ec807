import type { AxisTruth, TrueSide, Truth } from '../truth.js';

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
      /** Whether an axis can have it. */
      readonly fits: (axis: AxisTruth) => boolean;
      readonly patch: (axis: AxisTruth) => AxisTruth;
    }
  | {
      readonly id: string;
      readonly name: string;
      readonly of: 'machine';
      readonly patch: (truth: Truth) => Truth;
    };

export const isStepper = ({ motor }: AxisTruth): boolean => motor.kind === 'stepper';
/** The same axis with something changed of its second side. */
export const withSecondSide = (axis: AxisTruth, change: (side: TrueSide) => Partial<TrueSide>): AxisTruth => ({
  ...axis,
  second: axis.second && { ...axis.second, ...change(axis.second) },
});
export const always = (): boolean => true;

import {
  holdPower,
  idlePower,
  meanPower,
  movingPower,
  peakPower,
  phaseSum,
  phaseTwoThirds,
  type AxisContext,
} from '../drive-line/index.js';
import type { Supply } from '../machine/index.js';
import { dimensionOf, explainer, type Explainer, type Figure, type Subject } from '../reckoner/index.js';

/** A number of a load with the way to its working, whatever it is a figure of. */
export interface LoadNumber {
  /** [W], or [A] where phases are counted; null while it is not known. */
  readonly value: number | null;
  readonly isAssumed: boolean;
  /** Phases are counted in amperes; all else is power. */
  readonly isCurrent: boolean;
  readonly explain: () => Explainer;
}

/** What is counted of a load: by each school, and while it does this or that. */
export const COLUMNS = {
  sum: { symbol: 'I_Σ', words: 'sum of phases', school: 'sum' },
  twoThirds: { symbol: 'I_⅔', words: 'two thirds of phases', school: 'two-thirds' },
  computed: { symbol: 'I_P', words: 'by power', school: 'computed' },
  moving: { symbol: 'I_v', words: 'moving', school: null },
  hold: { symbol: 'I_h', words: 'holding', school: null },
  idle: { symbol: 'I_0', words: 'at rest', school: null },
  mean: { symbol: 'I_m', words: 'on average', school: null },
} as const satisfies Readonly<
  Record<string, { readonly symbol: string; readonly words: string; readonly school: Supply['school'] | null }>
>;
export type Column = keyof typeof COLUMNS;

/** Something that takes power: an axis, an auxiliary, a converter or a supply with all that hangs on it. */
export interface Load {
  readonly id: string;
  readonly name: string;
  /** Short, for formulas. */
  readonly symbol: string;
  readonly kind: 'axis' | 'auxiliary' | 'converter' | 'supply';
  readonly numbers: Readonly<Record<Column, LoadNumber>>;
  /** Counted without speeding up, because mass or acceleration is not known. */
  readonly isRough: boolean;
}

export function numberOf<C>(subject: Subject<C>, figure: Figure<C>): LoadNumber {
  const { reckoner } = subject;
  const outcome = reckoner.get(figure);
  return {
    value: outcome.kind === 'value' ? outcome.value : null,
    isAssumed: outcome.kind === 'value' && outcome.isAssumed,
    isCurrent: dimensionOf(figure, reckoner.context) === 'current',
    explain: () => explainer(subject, figure),
  };
}

/**
 * An axis as a load: by power at the end of its ramp, or the best there is while mass or acceleration is not known.
 */
export function axisLoad(subject: Subject<AxisContext>): Load {
  const { axis } = subject.reckoner.context;
  const of = (figure: Figure<AxisContext>): LoadNumber => numberOf(subject, figure);
  const isKnown = (figure: Figure<AxisContext>): boolean => subject.reckoner.value(figure) !== null;
  return {
    id: axis.id,
    name: axis.name === '' ? axis.letter : `${axis.letter}, ${axis.name}`,
    symbol: axis.letter,
    kind: 'axis',
    numbers: {
      sum: of(phaseSum),
      twoThirds: of(phaseTwoThirds),
      computed: of([peakPower, movingPower, holdPower].find(isKnown) ?? peakPower),
      moving: of(movingPower),
      hold: of(holdPower),
      idle: of(idlePower),
      mean: of(meanPower),
    },
    isRough: !isKnown(peakPower),
  };
}

/** A load that is no motor draws the same by every school, and while the axes rest. */
export function steadyLoad(
  load: Pick<Load, 'id' | 'name' | 'symbol' | 'kind'>,
  most: LoadNumber,
  mean: LoadNumber,
): Load {
  return {
    ...load,
    numbers: { sum: most, twoThirds: most, computed: most, moving: most, hold: most, idle: most, mean },
    isRough: false,
  };
}

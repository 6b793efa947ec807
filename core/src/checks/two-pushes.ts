import type { Say } from '../drive-line/index.js';
import type { Dimension } from '../quantity/index.js';
import { nullable, quantity, readQuantity, whole, type Quantity } from '../shape/index.js';
import { budgetOf, type Budget } from '../statistics/index.js';
import { conformity } from './conformity.js';
import type { Course } from './course.js';
import { decidesWords } from './decide.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from './findings.js';
import type { CheckEvaluation, ReadingSheet } from './kind.js';
import { doubtAt, measuring, type Measuring } from './measuring.js';
import type { EnteredReading } from './reading.js';
import { instrumentRows, meanOf, scatterRow } from './sample.js';
import { taken } from './taken.js';
import { judgedBy, wordedSheet, type WordedPlace } from './worded.js';

/** A light push, and one that is clearly harder. */
export const LOADS = ['light', 'heavy'] as const;
export type Load = (typeof LOADS)[number];

export interface PushPlace extends WordedPlace {
  readonly load: Load;
}

const positive = { isPositive: true } as const;

/** What is asked of two pushes, whatever is pushed. @param most what the play is told in */
export const pushFields = <D extends 'length' | 'angle'>(most: D) => ({
  light: quantity('force', positive, 'Light push'),
  heavy: quantity('force', positive, 'Heavy push'),
  times: whole(1, 20, 'Times'),
  most: nullable(quantity(most, positive, 'Play, at most')),
  measured: measuring,
});

export const PUSH_CAUTION =
  'The motor holds while you push. Push no harder than it holds, and keep fingers out of what closes.';

/** A swing at each push, time after time. */
export const pushPlaces = ({ times }: { readonly times: number }): readonly PushPlace[] =>
  Array.from({ length: 2 * times }, (_, index) => {
    const load = LOADS[index % 2] as Load;
    const time = Math.floor(index / 2) + 1;
    return {
      index,
      dimension: 'length',
      load,
      cells: [String(time), load],
      named: `swing at the ${load} push, time ${time}`,
    };
  });

export const twoPushesSheet = (name: string): ReadingSheet<PushPlace> =>
  wordedSheet(`Read the whole swing on ${name || 'the instrument'}`, [
    ['Time', true],
    ['Push', false],
  ]);

/** How much harder the heavy push has to be. */
const APART = 1.2;

/** What the pushes of a plan are [N]. */
export const pushesOf = (plan: Readonly<Record<Load, Quantity>>): Readonly<Record<Load, number>> => ({
  light: readQuantity(plan.light, 'force').value,
  heavy: readQuantity(plan.heavy, 'force').value,
});

/** Why a plan of two pushes tells nothing, in words; null where it does. */
export function pushesMisfit(plan: Readonly<Record<Load, Quantity>> & { readonly measured: Measuring }): string | null {
  if (plan.measured.kind !== 'length') return 'The swing is read as a length: take an instrument that shows one.';
  const { light, heavy } = pushesOf(plan);
  return heavy > APART * light
    ? null
    : 'The heavy push has to be clearly more than the light one, or bending cannot be told from play.';
}

/** What two pushes decide, in words. @param most play that is asked for @param doubt of one reading, in its unit */
export function pushesDecide(
  plan: Readonly<Record<Load, Quantity>> & { readonly times: number },
  most: number | null,
  doubt: number,
): string {
  const { light, heavy } = pushesOf(plan);
  const lever = light / Math.max(heavy - light, Number.MIN_VALUE);
  const words = decidesWords(most, doubt, plan.times, { spread: Math.hypot(1 + lever, lever) });
  return `Bending grows with the push and is taken out by the two pushes. ${words}`;
}

/** It stands, and is pushed. @param light on the carriage [N], or on what turns [N·m]; heavy likewise */
export const twoPushesCourse = (
  places: readonly PushPlace[],
  light: number,
  { heavy, arm }: { readonly heavy: number; readonly arm: number },
): Course => ({
  from: 0,
  legs: places.map(({ index, load }) => {
    const instrument = load === 'light' ? 'push-light' : 'push-heavy';
    const push = load === 'light' ? light : heavy;
    return { to: 0, read: { index, of: 'push', instrument, zeroOf: instrument, push, arm } };
  }),
});

/** What two pushes are of. */
export interface PushesAsked {
  /** [N], where they are made. */
  readonly light: number;
  readonly heavy: number;
  /** Play that is asked for, at most [m], [rad]; null: told and not judged. */
  readonly most: number | null;
  readonly measured: Measuring;
  readonly dimension: 'length' | 'angle';
  /** Metres that are read for a radian; 1 where it is read as it is. */
  readonly arm: number;
  /** What gives by what is read. */
  readonly valueOf: (swing: number) => number;
  readonly symbol: string;
  /** How the swing at the light push is reckoned. */
  readonly atLight: string;
  /** What it is that a push stretches; the push is taken that many times. */
  readonly stiffness: { readonly dimension: Dimension; readonly by: number; readonly working: string };
}

/**
 * What is loose and what only bends: a straight line through the swings at both pushes, followed back to none.
 * @returns null where both pushes are alike
 */
export function evaluateTwoPushes(
  places: readonly PushPlace[],
  entered: readonly EnteredReading[],
  { light, heavy, most, measured, dimension, arm, valueOf, symbol, atLight, stiffness }: PushesAsked,
  say: Say,
): CheckEvaluation | null {
  if (heavy <= APART * light) return null;
  const doubt = (Math.SQRT2 * doubtAt(measured, 0)) / arm;
  const read = taken(places, entered).map(({ place, shown, excluded }) => ({
    place,
    swing: Math.abs(shown),
    value: valueOf(Math.abs(shown)),
    excluded,
  }));
  const counted = read.filter(({ excluded }) => excluded === null);
  const at = (load: Load): readonly number[] =>
    counted.filter(({ place }) => place.load === load).map(({ value }) => value);
  const [ofLight, ofHeavy] = [at('light'), at('heavy')];
  const isBoth = ofLight.length > 0 && ofHeavy.length > 0;
  const lever = light / (heavy - light);
  const play = isBoth ? (1 + lever) * meanOf(ofLight) - lever * meanOf(ofHeavy) : null;
  const [scatterLight, scatterHeavy] = [scatterRow(ofLight, 1 + lever), scatterRow(ofHeavy, lever)];
  const budget: Budget | null =
    scatterLight && scatterHeavy
      ? budgetOf(
          [
            { ...scatterLight, name: 'Scatter at the light push' },
            { ...scatterHeavy, name: 'Scatter at the heavy push' },
            ...instrumentRows(measured, 0, Math.hypot(1 + lever, lever) / arm),
          ].filter(({ standard }) => standard > 0),
        )
      : null;
  const half = budget?.expanded ?? null;
  const bend = isBoth ? (meanOf(ofHeavy) - meanOf(ofLight)) / ((heavy - light) * stiffness.by) : null;
  const swing = (name: string, sign: string, values: readonly number[], working: string): CheckFigure =>
    figureOf(
      { name, symbol: `${symbol}${sign}`, dimension, working },
      values.length === 0 ? null : meanOf(values),
      null,
    );
  const figures: readonly CheckFigure[] = [
    figureOf(
      {
        name: 'Play',
        symbol,
        dimension,
        working: isBoth
          ? `The swing at both pushes followed back to none: ${symbol} = ${symbol}₁ − F₁·(${symbol}₂ − ${symbol}₁)/(F₂ − F₁).`
          : 'Open: a swing at either push is read.',
      },
      play,
      half,
      most,
    ),
    swing('Swing at the light push', '₁', ofLight, atLight),
    swing('Swing at the heavy push', '₂', ofHeavy, 'The same at the heavy push.'),
    {
      name: 'Stiffness',
      symbol: 'k',
      dimension: stiffness.dimension,
      value: bend === null || bend <= 0 ? null : 2 / bend,
      interval: null,
      asked: null,
      conformity: null,
      working: stiffness.working,
    },
  ];
  const points = read.map(({ place, swing: way, value, excluded }) => ({
    index: place.index,
    // As it was read.
    deviation: way,
    standardUncertainty: arm * doubt,
    excluded,
    conformity: most === null || place.load === 'heavy' ? ('within' as const) : conformity(value, most, doubt),
  }));
  const tell = (value: number): string => say(value, dimension, half ?? doubt);
  return {
    ...NO_FINDINGS,
    ...judgedBy(figures, points, places.length, (verdict) =>
      play === null
        ? ''
        : `${tell(play)}${half === null ? '' : ` ± ${tell(half)}`} is loose; the rest of the ${tell(meanOf(ofHeavy))} at the heavy push only bends${
            most === null
              ? '.'
              : verdict === 'undecided'
                ? `. That does not tell it from the ${say(most, dimension)} asked for.`
                : `. ${say(most, dimension)} is asked for at most.`
          }`,
    ),
    result: play !== null && half === null ? 'One swing at each push says nothing of its scatter: read more.' : '',
    notes: [],
    tolerance: arm * (most ?? Math.max(...read.map(({ value }) => value), 1e-4)),
    standardUncertainty: arm * doubt,
    chart: {
      x: { name: 'push', dimension: 'force' },
      y: { name: 'swing', dimension },
      limit: null,
      guard: 0,
      series: [
        ...(play === null
          ? []
          : [
              {
                name: 'followed back to none',
                look: 'fit' as const,
                points: [
                  { x: 0, y: play },
                  { x: heavy, y: meanOf(ofHeavy) },
                ],
              },
            ]),
        ...readSeries(
          read.map(({ place, value, excluded }) => ({
            x: place.load === 'light' ? light : heavy,
            y: value,
            excluded,
          })),
        ),
      ],
    },
    budget: budget && { of: symbol, dimension, rows: budget },
  };
}

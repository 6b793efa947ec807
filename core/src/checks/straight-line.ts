import type { Say } from '../drive-line/index.js';
import { budgetOf, coverageFactor, leastSquares } from '../statistics/index.js';
import { conformity } from './conformity.js';
import { figureOf, judged, NO_FINDINGS, readSeries, type CheckFigure } from './findings.js';
import type { CheckEvaluation } from './kind.js';
import { doubtAt, type Measuring } from './measuring.js';
import { instrumentRows } from './sample.js';
import { judgedBy } from './worded.js';

/** A length that was told, and what came of it [m]. */
export interface ToldLength {
  readonly index: number;
  readonly told: number;
  readonly measured: number;
  readonly excluded: string | null;
}

/** The words of a check whose results grow with what was told. */
export interface LineWords {
  /** What each piece is, e.g. `cut`. */
  readonly piece: string;
  /** What one is that came out with too much, and with too little. */
  readonly over: string;
  readonly under: string;
  /** Name and working of the slope, and of what is there without any length. */
  readonly slope: string;
  readonly slopeWorking: string;
  readonly offset: string;
  readonly offsetWorking: string;
  /** On the chart. */
  readonly told: string;
}

/** A line through results: y = offset + slope · told. */
export interface Line {
  readonly slope: number;
  readonly slopeHalf: number;
  readonly offset: number;
  readonly offsetHalf: number;
  readonly scatter: number;
  readonly freedom: number;
}

/** @returns null where fewer than three results, or only one length, carry no line with a scatter */
export function lineThrough(points: readonly ToldLength[], doubt: number): Line | null {
  const reach = Math.max(...points.map(({ told }) => Math.abs(told)), 0);
  if (points.length < 3 || reach === 0) return null;
  const fit = leastSquares(
    points.map(({ told }) => [told / reach, 1]),
    points.map(({ measured }) => measured),
  );
  if (fit?.residualDeviation == null) return null;
  const factor = coverageFactor(0.95, fit.degreesOfFreedom);
  const half = (term: number, own: number): number =>
    Math.hypot(factor * (fit.residualDeviation ?? 0) * Math.sqrt(fit.unscaledCovariance[term]?.[term] ?? 0), 2 * own);
  return {
    slope: (fit.estimates[0] as number) / reach,
    slopeHalf: half(0, doubt) / reach,
    offset: fit.estimates[1] as number,
    offsetHalf: half(1, doubt),
    scatter: fit.residualDeviation,
    freedom: fit.degreesOfFreedom,
  };
}

/**
 * What lengths come to that were told and measured: how far each is off, and whether that grows with the length or is
 * always the same.
 * @param most how far one may be off, either way; null where nothing is asked
 */
export function lineFindings(
  points: readonly ToldLength[],
  plannedCount: number,
  measured: Measuring,
  most: number | null,
  words: LineWords,
  say: Say,
): CheckEvaluation & { readonly line: Line | null } {
  const counted = points.filter(({ excluded }) => excluded === null);
  const reach = Math.max(...counted.map(({ told }) => Math.abs(told)), 0);
  const doubt = doubtAt(measured, reach);
  const line = lineThrough(counted, doubt);
  const off = ({ told, measured: value }: ToldLength): number => value - told;
  const worst = counted.reduce<ToldLength | null>(
    (found, point) => (found && Math.abs(off(found)) >= Math.abs(off(point)) ? found : point),
    null,
  );
  const half = 2 * doubt;
  // A piece to come scatters about the line; one in twenty lies beyond this.
  const next = line && coverageFactor(0.95, line.freedom) * line.scatter * Math.sqrt(1 + 1 / counted.length);
  const isSure = (value: number, expanded: number): boolean => Math.abs(value) > expanded;
  const figures: readonly CheckFigure[] = [
    figureOf(
      {
        name: `Largest error of a ${words.piece}`,
        symbol: 'Δ',
        dimension: 'length',
        working: `The ${words.piece} farthest from what was told; the instrument alone makes it doubtful.`,
      },
      worst && off(worst),
      half,
      most,
    ),
    {
      name: words.slope,
      symbol: 'k',
      dimension: 'ratio',
      value: line?.slope ?? null,
      interval: line && [line.slope - line.slopeHalf, line.slope + line.slopeHalf],
      asked: null,
      conformity: null,
      working: line ? words.slopeWorking : 'Open: three results of at least two lengths carry it.',
    },
    figureOf(
      {
        name: words.offset,
        symbol: 'a',
        dimension: 'length',
        working: line ? words.offsetWorking : 'Open: three results of at least two lengths carry it.',
      },
      line?.offset ?? null,
      line?.offsetHalf ?? null,
    ),
    {
      name: 'Scatter of one to come, ±',
      symbol: '±s',
      dimension: 'length',
      value: next,
      interval: null,
      asked: most,
      conformity: next === null ? null : judged([0, next], most) === 'within' ? 'within' : 'undecided',
      working: 'About the line, with 95 %, for one more piece.',
    },
  ];
  const tell = (value: number, uncertainty?: number): string => say(value, 'length', uncertainty);
  return {
    ...NO_FINDINGS,
    ...judgedBy(
      figures,
      points.map((point) => ({
        index: point.index,
        deviation: off(point),
        standardUncertainty: doubt,
        excluded: point.excluded,
        conformity: most === null ? 'within' : conformity(off(point), most, doubt),
      })),
      plannedCount,
      (verdict) =>
        worst === null
          ? ''
          : `The worst ${words.piece} is ${tell(Math.abs(off(worst)), half)} ${off(worst) > 0 ? words.over : words.under} at ${tell(worst.told)}${
              most === null
                ? '.'
                : verdict === 'undecided'
                  ? `; that, or one more to come, does not tell from the ±${tell(most)} asked for.`
                  : `; ±${tell(most)} is asked for.`
            }`,
    ),
    result: line
      ? [
          isSure(line.slope - 1, line.slopeHalf)
            ? `It grows with the length: ${words.slope.toLowerCase()} ${line.slope.toFixed(5)} ± ${line.slopeHalf.toFixed(5)}.`
            : 'It does not grow with the length by more than the measurement tells.',
          isSure(line.offset, line.offsetHalf)
            ? `The same at every length: ${tell(line.offset, line.offsetHalf)} ± ${tell(line.offsetHalf, line.offsetHalf)}.`
            : '',
        ]
          .filter((part) => part !== '')
          .join(' ')
      : '',
    notes: [],
    tolerance: most ?? Math.max(...points.map((point) => Math.abs(off(point))), doubt),
    standardUncertainty: doubt,
    chart: {
      x: { name: words.told, dimension: 'length' },
      y: { name: 'off', dimension: 'length' },
      limit: most,
      guard: half,
      series: [
        ...(line
          ? [
              {
                name: 'line through all',
                look: 'fit' as const,
                points: [0, reach].map((x) => ({ x, y: line.offset + (line.slope - 1) * x })),
              },
            ]
          : []),
        ...readSeries(points.map((point) => ({ x: point.told, y: off(point), excluded: point.excluded }))),
      ],
    },
    budget: line && {
      of: 'a result',
      dimension: 'length',
      rows: budgetOf(
        [
          { name: 'Scatter about the line', kind: 'A' as const, standard: line.scatter, freedom: line.freedom },
          ...instrumentRows(measured, reach),
        ].filter(({ standard }) => standard > 0),
      ),
    },
    line,
  };
}

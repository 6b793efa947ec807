import { askedOf, nullable, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { budgetOf, type Budget } from '../../statistics/index.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { decidesWords } from '../decide.js';
import { draw, type PlanInput } from '../plan-form.js';
import { deviationOf, instrumentRows, meanOf, scatterRow } from '../sample.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  /** Sides of the rectangle between its marks. */
  along: quantity('length', positive, 'Side along this axis'),
  across: quantity('length', positive, 'Side across'),
  /** Between the two sides that are driven or guided, for what to move. */
  base: nullable(quantity('length', positive, 'Between the guides')),
  times: whole(1, 10, 'Times'),
  most: nullable(quantity('angle', positive, 'Out of square, at most')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

export interface DiagonalPlace extends WordedPlace {
  readonly which: 'first' | 'second';
}

const placesOf = ({ times }: Plan): readonly DiagonalPlace[] =>
  Array.from({ length: 2 * times }, (_, index) => {
    const which = index % 2 === 0 ? 'first' : 'second';
    const time = Math.floor(index / 2) + 1;
    const words = which === 'first' ? 'front left to back right' : 'front right to back left';
    return { index, dimension: 'length', which, cells: [String(time), words], named: `${words}, time ${time}` };
  });

/**
 * How far two sides are out of square [rad], from the diagonals of the four-sided figure that they make: the law of
 * cosines for both, sin = (d₁² − d₂²)/(4ab).
 */
export function skewOf(first: number, second: number, along: number, across: number): number {
  const sine = (first ** 2 - second ** 2) / (4 * along * across);
  return Math.asin(Math.max(-1, Math.min(1, sine)));
}

/** How well the sides between the marks are known, as a share (common practice, no source). */
const SIDES_KNOWN = 2e-3;

/** Four marks made by the machine, measured corner to corner. */
export const diagonals = checkKind({
  name: 'Squareness by diagonals',
  question: 'Are two axes square to each other?',
  way: 'Let the machine make four marks at the corners of a large rectangle, and measure from corner to corner.',
  applies: ({ axis }) => axis.job.kind === 'linear',
  provesAxis: false,
  fields,
  sketch: ({ axis }) => ({
    words: 'A rectangle of four marks with both diagonals.',
    strokes: [
      { ink: 'there', path: 'M60 128L72 22L262 22L250 128z' },
      { ink: 'reads', path: draw.line(60, 128, 262, 22) },
      { ink: 'reads', path: draw.line(72, 22, 250, 128) },
      { ink: 'way', path: draw.arrow(120, 140, 190, 140) },
    ],
    labels: [
      { x: 196, y: 145, text: axis.letter },
      { x: 220, y: 44, text: 'd₁' },
      { x: 96, y: 44, text: 'd₂' },
    ],
  }),
  form: {
    first: ({ axis }): Plan => {
      const travel = axis.job.travel;
      return {
        along: travel ? { ...travel, from: 'assumed' } : quantityOf('400 mm', 'assumed'),
        across: quantityOf('300 mm', 'assumed'),
        base: null,
        times: 3,
        most: quantityOf('0.05 °', 'assumed'),
        measured: usualMeasuring('rule'),
      };
    },
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length', 'size'),
      quantityInput(plan, 'along', asked.along, 'As the machine was told.'),
      quantityInput(plan, 'across', asked.across),
      quantityInput(plan, 'base', asked.base, 'Of a two-sided axis: by how much one side’s switch is to move.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most),
    ],
    expects: (_context, plan) => {
      const [along, across] = [readQuantity(plan.along, 'length').value, readQuantity(plan.across, 'length').value];
      const diagonal = Math.hypot(along, across);
      const doubt = (2 * doubtAt(plan.measured, 0) * Math.SQRT2 * diagonal) / (2 * along * across);
      return `The difference of the diagonals counts: this instrument tells ${Number(((doubt * 180) / Math.PI).toPrecision(2))}° apart on it. A larger rectangle tells less apart. ${decidesWords(plan.most && readQuantity(plan.most, 'angle').value, doubt / 2, plan.times, { spread: Math.SQRT2 })}`;
    },
    decides: (_context, plan) => {
      const [along, across] = [readQuantity(plan.along, 'length').value, readQuantity(plan.across, 'length').value];
      const most = plan.most && readQuantity(plan.most, 'angle').value;
      return [most && (most * 2 * along * across) / Math.hypot(along, across), 0];
    },
    caution: 'Marks are made by the machine: the usual care with whatever makes them, spindle off while you measure.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    if (axis.job.kind !== 'linear') return 'This axis turns: squareness is of two that slide.';
    return plan.measured.kind === 'length' ? null : 'Diagonals are read as lengths: take an instrument that shows one.';
  },
  places: placesOf,
  course: null,
  sheet: (_context, plan) =>
    wordedSheet(`Measure with ${plan.measured.name || 'the instrument'}`, [
      ['Time', true],
      ['From corner to corner', false],
    ]),
  columns: () => wordedColumns('time', 'diagonal'),
  evaluate: (context, plan, entered, say) => {
    if (context.axis.job.kind !== 'linear' || plan.measured.kind !== 'length') return null;
    const [along, across] = [readQuantity(plan.along, 'length').value, readQuantity(plan.across, 'length').value];
    const base = plan.base && readQuantity(plan.base, 'length').value;
    const most = plan.most && readQuantity(plan.most, 'angle').value;
    const places = placesOf(plan);
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      value: shownTravel(shown, plan.measured),
      excluded,
    }));
    const of = (which: DiagonalPlace['which']): readonly number[] =>
      read.filter((item) => item.excluded === null && item.place.which === which).map(({ value }) => value);
    const [first, second] = [of('first'), of('second')];
    const isBoth = first.length > 0 && second.length > 0;
    const diagonal = Math.hypot(along, across);
    const nominal = 2 * (along ** 2 + across ** 2);
    const sum = isBoth ? meanOf(first) ** 2 + meanOf(second) ** 2 : nominal;
    const doubt = doubtAt(plan.measured, diagonal);
    // For any four-sided figure with equal opposite sides d₁² + d₂² = 2(a² + b²): marks that do not keep it are others.
    const slack = 2 * 2 * diagonal * (2 * doubt + Math.max(deviationOf(first) ?? 0, deviationOf(second) ?? 0));
    const isOther = isBoth && Math.abs(sum - nominal) > slack + SIDES_KNOWN * nominal;
    const skew = isBoth && !isOther ? skewOf(meanOf(first), meanOf(second), along, across) : null;
    // The error of the instrument itself is in both and goes out; what it shows by chance does not.
    const sensitivity = diagonal / (2 * along * across);
    const [a, b] = [scatterRow(first, sensitivity), scatterRow(second, sensitivity)];
    const digit = instrumentRows(plan.measured, 0, Math.SQRT2 * sensitivity, false).filter(
      ({ name }) => name === 'The digit' || name === 'Drift of its zero',
    );
    const budget: Budget | null =
      a && b
        ? budgetOf(
            [
              { ...a, name: 'Scatter of the first diagonal' },
              { ...b, name: 'Scatter of the second diagonal' },
              ...digit,
            ].filter(({ standard }) => standard > 0),
          )
        : null;
    const half = budget?.expanded ?? null;
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Out of square',
          symbol: 'ε',
          dimension: 'angle',
          working: isOther
            ? 'Open: both diagonals together do not fit these sides. Check which marks were measured and how far apart they are.'
            : isBoth
              ? 'sin ε = (d₁² − d₂²)/(4ab).'
              : 'Open: both diagonals are measured.',
        },
        skew,
        half,
        most,
      ),
      figureOf(
        {
          name: 'Difference of the diagonals',
          symbol: 'd₁ − d₂',
          dimension: 'length',
          working: 'Mean of the first less mean of the second.',
        },
        isBoth ? meanOf(first) - meanOf(second) : null,
        half === null ? null : half / sensitivity,
      ),
      ...(base === null
        ? []
        : [
            figureOf(
              {
                name: 'Move one side by',
                symbol: 'Δ',
                dimension: 'length',
                working:
                  'The angle times the distance of the guides: the home switch of one side is moved, or its offset set, by so much.',
              },
              skew === null ? null : skew * base,
              half === null || skew === null ? null : half * base,
            ),
          ]),
    ];
    const points = read.map(({ place, value, excluded }) => ({
      index: place.index,
      deviation: value - diagonal,
      standardUncertainty: doubt,
      excluded,
      conformity: 'within' as const,
    }));
    const tell = (value: number): string => say(value, 'angle', half ?? undefined);
    return {
      ...NO_FINDINGS,
      ...judgedBy(figures, points, places.length, (verdict) =>
        skew === null
          ? isOther
            ? 'The diagonals do not fit these sides, so nothing is said of the angle.'
            : ''
          : `Out of square by ${tell(skew)}${half === null ? '' : ` ± ${tell(half)}`}, ${say(Math.abs(skew) * along, 'length', half === null ? undefined : half * along)} over ${plan.along.text}${
              most === null
                ? '.'
                : verdict === 'undecided'
                  ? `; that does not tell it from the ${say(most, 'angle')} asked for.`
                  : `; ${say(most, 'angle')} is asked for at most.`
            }`,
      ),
      result:
        isBoth && half === null ? 'Each diagonal was measured once: its scatter is not known. Measure again.' : '',
      notes: [],
      tolerance: Math.max(doubt * 4, 1e-4),
      standardUncertainty: doubt,
      chart: {
        x: { name: 'time', dimension: 'count' },
        y: { name: 'diagonal, less as told', dimension: 'length' },
        limit: null,
        guard: 0,
        series: [
          ...readSeries(
            read
              .filter(({ place }) => place.which === 'first')
              .map(({ place, value, excluded }) => ({
                x: Math.floor(place.index / 2) + 1,
                y: value - diagonal,
                excluded,
              })),
          ).map((series) => ({
            ...series,
            name: series.look === 'read' ? 'first' : 'first, left out',
            look: series.look === 'read' ? ('up' as const) : series.look,
          })),
          ...readSeries(
            read
              .filter(({ place }) => place.which === 'second')
              .map(({ place, value, excluded }) => ({
                x: Math.floor(place.index / 2) + 1,
                y: value - diagonal,
                excluded,
              })),
          ).map((series) => ({
            ...series,
            name: series.look === 'read' ? 'second' : 'second, left out',
            look: series.look === 'read' ? ('down' as const) : series.look,
          })),
        ],
      },
      budget: budget && { of: 'ε', dimension: 'angle', rows: budget },
    };
  },
});

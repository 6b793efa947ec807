import { formatNumber, inUnit, preferredUnit } from '../../quantity/index.js';
import { askedOf, nullable, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { leastSquares } from '../../statistics/index.js';
import { conformity } from '../conformity.js';
import { judged, NO_FINDINGS, readSeries, type CheckFigure, type Interval } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind, type CheckPlace } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { differenceBudget } from '../sample.js';
import { taken } from '../taken.js';
import { judgedBy } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  columns: whole(2, 12, 'Places along'),
  rows: whole(2, 12, 'Places across'),
  along: quantity('length', positive, 'Bed along'),
  across: quantity('length', positive, 'Bed across'),
  /** Of the screws under its three feet; empty where it has none. */
  footPitch: nullable(quantity('length', positive, 'Pitch of the feet')),
  most: nullable(quantity('length', positive, 'Out of flat, at most')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

export interface BedPlace extends CheckPlace {
  readonly x: number;
  readonly y: number;
}

/** To and fro, row by row, as the machine goes. */
function placesOf({ columns, rows, along, across }: Plan): readonly BedPlace[] {
  const [width, depth] = [readQuantity(along, 'length').value, readQuantity(across, 'length').value];
  return Array.from({ length: columns * rows }, (_, index) => {
    const row = Math.floor(index / columns);
    const column = row % 2 === 0 ? index % columns : columns - 1 - (index % columns);
    return {
      index,
      dimension: 'length',
      x: (width * column) / (columns - 1),
      y: (depth * row) / (rows - 1),
    };
  });
}

/** Where the three feet stand, as shares of the bed: two in front, one in the middle behind. */
const FEET = [
  ['front left', 0, 0],
  ['front right', 1, 0],
  ['back middle', 0.5, 1],
] as const;

/** A bed under an indicator that the machine carries over it. */
export const planarity = checkKind({
  name: 'Bed flatness by a grid',
  question: 'Is the bed flat, and is it level with the way?',
  way: 'Carry an indicator over the bed from place to place, the carriage at one height, and read at each.',
  applies: ({ axis }) => axis.job.kind === 'linear',
  provesAxis: false,
  fields,
  sketch: ({ axis }) => ({
    words: 'A bed with a grid of places, and an indicator carried over it.',
    strokes: [
      { ink: 'there', path: 'M40 120L90 50H290L240 120z' },
      { ink: 'way', path: 'M57 97H257M73 73H273M107 120L157 50M173 120L223 50' },
      { ink: 'reads', path: draw.ring(190, 28, 14) },
      { ink: 'reads', path: draw.line(190, 42, 190, 72) },
    ],
    labels: [
      { x: 132, y: 138, text: axis.letter },
      { x: 212, y: 30, text: 'carried over' },
    ],
  }),
  form: {
    first: ({ axis }): Plan => ({
      columns: 4,
      rows: 3,
      along: axis.job.travel ? { ...axis.job.travel, from: 'assumed' } : quantityOf('400 mm', 'assumed'),
      across: quantityOf('300 mm', 'assumed'),
      footPitch: null,
      most: quantityOf('0.2 mm', 'assumed'),
      measured: usualMeasuring('plunger-indicator'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length'),
      wholeInput(plan, 'columns', asked.columns),
      wholeInput(plan, 'rows', asked.rows),
      quantityInput(plan, 'along', asked.along),
      quantityInput(plan, 'across', asked.across),
      quantityInput(plan, 'most', asked.most, 'From highest to lowest beside the best plane.'),
      quantityInput(plan, 'footPitch', asked.footPitch, 'To say how far to turn each of three feet.'),
    ],
    expects: (_context, plan) =>
      `${plan.columns * plan.rows} readings; four would fit a plane with one left over, more tell a bow from a tilt.`,
    decides: (_context, { most }) => [most && readQuantity(most, 'length').value / 2, 0],
    caution: 'Spindle off and tool out. The carriage moves over the bed: slow, hands out, a stop within reach.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    if (axis.job.kind !== 'linear') return 'This axis turns: a bed is read along one that slides.';
    return plan.measured.kind === 'length' ? null : 'A bed is read as lengths: take an instrument that shows one.';
  },
  places: placesOf,
  course: null,
  sheet: (_context, plan, units) => {
    const unit = preferredUnit('length', units);
    const words = (at: number): string => formatNumber(inUnit(at, unit), { significant: 5 });
    return {
      how: `Read ${plan.measured.name || 'the indicator'}, higher is more`,
      heads: [
        { words: `Along, ${unit.symbol}`, isNumber: true },
        { words: `Across, ${unit.symbol}`, isNumber: true },
      ],
      cells: ({ x, y }) => [words(x), words(y)],
      named: ({ x, y }) => `${words(x)} along, ${words(y)} across`,
    };
  },
  columns: () => ({
    header: ['along_mm', 'across_mm'],
    cells: ({ x, y }) => [x, y].map((at) => String(Number((at * 1000).toPrecision(9)))),
  }),
  evaluate: (context, plan, entered, say) => {
    if (context.axis.job.kind !== 'linear' || plan.measured.kind !== 'length') return null;
    const [width, depth] = [readQuantity(plan.along, 'length').value, readQuantity(plan.across, 'length').value];
    const most = plan.most && readQuantity(plan.most, 'length').value;
    const places = placesOf(plan);
    const doubt = doubtAt(plan.measured, most ?? 0);
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      value: shownTravel(shown, plan.measured),
      excluded,
    }));
    const counted = read.filter(({ excluded }) => excluded === null);
    const fit =
      counted.length < 4
        ? null
        : leastSquares(
            counted.map(({ place }) => [1, place.x / width, place.y / depth]),
            counted.map(({ value }) => value),
          );
    const [at = 0, slopeX = 0, slopeY = 0] = fit?.estimates ?? [];
    const plane = (x: number, y: number): number => at + (slopeX * x) / width + (slopeY * y) / depth;
    const left = counted.map(({ place, value }) => value - plane(place.x, place.y));
    const flat = fit ? Math.max(...left) - Math.min(...left) : null;
    // Highest and lowest are each read once: their difference is as doubtful as two readings.
    const half = 2 * Math.SQRT2 * doubt;
    const interval: Interval | null = flat === null ? null : [Math.max(0, flat - half), flat + half];
    const tilt = fit ? Math.hypot(slopeX / width, slopeY / depth) : null;
    const pitch = plan.footPitch && readQuantity(plan.footPitch, 'length').value;
    const heights = FEET.map(([, x, y]) => plane(x * width, y * depth));
    const highest = Math.max(...heights);
    const figures: readonly CheckFigure[] = [
      {
        name: 'Out of flat',
        symbol: 'f',
        dimension: 'length',
        value: flat,
        interval,
        asked: most,
        conformity: judged(interval, most),
        working: fit
          ? 'From the highest to the lowest beside the plane of least squares.'
          : 'Open: four places and more carry a plane and what is left beside it.',
      },
      {
        name: 'Tilted',
        symbol: 'θ',
        dimension: 'angle',
        value: tilt,
        interval: null,
        asked: null,
        conformity: null,
        working: 'Of the plane against the way of the carriage: its feet or its surfacing take it out.',
      },
    ];
    const points = read.map(({ place, value, excluded }) => {
      const deviation = fit ? value - plane(place.x, place.y) : 0;
      return {
        index: place.index,
        deviation,
        standardUncertainty: doubt,
        excluded,
        conformity: most === null ? ('within' as const) : conformity(deviation, most / 2, doubt),
      };
    });
    const tell = (value: number): string => say(value, 'length', half);
    return {
      ...NO_FINDINGS,
      ...judgedBy(figures, points, places.length, (verdict) =>
        flat === null
          ? ''
          : `It is ${tell(flat)} out of flat${
              most === null
                ? '.'
                : verdict === 'undecided'
                  ? `; the measurement’s ±${tell(half)} does not tell that from the ${tell(most)} asked for.`
                  : `; ${tell(most)} is asked for at most.`
            }`,
      ),
      result: fit ? `The plane rises by ${tell(slopeX)} along and ${tell(slopeY)} across.` : '',
      notes:
        fit && pitch !== null
          ? FEET.map(([name], index) => {
              const raise = highest - (heights[index] as number);
              return raise < half
                ? `Foot ${name}: leave it.`
                : `Foot ${name}: raise it by ${tell(raise)}, ${formatNumber(raise / pitch, { significant: 2 })} turns.`;
            })
          : [],
      tolerance: most === null ? Math.max(flat ?? 0, doubt) : most / 2,
      standardUncertainty: doubt,
      chart: {
        x: { name: 'along', dimension: 'length' },
        y: { name: 'beside the plane', dimension: 'length' },
        limit: most === null ? null : most / 2,
        guard: half / 2,
        series: readSeries(
          read.map(({ place, excluded }, index) => ({ x: place.x, y: points[index]?.deviation ?? 0, excluded })),
        ),
      },
      budget: flat === null ? null : { of: 'f', dimension: 'length', rows: differenceBudget(plan.measured, most ?? 0) },
    };
  },
});

import { stepsPerMotorTurn } from '../../drive-line/index.js';
import { motionOf } from '../../machine/index.js';
import { formatNumber } from '../../quantity/index.js';
import { Reckoner } from '../../reckoner/index.js';
import {
  askedOf,
  kinds,
  nullable,
  quantity,
  quantityOf,
  readQuantity,
  whole,
  type RecordOf,
} from '../../shape/index.js';
import { leastSquares } from '../../statistics/index.js';
import { conformity } from '../conformity.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { lookAtTravel, type Leg } from '../course.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { differenceBudget } from '../sample.js';
import { CHECK_PACE } from '../sights.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  every: quantity('time', positive, 'Read every'),
  readings: whole(3, 100, 'Readings'),
  asked: kinds({
    linear: { most: nullable(quantity('length', positive, 'Drift, at most')) },
    rotary: { most: nullable(quantity('angle', positive, 'Drift, at most')) },
  }),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });
const MOST = {
  linear: askedOf(fields.asked.variants.linear).most,
  rotary: askedOf(fields.asked.variants.rotary).most,
} as const;

export interface TimePlace extends WordedPlace {
  /** Since the first reading [s]. */
  readonly at: number;
}

function placesOf({ every, readings, asked: { kind } }: Plan): readonly TimePlace[] {
  const step = readQuantity(every, 'time').value;
  return Array.from({ length: readings }, (_, index) => {
    const minutes = String(Number(((index * step) / 60).toFixed(2)));
    return {
      index,
      dimension: kind === 'rotary' ? 'angle' : 'length',
      at: index * step,
      cells: [String(index + 1), minutes],
      named: `after ${minutes} minutes`,
    };
  });
}

/** A drift that dies away: y = from + by·(1 − e^(−t/τ)). */
export interface Drift {
  readonly from: number;
  readonly by: number;
  /** Time constant [s]. */
  readonly constant: number;
  readonly left: number;
}

/** Time constants tried, from a quarter of a reading's spacing to ten times the whole [shares of the whole time]. */
const TRIED = 240;

/** The drift of least squares, its time constant found among many; null where four readings do not carry it. */
export function fitDrift(times: readonly number[], values: readonly number[]): Drift | null {
  const whole = Math.max(...times);
  if (values.length < 4 || !(whole > 0)) return null;
  let best: Drift | null = null;
  for (let index = 0; index <= TRIED; index += 1) {
    const constant = whole * 0.02 * 500 ** (index / TRIED);
    const fit = leastSquares(
      times.map((at) => [1, 1 - Math.exp(-at / constant)]),
      values,
    );
    if (!fit) continue;
    const left = Math.sqrt(fit.residuals.reduce((sum, value) => sum + value ** 2, 0));
    if (!best || left < best.left)
      best = { from: fit.estimates[0] as number, by: fit.estimates[1] as number, constant, left };
  }
  return best;
}

/** How a place drifts while the machine gets warm. */
export const warmUp = checkKind({
  name: 'Warm-up drift',
  question: 'How far does it drift as it gets warm, and for how long?',
  way: 'Start cold, let it work as it will, come back to one place every few minutes and read.',
  applies: () => true,
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'A curve of drift that rises fast and then levels off.',
    strokes: [
      { ink: 'there', path: draw.line(40, 20, 40, 120) },
      { ink: 'there', path: draw.line(40, 120, 300, 120) },
      { ink: 'reads', path: 'M40 116C80 56 120 44 180 38S280 34 300 34' },
      { ink: 'way', path: draw.line(40, 32, 300, 32) },
    ],
    labels: [
      { x: 250, y: 140, text: 'minutes' },
      { x: 48, y: 26, text: 'drift' },
    ],
  }),
  form: {
    first: ({ axis }): Plan => ({
      every: quantityOf('5 min', 'assumed'),
      readings: 13,
      asked: { kind: axis.job.kind, most: axis.job.tolerance },
      measured: usualMeasuring(axis.job.kind === 'linear' ? 'lever-indicator' : 'angle-ring'),
    }),
    inputs: ({ axis }, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, axis.job.kind === 'linear' ? 'length' : 'angle', 'wandering'),
      quantityInput(plan, 'every', asked.every),
      wholeInput(plan, 'readings', asked.readings),
      {
        kind: 'quantity',
        asked: MOST[axis.job.kind],
        value: plan.asked.most,
        put: (most) => ({ ...plan, asked: { kind: axis.job.kind, most } }),
        remark: 'Empty: told and not judged.',
      },
    ],
    expects: (_context, plan) => {
      const whole = (readQuantity(plan.every, 'time').value * (plan.readings - 1)) / 60;
      return `${plan.readings} readings over ${formatNumber(whole, { significant: 3 })} minutes. Go on until it hardly moves: what is still to come cannot be told before.`;
    },
    decides: ({ axis }, { asked: { most } }) => [most && readQuantity(most, motionOf(axis.job).travel).value, 0],
    caution: 'It works by itself for a long time: stay with it, and touch no motor without feeling for its heat first.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    const { travel, does } = motionOf(axis.job);
    return plan.asked.kind === axis.job.kind && plan.measured.kind === travel
      ? null
      : `This axis ${does}: plan for that.`;
  },
  places: placesOf,
  course: (context, plan) => {
    const turn = new Reckoner(context).value(stepsPerMotorTurn);
    if (turn === null) return null;
    const every = readQuantity(plan.every, 'time').value;
    const by = Math.round(turn / 2);
    const away = { times: 1, by, pace: CHECK_PACE };
    return {
      from: 0,
      legs: [
        { to: 0, shuttles: away, read: 'zero' },
        ...placesOf(plan).map(({ index, at }): Leg => ({
          to: 0,
          ...(at > 0 ? { wait: every, shuttles: away } : {}),
          read: lookAtTravel(index, plan.measured),
        })),
      ],
    };
  },
  sheet: (_context, plan) =>
    wordedSheet(`Read ${plan.measured.name || 'the instrument'} at the same place`, [
      ['Reading', true],
      ['After, min', true],
    ]),
  columns: () => wordedColumns('number', 'minutes'),
  evaluate: (context, plan, entered, say) => {
    const dimension = motionOf(context.axis.job).travel;
    if (plan.asked.kind !== context.axis.job.kind || plan.measured.kind !== dimension) return null;
    const most = plan.asked.most && readQuantity(plan.asked.most, dimension).value;
    const places = placesOf(plan);
    const doubt = doubtAt(plan.measured, 0);
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      value: shownTravel(shown, plan.measured),
      excluded,
    }));
    const counted = read.filter(({ excluded }) => excluded === null);
    const values = counted.map(({ value }) => value);
    const times = counted.map(({ place }) => place.at);
    const first = values[0] ?? 0;
    const swing = values.length < 2 ? null : Math.max(...values) - Math.min(...values);
    const drift = fitDrift(times, values);
    const whole = Math.max(...times, 0);
    // A drift that has not levelled off within the time says nothing of its end.
    const isLevel = drift !== null && drift.constant < whole / 2;
    const half = 2 * Math.SQRT2 * doubt;
    const figures: readonly CheckFigure[] = [
      figureOf(
        { name: 'Drift so far', symbol: 'D', dimension, working: 'From the highest to the lowest reading.' },
        swing,
        half,
        most,
      ),
      figureOf(
        {
          name: 'Drift in all',
          symbol: 'D∞',
          dimension,
          working: isLevel
            ? 'Where y = a + D·(1 − e^(−t/τ)) levels off, fitted by least squares.'
            : 'Open: it has not levelled off yet.',
        },
        isLevel && drift ? Math.abs(drift.by) : null,
        isLevel ? half : null,
      ),
      {
        name: 'Nine tenths of it after',
        symbol: 't₉₀',
        dimension: 'time',
        value: isLevel && drift ? drift.constant * Math.log(10) : null,
        interval: null,
        asked: null,
        conformity: null,
        working: isLevel
          ? '2.3 time constants: wait so long before measuring or cutting to size.'
          : 'Open: it has not levelled off yet.',
      },
    ];
    const tell = (value: number): string => say(value, dimension, half);
    return {
      ...NO_FINDINGS,
      ...judgedBy(
        figures,
        read.map(({ place, value, excluded }) => ({
          index: place.index,
          deviation: value - first,
          standardUncertainty: Math.SQRT2 * doubt,
          excluded,
          conformity: most === null ? ('within' as const) : conformity(value - first, most, Math.SQRT2 * doubt),
        })),
        places.length,
        (verdict) =>
          swing === null
            ? ''
            : `It drifted by ${tell(swing)} in ${say(whole, 'time')}${
                most === null
                  ? '.'
                  : verdict === 'undecided'
                    ? `; the measurement’s ±${tell(half)} does not tell that from the ${say(most, dimension)} asked for.`
                    : `; ${say(most, dimension)} is asked for at most.`
              }`,
      ),
      result: drift
        ? isLevel
          ? `It levels off after about ${say(drift.constant * Math.log(10), 'time')}: warm it up so long first.`
          : 'It has not levelled off yet: go on reading.'
        : '',
      notes: [],
      tolerance: most ?? Math.max(swing ?? 0, doubt),
      standardUncertainty: Math.SQRT2 * doubt,
      chart: {
        x: { name: 'time', dimension: 'time' },
        y: { name: 'drift', dimension },
        limit: null,
        guard: 0,
        series: [
          ...(drift
            ? [
                {
                  name: 'fitted',
                  look: 'fit' as const,
                  points: Array.from({ length: 61 }, (_, index) => {
                    const x = (whole * index) / 60;
                    return { x, y: drift.from + drift.by * (1 - Math.exp(-x / drift.constant)) };
                  }),
                },
              ]
            : []),
          ...readSeries(read.map(({ place, value, excluded }) => ({ x: place.at, y: value, excluded }))),
        ],
      },
      budget: swing === null ? null : { of: 'D', dimension, rows: differenceBudget(plan.measured, 0) },
    };
  },
});

import {
  askedOf,
  choice,
  nullable,
  quantity,
  quantityOf,
  readQuantity,
  whole,
  type RecordOf,
} from '../../shape/index.js';
import { conformity } from '../conformity.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { choiceInput, instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { decidesWords } from '../decide.js';
import { draw, type PlanInput } from '../plan-form.js';
import { instrumentRows, meanBudget, meanOf } from '../sample.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  times: whole(1, 20, 'Times'),
  string: quantity('length', { least: 0 }, 'String’s thickness'),
  /** The string on top rests on what it crosses when the corners are level: its gap counts from there. */
  over: choice('above', 'touching'),
  most: nullable(quantity('length', positive, 'A corner out, ±')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

const placesOf = ({ times }: Plan): readonly WordedPlace[] =>
  Array.from({ length: times }, (_, index) => ({
    index,
    dimension: 'length',
    cells: [String(index + 1)],
    named: `gap at the crossing, time ${index + 1}`,
  }));

/** A gap at the crossing of two strings from corner to corner is half of what the fourth corner is out. */
const TWICE = 2;

/** Two strings from corner to corner over a frame. */
export const crossedStrings = checkKind({
  name: 'Frame flatness by crossed strings',
  question: 'Do the four corners of the frame lie in one plane?',
  way: 'Stretch two strings from corner to corner, at the same height over each, and read the gap where they cross.',
  applies: ({ axis }) => axis.job.kind === 'linear',
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'A frame with two strings from corner to corner that cross in the middle.',
    strokes: [
      { ink: 'there', path: 'M40 124L96 30H288L232 124z' },
      { ink: 'reads', path: draw.line(40, 124, 288, 30) },
      { ink: 'reads', path: draw.line(96, 30, 232, 124) },
      { ink: 'way', path: draw.ring(164, 77, 9) },
    ],
    labels: [{ x: 180, y: 82, text: 'gap' }],
  }),
  form: {
    first: (): Plan => ({
      times: 3,
      string: quantityOf('0.5 mm', 'assumed'),
      over: 'above',
      most: quantityOf('0.5 mm', 'assumed'),
      measured: usualMeasuring('rule'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length', 'size'),
      quantityInput(plan, 'string', asked.string),
      choiceInput(plan, 'over', 'The gap is read', {
        above: 'between the strings’ middles',
        touching: 'as the clear space between them',
      }),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most),
    ],
    expects: (_context, plan) =>
      `A corner is out by twice the gap, so this instrument tells ${Number((TWICE * 2 * doubtAt(plan.measured, 0) * 1000).toPrecision(2))} mm apart. Do it again with the strings changed over: what hangs through changes its sign. ${decidesWords(plan.most && readQuantity(plan.most, 'length').value, TWICE * doubtAt(plan.measured, 0), plan.times)}`,
    decides: (_context, { most }) => [most && readQuantity(most, 'length').value / TWICE, 0],
    caution: 'Power off. A stretched string or wire whips when it tears: eyes covered.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    if (axis.job.kind !== 'linear') return 'This axis turns: a frame belongs to one that slides.';
    return plan.measured.kind === 'length' ? null : 'A gap is read as a length: take an instrument that shows one.';
  },
  places: placesOf,
  course: null,
  sheet: (_context, plan) =>
    wordedSheet(`Read the gap with ${plan.measured.name || 'the instrument'}`, [['Time', true]]),
  columns: () => wordedColumns('time'),
  evaluate: (context, plan, entered, say) => {
    if (context.axis.job.kind !== 'linear' || plan.measured.kind !== 'length') return null;
    const most = plan.most && readQuantity(plan.most, 'length').value;
    const string = readQuantity(plan.string, 'length').value;
    const places = placesOf(plan);
    const doubt = doubtAt(plan.measured, 0);
    // Strings that lie on each other have their middles a thickness apart: level corners show none beyond that.
    const less = plan.over === 'above' ? string : 0;
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      out: TWICE * (shownTravel(shown, plan.measured) - less),
      excluded,
    }));
    const values = read.filter(({ excluded }) => excluded === null).map(({ out }) => out);
    const budget = meanBudget(values, instrumentRows(plan.measured, 0, TWICE, false));
    const mean = values.length === 0 ? null : meanOf(values);
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Fourth corner out',
          symbol: 'h',
          dimension: 'length',
          working: `Twice the gap at the crossing${less > 0 ? ', the string’s thickness taken off' : ''}.`,
        },
        mean,
        budget?.expanded ?? null,
        most,
      ),
    ];
    const half = budget?.expanded;
    const tell = (value: number): string => say(value, 'length', half);
    return {
      ...NO_FINDINGS,
      ...judgedBy(
        figures,
        read.map(({ place, out, excluded }) => ({
          index: place.index,
          deviation: out,
          standardUncertainty: TWICE * doubt,
          excluded,
          conformity: most === null ? ('within' as const) : conformity(out, most, TWICE * doubt),
        })),
        places.length,
        (verdict) =>
          mean === null
            ? ''
            : `One corner is out by ${tell(mean)}${half === undefined ? '' : ` ± ${tell(half)}`}${
                most === null
                  ? '.'
                  : verdict === 'undecided'
                    ? `, which does not tell it from the ±${say(most, 'length')} asked for.`
                    : `; ±${say(most, 'length')} is asked for.`
              }`,
      ),
      result:
        mean === null
          ? ''
          : 'Raise the corners under the lower string by half of it each, or one of them by all of it.',
      notes: [],
      tolerance: most ?? Math.max(Math.abs(mean ?? 0), TWICE * doubt),
      standardUncertainty: TWICE * doubt,
      chart: {
        x: { name: 'time', dimension: 'count' },
        y: { name: 'corner out', dimension: 'length' },
        limit: most,
        guard: half ?? 0,
        series: readSeries(read.map(({ place, out, excluded }) => ({ x: place.index + 1, y: out, excluded }))),
      },
      budget: budget && { of: 'h', dimension: 'length', rows: budget },
    };
  },
});

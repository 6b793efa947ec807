import { nullable, askedOf, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { budgetOf } from '../../statistics/index.js';
import { conformity } from '../conformity.js';
import { judged, NO_FINDINGS, readSeries, type CheckFigure, type CheckSeries, type Interval } from '../findings.js';
import { amplitudeInterval, fitWave } from '../harmonic.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { decidesWords } from '../decide.js';
import { draw, type PlanInput } from '../plan-form.js';
import { instrumentRows } from '../sample.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  places: whole(4, 72, 'Places round'),
  turns: whole(1, 10, 'Turns'),
  /** Total run-out allowed. */
  most: nullable(quantity('length', positive, 'Run-out, at most')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

export interface RimPlace extends WordedPlace {
  /** Turned so far from the first place [rad]. */
  readonly angle: number;
}

function placesOf({ places, turns }: Plan): readonly RimPlace[] {
  return Array.from({ length: places * turns }, (_, index) => {
    const degrees = ((index % places) * 360) / places;
    const turn = Math.floor(index / places) + 1;
    const words = String(Number(degrees.toFixed(2)));
    return {
      index,
      dimension: 'length',
      angle: (degrees * Math.PI) / 180,
      cells: [String(turn), words],
      named: `turn ${turn} at ${words}°`,
    };
  });
}

/** A wheel, chuck, screw end or plate: how far out of the middle it runs, and where it is high. */
export const runout = checkKind({
  name: 'Run-out',
  question: 'Does it run true, and where is it high?',
  way: 'Set an indicator against it, turn it by hand in even parts, and read at each.',
  applies: () => true,
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'A wheel turned by hand with an indicator against its rim.',
    strokes: [
      { ink: 'moves', path: draw.ring(110, 78, 52) },
      { ink: 'there', path: draw.ring(113, 78, 5) },
      { ink: 'way', path: 'M66 34a62 62 0 0 1 60 -18' },
      { ink: 'way', path: draw.arrow(124, 16, 130, 18) },
      { ink: 'reads', path: draw.ring(226, 78, 18) },
      { ink: 'reads', path: draw.line(208, 78, 163, 78) },
      { ink: 'reads', path: draw.line(226, 78, 234, 66) },
    ],
    labels: [{ x: 252, y: 80, text: 'to its middle' }],
  }),
  form: {
    first: (): Plan => ({
      places: 12,
      turns: 1,
      most: quantityOf('0.05 mm', 'assumed'),
      measured: usualMeasuring('lever-indicator'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length'),
      wholeInput(plan, 'places', asked.places, 'Even parts of one turn.'),
      wholeInput(plan, 'turns', asked.turns, 'A second turn shows what repeats.'),
      quantityInput(plan, 'most', asked.most, 'From lowest to highest, of the part that is out of the middle.'),
    ],
    expects: (_context, plan) => {
      const count = plan.places * plan.turns;
      const most = plan.most && readQuantity(plan.most, 'length').value / 2;
      // What is once round is fitted by a sine and a cosine: each is half as well known as a mean.
      const words = decidesWords(most, doubtAt(plan.measured, 0), count, { spread: Math.SQRT2, of: 'places' });
      return `${count} readings; half of what an indicator shows from lowest to highest misses the high spot, so a circle is fitted. ${words}`;
    },
    decides: (_context, { most }) => {
      const limit = most && readQuantity(most, 'length').value;
      return [limit && limit / 2, limit ?? 0];
    },
    caution: 'Turn it by hand with the power off, or at a crawl with sleeves and hair away from what turns.',
  },
  completed: (older) => older,
  misfit: (_context, { measured }) =>
    measured.kind === 'length' ? null : 'Run-out is read on an indicator, which shows a length: take one.',
  places: placesOf,
  course: null,
  sheet: (_context, plan) =>
    wordedSheet(`Read ${plan.measured.name || 'the indicator'}`, [
      ['Turn', true],
      ['At, °', true],
    ]),
  columns: () => wordedColumns('turn', 'degrees'),
  evaluate: (_context, plan, entered, say) => {
    if (plan.measured.kind !== 'length') return null;
    const most = plan.most && readQuantity(plan.most, 'length').value;
    const places = placesOf(plan);
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      value: shownTravel(shown, plan.measured),
      excluded,
    }));
    const counted = read.filter(({ excluded }) => excluded === null);
    const fit =
      counted.length < 3
        ? null
        : fitWave(
            counted.map(() => [1]),
            counted.map(({ place: { angle } }) => angle),
            counted.map(({ value }) => value),
          );
    const [mean = 0] = fit?.before ?? [];
    const { cosine = 0, sine = 0 } = fit ?? {};
    const amplitude = fit?.amplitude ?? null;
    const highest = fit?.phase ?? null;
    const values = counted.map(({ value }) => value);
    const total = values.length < 2 ? null : Math.max(...values) - Math.min(...values);
    const doubt = doubtAt(plan.measured, total ?? 0);
    const spread = fit?.left ?? null;
    const freedom = fit?.freedom ?? 0;
    const around = fit && amplitudeInterval(fit, doubt);
    const interval: Interval | null = around && [2 * around[0], 2 * around[1]];
    const runs: CheckFigure = {
      name: 'Run-out',
      symbol: '2e',
      dimension: 'length',
      value: amplitude === null ? null : 2 * amplitude,
      interval,
      asked: most,
      conformity: judged(interval, most),
      working:
        amplitude === null
          ? 'Open: three readings round make a circle.'
          : 'Twice the amplitude of the first harmonic, fitted by least squares to all readings.',
    };
    const figures: readonly CheckFigure[] = [
      runs,
      {
        name: 'Highest at',
        symbol: 'φ',
        dimension: 'angle',
        value: highest,
        interval: null,
        asked: null,
        conformity: null,
        working: 'Where the fitted circle is farthest out, turned from the first place.',
      },
      {
        name: 'Lowest to highest as read',
        symbol: 'TIR',
        dimension: 'length',
        value: total,
        interval: null,
        asked: null,
        conformity: null,
        working: 'Total indicator reading: holds what is out of round and the scatter too.',
      },
    ];
    const tell = (value: number): string =>
      say(value, 'length', interval ? (interval[1] - interval[0]) / 2 : undefined);
    const points = read.map(({ place, value, excluded }) => {
      const deviation = fit ? value - mean : 0;
      return {
        index: place.index,
        deviation,
        standardUncertainty: doubt,
        excluded,
        conformity: most === null ? ('within' as const) : conformity(deviation, most / 2, doubt),
      };
    });
    const wave: CheckSeries[] = fit
      ? [
          {
            name: 'fitted circle',
            look: 'fit',
            points: Array.from({ length: 73 }, (_, index) => {
              const angle = (index * Math.PI) / 36;
              return { x: angle, y: cosine * Math.cos(angle) + sine * Math.sin(angle) };
            }),
          },
        ]
      : [];
    return {
      ...NO_FINDINGS,
      ...judgedBy(figures, points, places.length, (verdict) =>
        amplitude === null || highest === null
          ? ''
          : `It runs out by ${tell(2 * amplitude)}, highest ${say(highest, 'angle', 0.02)} on from the first place${
              most === null
                ? '.'
                : verdict === 'undecided'
                  ? `, which does not tell it from the ${say(most, 'length')} asked for.`
                  : `; ${say(most, 'length')} is asked for at most.`
            }`,
      ),
      result:
        spread === null || amplitude === null
          ? ''
          : `What is left beside the circle scatters by ${say(spread, 'length', spread)}: out of round, dirt, and the reading itself.`,
      notes: [],
      tolerance: most === null ? Math.max(total ?? 0, doubt) : most / 2,
      standardUncertainty: doubt,
      chart: {
        x: { name: 'turned', dimension: 'angle' },
        y: { name: 'out', dimension: 'length' },
        limit: most === null ? null : most / 2,
        guard: interval ? (interval[1] - interval[0]) / 4 : 0,
        series: [
          ...wave,
          ...readSeries(read.map(({ place, value, excluded }) => ({ x: place.angle, y: value - mean, excluded }))),
        ],
      },
      budget:
        !fit || spread === null
          ? null
          : {
              of: '2e',
              dimension: 'length',
              rows: budgetOf([
                {
                  name: `Scatter of ${counted.length} readings`,
                  kind: 'A',
                  standard: 2 * Math.sqrt(fit.variance),
                  freedom,
                },
                ...instrumentRows(plan.measured, total ?? 0, 2),
              ]),
            },
    };
  },
});

import { backlashTotal } from '../drive-line/index.js';
import { columnsOf, quantityInput, rowsInput } from '../form/index.js';
import { at, circle, line, rect, type Point, type View } from '../picture/index.js';
import { formatNumber } from '../quantity/index.js';
import { askedOf, readQuantity } from '../shape/index.js';
import { neverFalling } from '../statistics/index.js';
import { headReading, WORK_FIELDS } from '../work/index.js';
import { axisInput, guess, notReckoned, plannedAxis, slides } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS['head-zero'] });
const READING = askedOf(headReading);
/** Readings scatter both ways: 95 of 100 within twice their deviation. */
const COVERS = 2;

/** Readings in order of place, never falling the way they rise on the whole. */
interface Curve {
  readonly places: readonly number[];
  readonly values: readonly number[];
  readonly rises: boolean;
}

function curveOf(points: readonly { readonly place: number; readonly value: number }[]): Curve {
  const places = points.map(({ place }) => place);
  const values = points.map(({ value }) => value);
  const rises = (values.at(-1) ?? 0) >= (values[0] ?? 0);
  const sign = rises ? 1 : -1;
  return { places, values: neverFalling(values.map((value) => sign * value)).map((value) => sign * value), rises };
}

/** The steepest piece between neighbours: its middle, what it reads there, and its slope. */
function steepest({
  places,
  values,
}: Curve): { readonly place: number; readonly reading: number; readonly slope: number } | null {
  let best: { place: number; reading: number; slope: number } | null = null;
  for (let index = 1; index < places.length; index += 1) {
    const [from, to] = [places[index - 1] as number, places[index] as number];
    const [low, high] = [values[index - 1] as number, values[index] as number];
    const slope = (high - low) / (to - from);
    if (slope !== 0 && (!best || Math.abs(slope) > Math.abs(best.slope)))
      best = { place: (from + to) / 2, reading: (low + high) / 2, slope };
  }
  return best;
}

/** Where a curve reads so much, between neighbours by a straight line; null where it never does. */
function placeAt({ places, values }: Curve, reading: number): number | null {
  for (let index = 1; index < places.length; index += 1) {
    const [low, high] = [values[index - 1] as number, values[index] as number];
    if (low !== high && (reading - low) * (reading - high) <= 0) {
      const share = (reading - low) / (high - low);
      return (places[index - 1] as number) + share * ((places[index] as number) - (places[index - 1] as number));
    }
  }
  return null;
}

/** The curves are drawn so many times as wide as high. */
const WIDE = 1.8;

/** What it reads along the way of the head, both curves over one frame, with the zero upright in it. */
function drawing(going: Curve, coming: Curve, zero: number): View | null {
  const [from, to] = [going.places[0] ?? 0, going.places.at(-1) ?? 0];
  const values = [...going.values, ...coming.values];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const width = to - from;
  if (!(width > 0) || !(high > low)) return null;
  const tall = width / WIDE;
  const pointsOf = (curve: Curve): readonly Point[] =>
    curve.places.map((place, index) => at(place - from, -(tall * ((curve.values[index] ?? low) - low)) / (high - low)));
  const rings = pointsOf(going);
  return {
    name: 'Going with rings, coming back dashed',
    strokes: [
      rect('work', 0, -tall, width, tall),
      line('rail', at(zero - from, 0), at(zero - from, -tall)),
      line('frame', ...pointsOf(coming)),
      line('moving', ...rings),
      ...rings.map(({ x, y }) => circle('commanded', x, y, width / 90)),
    ],
    measures: [],
    falls: [],
    traces: [],
  };
}

/** The zero of a head by a sensor's curve, beside a switch. */
export const headZero = planner({
  kind: 'head-zero',
  name: 'Zero of the head',
  question: 'At which reading is the head’s zero taken, how sure is it, and is a switch as good?',
  caution: 'The head comes down while you look at it: step it, with the blade covered, and a hand on the switch.',
  misfit: (machine) => (machine.axes.some(slides) ? null : 'Nothing slides here that could have a zero.'),
  first: (machine) => ({
    kind: 'head-zero',
    axis: machine.axes.filter(slides).at(-1)?.letter ?? '',
    noise: guess('2'),
    readings: [],
    latency: guess('2 ms'),
    approach: guess('2 mm/s'),
  }),
  inputs: (machine, work) => [
    axisInput(machine, work, slides),
    rowsInput(work, 'readings', 'Readings', {
      columns: columnsOf(READING),
      blank: { place: guess('0 mm'), going: guess('0'), coming: guess('0') },
      most: 60,
      remark: 'Steps of a fifth of the range in which it changes; once going, once coming back.',
    }),
    quantityInput(work, 'noise', asked.noise, 'Standing still, one standard deviation.'),
    quantityInput(work, 'latency', asked.latency, 'A switch in its place: from its closing to the stop.'),
    quantityInput(work, 'approach', asked.approach),
  ],
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis);
    if (axis?.perUnit == null) return unplanned(notReckoned(axis, work.axis));
    const points = work.readings
      .map(({ place, going, coming }) => ({
        place: readQuantity(place, 'length').value,
        going: readQuantity(going, 'count').value,
        coming: readQuantity(coming, 'count').value,
      }))
      .sort((one, other) => one.place - other.place)
      .filter(({ place }, index, all) => index === 0 || place !== all[index - 1]?.place);
    const going = curveOf(points.map(({ place, going: value }) => ({ place, value })));
    const coming = curveOf(points.map(({ place, coming: value }) => ({ place, value })));
    const zero = points.length >= 3 ? steepest(going) : null;
    const noise = readQuantity(work.noise, 'count').value;
    const sure = zero && (COVERS * noise) / Math.abs(zero.slope);
    const back = zero && placeAt(coming, zero.reading);
    const hysteresis = zero && back !== null ? Math.abs(back - zero.place) : null;
    const step = 1 / axis.perUnit;
    const switched = readQuantity(work.latency, 'time').value * readQuantity(work.approach, 'speed').value + step;
    const play = axis.reckoner.value(backlashTotal);
    return {
      figures: [
        planFigure(
          {
            name: 'Zero taken where it reads',
            symbol: '',
            dimension: 'count',
            working:
              'Middle of the steepest piece of a curve that never falls, nearest to the readings by least squares.',
          },
          zero?.reading ?? null,
        ),
        planFigure(
          {
            name: 'The head stands there at',
            symbol: '',
            dimension: 'length',
            working: 'Going, between the two neighbours.',
          },
          zero?.place ?? null,
        ),
        planFigure(
          {
            name: 'Known to ±',
            symbol: 'U',
            dimension: 'length',
            most: axis.tolerance,
            working: 'Twice the scatter of a reading over the slope there.',
          },
          sure,
        ),
        planFigure(
          {
            name: 'Coming back it reads so',
            symbol: '',
            dimension: 'length',
            working: 'How far the two curves lie apart at that reading: play of the head and the sensor’s own lag.',
          },
          hysteresis,
        ),
        planFigure(
          {
            name: 'A switch repeats to',
            symbol: '',
            dimension: 'length',
            most: axis.tolerance,
            working: 'Latency · speed + one step. Slower is truer; always from one side.',
          },
          switched,
        ),
      ],
      warnings: [
        ...(points.length < 3 ? [caution('Three places at least are needed, five to ten are good.')] : []),
        ...(points.length >= 3 && !zero
          ? [stop('The sensor reads the same everywhere: it does not see the head.')]
          : []),
        ...(zero && Math.abs((going.values.at(-1) ?? 0) - (going.values[0] ?? 0)) < 5 * noise
          ? [stop('The reading changes by less than five times its scatter: the sensor tells nothing here.')]
          : []),
        ...(hysteresis !== null && sure !== null && hysteresis > sure
          ? [
              caution(
                `Going and coming differ by more than the scatter${play === null ? '' : `, with ${say(play, 'length')} of play by the parts`}: always take the zero going the same way.`,
              ),
            ]
          : []),
        ...(sure !== null && switched < sure
          ? [caution('A switch, come to so slowly, repeats better than this sensor.')]
          : []),
      ],
      tables:
        points.length === 0
          ? []
          : [
              {
                name: 'The curve',
                head: ['Head at', 'Reads going', 'By the curve', 'Reads coming', 'By the curve'],
                rows: points.map((point, index) => [
                  say(point.place, 'length'),
                  formatNumber(point.going, { decimals: 1 }),
                  formatNumber(going.values[index] ?? 0, { decimals: 1 }),
                  formatNumber(point.coming, { decimals: 1 }),
                  formatNumber(coming.values[index] ?? 0, { decimals: 1 }),
                ]),
              },
            ],
      drawing: zero && drawing(going, coming, zero.place),
      files: [],
    };
  },
});

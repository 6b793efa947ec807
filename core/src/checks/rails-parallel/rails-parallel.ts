import { motionOf } from '../../machine/index.js';
import { formatNumber, inUnit, preferredUnit } from '../../quantity/index.js';
import { askedOf, nullable, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { alongChart, alongLine, isShown, startBudget } from '../along-line.js';
import { conformity } from '../conformity.js';
import { figureOf, NO_FINDINGS, type CheckFigure } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind, type CheckPlace } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { taken } from '../taken.js';
import { judgedBy } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  /** Places from one end of the rails to the other, both counted. */
  places: whole(2, 30, 'Places along'),
  times: whole(1, 10, 'Times'),
  length: quantity('length', positive, 'Rails over'),
  most: nullable(quantity('length', positive, 'Gap differs by, ±')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

export interface RailPlace extends CheckPlace {
  readonly at: number;
  readonly time: number;
}

function placesOf({ places, times, length }: Plan): readonly RailPlace[] {
  const far = readQuantity(length, 'length').value;
  return Array.from({ length: places * times }, (_, index) => ({
    index,
    dimension: 'length',
    at: (far * (index % places)) / (places - 1),
    time: Math.floor(index / places) + 1,
  }));
}

/** The gap between two rails, read at places along them. */
export const railsParallel = checkKind({
  name: 'Rails parallel',
  question: 'Do both rails stay as far apart along their whole length?',
  way: 'Read the gap between the rails at places along them: what grows is one rail aslant, what is left is a bow.',
  applies: ({ axis }) => axis.job.kind === 'linear',
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'Two rails with the gap between them read at places along.',
    strokes: [
      { ink: 'there', path: draw.line(24, 44, 304, 30) },
      { ink: 'there', path: draw.line(24, 112, 304, 118) },
      { ink: 'reads', path: draw.arrow(48, 104, 48, 48) },
      { ink: 'reads', path: draw.arrow(164, 108, 164, 42) },
      { ink: 'reads', path: draw.arrow(280, 112, 280, 36) },
    ],
    labels: [
      { x: 60, y: 82, text: 'gap' },
      { x: 176, y: 82, text: 'gap' },
    ],
  }),
  form: {
    first: ({ axis }): Plan => ({
      places: 4,
      times: 2,
      length: axis.job.travel ? { ...axis.job.travel, from: 'assumed' } : quantityOf('500 mm', 'assumed'),
      most: axis.job.tolerance,
      measured: usualMeasuring('callipers'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length', 'size'),
      wholeInput(plan, 'places', asked.places),
      quantityInput(plan, 'length', asked.length, 'From the first place to the last.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most, 'From the gap at the first place.'),
    ],
    expects: (_context, plan) => {
      const doubt = 2 * Math.SQRT2 * doubtAt(plan.measured, 0);
      return `${plan.places * plan.times} readings. One difference is told to ±${Number((doubt * 1000).toPrecision(2))} mm; three places and more tell a rail aslant from one that is bowed.`;
    },
    decides: (_context, { most }) => [most && readQuantity(most, 'length').value, 0],
    caution: 'The power is off while you reach between the rails.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    if (axis.job.kind !== 'linear') return 'A table that turns has no rails.';
    return plan.measured.kind === 'length' ? null : 'A gap is read as a length: take an instrument that shows one.';
  },
  places: placesOf,
  course: null,
  sheet: (_context, plan, units) => {
    const unit = preferredUnit('length', units);
    const words = (at: number): string => formatNumber(inUnit(at, unit), { significant: 5 });
    return {
      how: `Read with ${plan.measured.name || 'the instrument'}`,
      heads: [
        { words: 'Time', isNumber: true },
        { words: `At, ${unit.symbol}`, isNumber: true },
      ],
      cells: ({ at, time }) => [String(time), words(at)],
      named: ({ at, time }) => `gap at ${words(at)} ${unit.symbol}, time ${time}`,
    };
  },
  columns: () => ({
    header: ['time', 'at_mm'],
    cells: ({ at, time }) => [String(time), String(Number((at * 1000).toPrecision(9)))],
  }),
  evaluate: ({ axis }, plan, entered, say) => {
    if (plan.measured.kind !== 'length' || motionOf(axis.job).travel !== 'length') return null;
    const most = plan.most && readQuantity(plan.most, 'length').value;
    const places = placesOf(plan);
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      value: shownTravel(shown, plan.measured),
      excluded,
    }));
    const counted = read.filter(({ excluded }) => excluded === null);
    const first = counted.filter(({ place }) => place.at === 0);
    const home = first.length === 0 ? null : first.reduce((sum, { value }) => sum + value, 0) / first.length;
    const wider = counted.map(({ place, value }) => ({ at: place.at, value: value - (home ?? value) }));
    // Of one reading against the mean of those at the first place.
    const doubt = Math.sqrt(1 + 1 / Math.max(1, first.length)) * doubtAt(plan.measured, 0);
    const line = alongLine(wider, doubt);
    const { start, growth, growthHalf, reach } = line;
    const leftAt = (at: number): number => {
      const here = wider.filter((item) => item.at === at);
      const mean = here.reduce((sum, { value }) => sum + value, 0) / Math.max(1, here.length);
      return mean - (start ?? 0) - ((growth ?? 0) * at) / reach;
    };
    const stations = [...new Set(wider.map(({ at }) => at))].sort((a, b) => a - b);
    const left = start === null ? [] : stations.map((at) => ({ at, off: leftAt(at) }));
    const bow =
      left.length < 3 ? null : Math.max(...left.map(({ off }) => off)) - Math.min(...left.map(({ off }) => off));
    const worst = wider.reduce((found, { value }) => (Math.abs(value) > Math.abs(found) ? value : found), 0);
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Gap differs by at most',
          symbol: 'g',
          dimension: 'length',
          working: 'The gap less that at the first place, the largest of all.',
        },
        home === null || stations.length < 2 ? null : worst,
        2 * doubt,
        most,
      ),
      figureOf(
        {
          name: 'Wider at the far end',
          symbol: 'g₁',
          dimension: 'length',
          working:
            growth === null
              ? 'Open: three places carry a line.'
              : 'What the straight line through all gaps gains over the whole length: one rail stands aslant.',
        },
        growth,
        growthHalf,
      ),
      {
        name: 'Bowed by',
        symbol: 'b',
        dimension: 'length',
        value: bow,
        interval: null,
        asked: null,
        conformity: null,
        working: 'What the line leaves, from the most to the least: no turning of a rail takes it away.',
      },
    ];
    const tell = (value: number, uncertainty?: number | null): string => say(value, 'length', uncertainty ?? 2 * doubt);
    const isAslant = isShown(growth, growthHalf);
    return {
      ...NO_FINDINGS,
      ...judgedBy(
        figures,
        read.map(({ place, value, excluded }) => ({
          index: place.index,
          deviation: value - (home ?? value),
          standardUncertainty: doubt,
          excluded,
          conformity: most === null ? ('within' as const) : conformity(value - (home ?? value), most, doubt),
        })),
        places.length,
        (verdict) =>
          `The gap differs by at most ${tell(Math.abs(worst))}${
            most === null
              ? '.'
              : verdict === 'undecided'
                ? `, which the measurement’s ±${tell(2 * doubt)} does not tell from the ±${tell(most)} asked for.`
                : `; ±${tell(most)} is asked for.`
          }`,
      ),
      result: [
        isAslant && growth !== null
          ? `Turn one rail about its first bolt: its far end goes ${tell(Math.abs(growth), growthHalf)} ${growth > 0 ? 'towards' : 'away from'} the other. Tighten, and read again.`
          : '',
        bow !== null && bow > 2 * doubt
          ? `Then the rails are still bowed by ${tell(bow)}: ease the bolts in the middle, and draw it straight along a straightedge.`
          : '',
        growth !== null && growthHalf !== null && !isAslant && (bow === null || bow <= 2 * doubt)
          ? 'Neither a rail aslant nor a bow is shown.'
          : '',
      ]
        .filter((part) => part !== '')
        .join(' '),
      notes: left
        .filter(({ off }) => Math.abs(off) > doubt)
        .map(
          ({ at, off }) =>
            `At ${say(at, 'length')} the gap is ${tell(Math.abs(off))} ${off > 0 ? 'wider' : 'narrower'} than the line through all.`,
        ),
      tolerance: most ?? Math.max(Math.abs(worst), doubt),
      standardUncertainty: doubt,
      chart: alongChart(line, wider, 'gap − gap at the first place', most, 2 * doubt),
      budget: startBudget(line, plan.measured, 'g₀', 1),
    };
  },
});

import { stepsPerUnit, type Say } from '../../drive-line/index.js';
import { motionOf, type Axis } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { formatNumber, inUnit, preferredUnit } from '../../quantity/index.js';
import {
  askedOf,
  nullable,
  quantity,
  quantityOf,
  readQuantity,
  whole,
  type Quantity,
  type RecordOf,
} from '../../shape/index.js';
import { alongChart, alongLine, isShown, startBudget } from '../along-line.js';
import { conformity } from '../conformity.js';
import { takeUpOf } from '../commanded.js';
import { lookAtSide, type Leg } from '../course.js';
import { figureOf, NO_FINDINGS, type CheckFigure, type CheckProposal } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind, type CheckPlace } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { taken } from '../taken.js';
import { judgedBy } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  /** Places from home to the far end, both counted. */
  places: whole(2, 30, 'Places along'),
  times: whole(1, 10, 'Times'),
  travel: quantity('length', positive, 'As far as'),
  base: quantity('length', positive, 'Between the sides'),
  most: nullable(quantity('length', positive, 'Sides apart, ±')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

export interface SidePlace extends CheckPlace {
  readonly at: number;
  readonly side: 1 | 2;
  readonly time: number;
}

function placesOf({ places, times, travel }: Plan): readonly SidePlace[] {
  const far = readQuantity(travel, 'length').value;
  return Array.from({ length: 2 * places * times }, (_, index) => {
    const step = Math.floor(index / 2) % places;
    return {
      index,
      dimension: 'length',
      at: (far * step) / (places - 1),
      side: index % 2 === 0 ? 1 : 2,
      time: Math.floor(index / (2 * places)) + 1,
    };
  });
}

/** Most of a travel, so that a check of it stays within its fence [mm]. */
const insideOf = (travel: Quantity): number => 900 * readQuantity(travel, 'length').value;

/** Digits of an offset as it is typed into a controller [m]. */
const OFFSET_DIGIT = 1e-6;

/**
 * Side 2 of a gantry with a switch at each side is to go on farther from its switch.
 * @param more by so much more than now [m]; less than nothing: less
 */
function offsetProposal({ squaring, letter }: Axis, more: number, say: Say): readonly CheckProposal[] {
  if (squaring === null) return [];
  const now = readQuantity(squaring.offset, 'length').value;
  const next = OFFSET_DIGIT * Math.round((now + more) / OFFSET_DIGIT);
  if (next === now) return [];
  const reason = `offset of side 2 from ${say(now, 'length')} to ${say(next, 'length')}, by a check`;
  return [
    {
      id: 'side-offset',
      title: 'Take this offset',
      sentence: `Side 2 of ${letter} goes ${say(next, 'length')} on from its own switch in place of ${say(now, 'length')}. Home it, then measure once more.`,
      reason,
      correct: (axis) => ({
        ...axis,
        squaring: { offset: quantityOf(`${Number((next * 1000).toFixed(3))} mm`, 'measured'), reason },
      }),
    },
  ];
}

/** The two sides of a gantry, read beside each other along its way. */
export const racking = checkKind({
  name: 'Gantry racking',
  question: 'Do both sides of the gantry go alike?',
  way: 'Read both sides at places along the way: what is the same everywhere is homing, what grows is unequal steps.',
  applies: ({ axis }) => axis.job.kind === 'linear' && axis.motor.count > 1,
  provesAxis: false,
  fields,
  sketch: ({ axis }) => ({
    words: 'A gantry on two rails, read at both sides.',
    strokes: [
      { ink: 'there', path: draw.line(40, 20, 40, 136) },
      { ink: 'there', path: draw.line(270, 20, 270, 136) },
      { ink: 'moves', path: 'M30 70L280 62V80L30 88z' },
      { ink: 'way', path: draw.arrow(155, 118, 155, 92) },
      { ink: 'reads', path: draw.arrow(56, 20, 56, 68) },
      { ink: 'reads', path: draw.arrow(254, 20, 254, 62) },
    ],
    labels: [
      { x: 64, y: 36, text: 'side 1' },
      { x: 246, y: 36, text: 'side 2', end: true },
      { x: 164, y: 116, text: axis.letter },
    ],
  }),
  form: {
    first: ({ axis }): Plan => ({
      places: 4,
      times: 2,
      travel: quantityOf(axis.job.travel ? `${Math.round(insideOf(axis.job.travel))} mm` : '500 mm', 'assumed'),
      base: quantityOf('600 mm', 'assumed'),
      most: axis.job.tolerance,
      measured: usualMeasuring('rule'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length', 'size'),
      wholeInput(plan, 'places', asked.places),
      quantityInput(plan, 'travel', asked.travel),
      quantityInput(plan, 'base', asked.base, 'From the drive of one side to the drive of the other.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most),
    ],
    expects: (_context, plan) => {
      const doubt = 2 * Math.SQRT2 * doubtAt(plan.measured, 0);
      return `${plan.places * plan.times * 2} readings. One difference is told to ±${Number((doubt * 1000).toPrecision(2))} mm; three places and more tell homing from unequal steps.`;
    },
    decides: (_context, { most }) => [most && readQuantity(most, 'length').value, 0],
    caution: 'The gantry moves with both motors. Hands out of both ends, a stop within reach.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    if (axis.job.kind !== 'linear' || axis.motor.count < 2)
      return `Only one motor drives ${axis.letter}: nothing can rack.`;
    return plan.measured.kind === 'length' ? null : 'Sides are read as lengths: take an instrument that shows one.';
  },
  places: placesOf,
  course: (context, plan) => {
    const reckoner = new Reckoner(context);
    const perUnit = reckoner.value(stepsPerUnit);
    if (perUnit === null) return null;
    return {
      from: -takeUpOf(reckoner),
      legs: [
        { to: 0, read: 'zero' },
        ...placesOf(plan).map(({ index, side, at }): Leg => ({
          to: Math.round(at * perUnit),
          read: lookAtSide(index, side, plan.measured),
        })),
      ],
    };
  },
  sheet: (_context, plan, units) => {
    const unit = preferredUnit('length', units);
    const words = (at: number): string => formatNumber(inUnit(at, unit), { significant: 5 });
    return {
      how: `Read with ${plan.measured.name || 'the instrument'}`,
      heads: [
        { words: 'Time', isNumber: true },
        { words: 'Side', isNumber: true },
        { words: `At, ${unit.symbol}`, isNumber: true },
      ],
      cells: ({ at, side, time }) => [String(time), String(side), words(at)],
      named: ({ at, side, time }) => `side ${side} at ${words(at)} ${unit.symbol}, time ${time}`,
    };
  },
  columns: () => ({
    header: ['time', 'side', 'at_mm'],
    cells: ({ at, side, time }) => [String(time), String(side), String(Number((at * 1000).toPrecision(9)))],
  }),
  evaluate: (context, plan, entered, say) => {
    const { axis } = context;
    if (axis.job.kind !== 'linear' || axis.motor.count < 2 || plan.measured.kind !== motionOf(axis.job).travel)
      return null;
    const most = plan.most && readQuantity(plan.most, 'length').value;
    const base = readQuantity(plan.base, 'length').value;
    const places = placesOf(plan);
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      value: shownTravel(shown, plan.measured),
      excluded,
    }));
    const counted = read.filter(({ excluded }) => excluded === null);
    // A place counts where both its sides were read.
    const pairs = counted.flatMap(({ place, value }) => {
      const other = counted.find((item) => place.side === 1 && item.place.index === place.index + 1);
      return other ? [{ at: place.at, apart: value - other.value, index: place.index }] : [];
    });
    const doubt = Math.SQRT2 * doubtAt(plan.measured, 0);
    const along = pairs.map(({ at, apart }) => ({ at, value: apart }));
    const line = alongLine(along, doubt);
    const { start: home, growth, startHalf: homeHalf, growthHalf } = line;
    const worst = pairs.reduce((found, { apart }) => (Math.abs(apart) > Math.abs(found) ? apart : found), 0);
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Sides farthest apart',
          symbol: 'd',
          dimension: 'length',
          working: 'Side 1 less side 2, the largest of all places.',
        },
        pairs.length === 0 ? null : worst,
        2 * doubt,
        most,
      ),
      figureOf(
        {
          name: 'The same everywhere',
          symbol: 'd₀',
          dimension: 'length',
          working:
            home !== null
              ? 'What the line through the differences leaves at home: the offset of one side’s switch.'
              : 'Open: three places carry a line.',
        },
        home,
        homeHalf,
      ),
      figureOf(
        {
          name: 'Grown at the end',
          symbol: 'd₁',
          dimension: 'length',
          working:
            growth !== null
              ? 'What the line gains over the whole way: steps that are unequal, by pulley, belt or rack.'
              : 'Open: three places carry a line.',
        },
        growth,
        growthHalf,
      ),
      {
        name: 'Racked by',
        symbol: 'ε',
        dimension: 'angle',
        value: pairs.length === 0 ? null : worst / base,
        interval: null,
        asked: null,
        conformity: null,
        working: 'The largest difference by the distance of the sides.',
      },
    ];
    const apartOf = (index: number): number => pairs.find((pair) => pair.index === index - (index % 2))?.apart ?? 0;
    const points = read.map(({ place, excluded }) => {
      const deviation = apartOf(place.index);
      return {
        index: place.index,
        deviation,
        standardUncertainty: doubt,
        excluded,
        conformity: most === null ? ('within' as const) : conformity(deviation, most, doubt),
      };
    });
    const tell = (value: number, uncertainty?: number | null): string => say(value, 'length', uncertainty ?? 2 * doubt);
    const isHome = isShown(home, homeHalf);
    const isGrowing = isShown(growth, growthHalf);
    return {
      ...NO_FINDINGS,
      ...judgedBy(
        figures,
        points,
        places.length,
        (verdict) =>
          `The sides are at most ${tell(Math.abs(worst))} apart${
            most === null
              ? '.'
              : verdict === 'undecided'
                ? `, which the measurement’s ±${tell(2 * doubt)} does not tell from the ±${tell(most)} asked for.`
                : `; ±${tell(most)} is asked for.`
          }`,
      ),
      result: [
        isHome && home !== null
          ? `Side ${home > 0 ? 1 : 2} stands ${tell(Math.abs(home), homeHalf)} ahead everywhere: move its home switch, or its offset, by that.`
          : '',
        isGrowing && growth !== null
          ? `The difference grows by ${tell(Math.abs(growth), growthHalf)} along the way: the sides take unequal steps.`
          : '',
        home !== null && !isHome && !isGrowing
          ? 'Neither a constant difference nor one that grows is shown; what comes and goes is flex.'
          : '',
      ]
        .filter((part) => part !== '')
        .join(' '),
      notes: [],
      tolerance: most ?? Math.max(Math.abs(worst), doubt),
      standardUncertainty: doubt,
      proposals: isHome && home !== null ? offsetProposal(axis, home, say) : [],
      chart: alongChart(line, along, 'side 1 − side 2', most, 2 * doubt),
      budget: startBudget(line, plan.measured, 'd₀', Math.SQRT2),
    };
  },
});

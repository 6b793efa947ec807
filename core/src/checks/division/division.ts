import { stepsPerUnit, type AxisContext } from '../../drive-line/index.js';
import {
  exact,
  exactToNumber,
  multiplyExact,
  multiplyRational,
  rational,
  rationalFromNumber,
  roundRational,
  type Rational,
} from '../../quantity/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { askedOf, nullable, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { conformity } from '../conformity.js';
import { exactSteps } from '../exact-steps.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import type { PlanInput } from '../plan-form.js';
import { instrumentRows, meanBudget, meanOf } from '../sample.js';
import { plateSetup } from '../setups.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  stops: whole(2, 400, 'Stops round'),
  rounds: whole(1, 10, 'Times round'),
  most: nullable(quantity('angle', positive, 'Error of a stop, ±')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

const TURN = 2 * Math.PI;

/**
 * Microsteps at which stop k of N stands, when steps a turn need not be whole: k·S/N to the nearest, halves up; never k
 * times a rounded part, which loses the rest at every stop.
 * @param turn microsteps a turn of the plate
 */
export function stopSteps(k: number, stops: number, turn: Rational): number {
  return Number(roundRational(multiplyRational(rational(k, stops), turn)));
}

/** Microsteps a turn of the plate, exactly; null where they are not known. */
function turnSteps(context: AxisContext): Rational | null {
  const steps = exactSteps(new Reckoner(context));
  const whole = steps && multiplyExact(steps, exact(2, 1));
  if (!whole) return null;
  return whole.piPower === 0 ? whole.ratio : rationalFromNumber(exactToNumber(whole));
}

export interface StopPlace extends WordedPlace {
  readonly stop: number;
  readonly round: number;
}

function placesOf({ stops, rounds }: Plan): readonly StopPlace[] {
  return Array.from({ length: stops * rounds + 1 }, (_, index) => {
    const isClosing = index === stops * rounds;
    const [round, stop] = [Math.floor((index - (isClosing ? 1 : 0)) / stops) + 1, isClosing ? stops : index % stops];
    return {
      index,
      dimension: 'angle',
      stop,
      round,
      cells: [String(round), isClosing ? 'back at 0' : String(stop), String(Number(((stop * 360) / stops).toFixed(4)))],
      named: isClosing ? 'back at the first stop' : `stop ${stop} of ${stops}, round ${round}`,
    };
  });
}

/** Even stops round a plate, and whether it closes. */
export const division = checkKind({
  name: 'Circle division',
  question: 'Are the stops even, and does it close?',
  way: 'Go from stop to stop always the same way, read the angle at each, and once more back at the first.',
  applies: ({ axis }) => axis.job.kind === 'rotary',
  provesAxis: false,
  fields,
  sketch: ({ axis }) => plateSetup('A plate goes from stop to stop and is read at its rim.', axis.letter),
  form: {
    first: ({ axis }): Plan => ({
      stops: 12,
      rounds: 1,
      most: axis.job.tolerance ?? quantityOf('0.1 °', 'assumed'),
      measured: usualMeasuring('angle-ring'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'angle'),
      wholeInput(plan, 'stops', asked.stops),
      wholeInput(plan, 'rounds', asked.rounds),
      quantityInput(plan, 'most', asked.most),
    ],
    expects: (context, plan) => {
      const steps = new Reckoner(context).value(stepsPerUnit);
      if (steps === null) return 'Steps a turn are not known yet.';
      const half = (0.5 / (steps * TURN)) * 360;
      return `Rounding to whole microsteps alone puts a stop out by up to ${Number(half.toPrecision(2))}°; ${plan.stops} stops close exactly when each is counted from the first.`;
    },
    decides: (_context, { most }) => [most && readQuantity(most, 'angle').value, TURN],
    caution: 'The plate turns by itself from stop to stop. Keep sleeves and hair away, and a stop within reach.',
  },
  completed: (older) => older,
  misfit: (context, { measured }) => {
    if (context.axis.job.kind !== 'rotary') return 'This axis slides: only what turns can be divided round.';
    if (measured.kind !== 'angle') return 'Stops are read on an instrument that shows an angle: take one.';
    return exactSteps(new Reckoner(context)) === null
      ? 'Steps a turn are not known yet, so no stop can be commanded. Finish the drive line first.'
      : null;
  },
  places: placesOf,
  // A ring begins anew with every turn: what it shows is no way.
  course: null,
  sheet: (context, plan) => {
    const turn = turnSteps(context);
    return {
      ...wordedSheet<StopPlace>(`Read ${plan.measured.name || 'the ring'}`, [
        ['Round', true],
        ['Stop', true],
        ['Should be, °', true],
        ['Steps', true],
      ]),
      // Every stop is counted from the first.
      cells: ({ cells, stop, round }) => [
        ...cells,
        turn ? String(stopSteps(stop + (round - 1) * plan.stops, plan.stops, turn)) : '–',
      ],
    };
  },
  columns: () => wordedColumns('round', 'stop', 'degrees'),
  evaluate: (context, plan, entered, say) => {
    const steps = exactSteps(new Reckoner(context));
    if (context.axis.job.kind !== 'rotary' || plan.measured.kind !== 'angle' || !steps) return null;
    const most = plan.most && readQuantity(plan.most, 'angle').value;
    const places = placesOf(plan);
    const doubt = doubtAt(plan.measured, TURN);
    const read = taken(places, entered).map(({ place, shown, excluded }) => {
      const nominal = (place.stop * TURN) / plan.stops;
      // A ring shows a whole turn as nothing again.
      const off = nearest(shownTravel(shown, plan.measured) - nominal);
      return { place, off, excluded };
    });
    const counted = read.filter(({ excluded }) => excluded === null);
    const zero = counted.find(({ place }) => place.index === 0)?.off ?? 0;
    const stops = counted.filter(({ place }) => place.stop < plan.stops).map((item) => item.off - zero);
    const largest = stops.reduce((found, off) => (Math.abs(off) > Math.abs(found) ? off : found), 0);
    const closing = counted.find(({ place }) => place.stop === plan.stops);
    const gap = closing ? closing.off - zero : null;
    const half = 2 * doubt;
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Largest error of a stop',
          symbol: 'Δ',
          dimension: 'angle',
          working: 'The largest difference of a stop from k·360°/N, the first stop taken as zero.',
        },
        stops.length < 2 ? null : largest,
        half,
        most,
      ),
      figureOf(
        {
          name: 'Closing',
          symbol: 'c',
          dimension: 'angle',
          working:
            gap === null
              ? 'Open: the first stop is read once more at the end.'
              : 'The first stop again, less as it was at the beginning.',
        },
        gap,
        gap === null ? null : half,
        most,
      ),
    ];
    const points = read.map(({ place, off, excluded }) => {
      const deviation = off - zero;
      return {
        index: place.index,
        deviation,
        standardUncertainty: doubt,
        excluded,
        conformity: most === null ? ('within' as const) : conformity(deviation, most, doubt),
      };
    });
    const step = TURN / (new Reckoner(context).value(stepsPerUnit) ?? 1) / TURN;
    const lost = Math.abs(gap ?? 0) > half && Math.abs((gap ?? 0) / step - Math.round((gap ?? 0) / step)) < 0.2;
    const tell = (value: number): string => say(value, 'angle', half);
    const budget = meanBudget(stops, instrumentRows(plan.measured, TURN));
    return {
      ...NO_FINDINGS,
      ...judgedBy(
        figures,
        points,
        places.length,
        (verdict) =>
          `The largest error of a stop is ${tell(largest)}${gap === null ? '' : `, and back at the first it is out by ${tell(gap)}`}${
            most === null
              ? '.'
              : verdict === 'undecided'
                ? `; the measurement’s ±${tell(half)} does not tell that from the ±${say(most, 'angle')} asked for.`
                : `; ±${say(most, 'angle')} is asked for.`
          }`,
      ),
      result:
        stops.length < 2
          ? ''
          : `Mean of all stops ${tell(meanOf(stops))}: what they all share is the first stop’s own error.`,
      notes: lost
        ? [
            `It does not close by ${Math.round((gap ?? 0) / step)} microsteps: a part of a step that is rounded the same at every stop adds up like that. Count each stop from the first.`,
          ]
        : [],
      tolerance: most ?? Math.max(Math.abs(largest), doubt),
      standardUncertainty: doubt,
      chart: {
        x: { name: 'stop', dimension: 'count' },
        y: { name: 'off', dimension: 'angle' },
        limit: most,
        guard: half,
        series: readSeries(read.map(({ place, off, excluded }) => ({ x: place.stop, y: off - zero, excluded }))),
      },
      budget: budget && { of: 'Δ', dimension: 'angle', rows: budget },
    };
  },
});

/** The same angle between −180° and 180°. */
function nearest(angle: number): number {
  const turned = ((angle % TURN) + TURN) % TURN;
  return turned > Math.PI ? turned - TURN : turned;
}

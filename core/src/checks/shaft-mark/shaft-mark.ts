import { stepsPerMotorTurn, type AxisContext } from '../../drive-line/index.js';
import { formatNumber } from '../../quantity/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { askedOf, nullable, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { conformity } from '../conformity.js';
import type { Leg } from '../course.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  /** Microsteps that are sent before the mark is read the first time. */
  steps: whole(1, 2_000_000_000, 'Microsteps out'),
  /** Moves away and back before it is read at zero. */
  moves: whole(0, 10_000, 'Moves before zero'),
  times: whole(1, 20, 'Times'),
  most: nullable(quantity('angle', positive, 'Off, ±')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

const TURN = 2 * Math.PI;

export interface MarkPlace extends WordedPlace {
  readonly isOut: boolean;
}

/** Out, and at zero again after many moves, time after time. */
const placesOf = ({ times, steps, moves }: Plan): readonly MarkPlace[] =>
  Array.from({ length: 2 * times }, (_, index) => {
    const [isOut, time] = [index % 2 === 0, Math.floor(index / 2) + 1];
    const where = isOut ? `after ${steps} microsteps` : moves === 0 ? 'at zero again' : `at zero after ${moves} moves`;
    return {
      index,
      dimension: 'angle',
      isOut,
      cells: [String(time), where],
      named: `the mark ${where}, time ${time}`,
    };
  });

const turnSteps = (context: AxisContext): number | null => new Reckoner(context).value(stepsPerMotorTurn);

/** The motor's own shaft by a mark on it: what it does is of motor and driver, what it does not is behind it. */
export const shaftMark = checkKind({
  name: 'Mark on the motor’s shaft',
  question: 'Does the motor itself turn as it is told, and come back?',
  way: 'Put a mark on the motor’s shaft and a ring behind it, send a known number of microsteps and read whole turns and the rest; then back, and at zero again.',
  applies: () => true,
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'A motor’s shaft with a mark, before a graduated ring.',
    strokes: [
      { ink: 'there', path: draw.box(40, 34, 70, 84) },
      { ink: 'moves', path: draw.ring(190, 76, 14) },
      { ink: 'reads', path: draw.ring(190, 76, 52) },
      { ink: 'moves', path: draw.line(190, 76, 224, 46) },
      { ink: 'way', path: draw.arrow(148, 58, 156, 44) },
      { ink: 'there', path: draw.line(110, 76, 138, 76) },
    ],
    labels: [
      { x: 250, y: 40, text: 'mark' },
      { x: 52, y: 136, text: 'motor' },
    ],
  }),
  form: {
    first: (context): Plan => ({
      // A turn and a quarter: whole turns are counted, and a part shows which way is which.
      steps: Math.max(1, Math.round(1.25 * (turnSteps(context) ?? 200))),
      moves: 0,
      times: 2,
      most: quantityOf('3.6 °', 'assumed'),
      measured: { ...usualMeasuring('angle-ring'), digit: quantityOf('0.5 °', 'assumed') },
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'angle'),
      wholeInput(plan, 'steps', asked.steps),
      wholeInput(plan, 'moves', asked.moves, 'Away and back, as quick as the job asks.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most, 'Two full steps and more are a step lost or a wrong divisor.'),
    ],
    expects: (context, plan) => {
      const turn = turnSteps(context);
      return turn === null
        ? 'How many steps a turn has is not known yet.'
        : `${formatNumber((360 * plan.steps) / turn, { significant: 5 })}° are expected. The whole turns count: write 450° for a turn and a quarter.`;
    },
    decides: (_context, { most }) => [most && readQuantity(most, 'angle').value, 0],
    caution: 'The axis moves by itself. Read the mark while it stands, and keep fingers off the shaft.',
  },
  completed: (older) => older,
  misfit: (context, plan) =>
    plan.measured.kind !== 'angle'
      ? 'A shaft turns: take an instrument that shows an angle.'
      : turnSteps(context) === null
        ? 'Steps a turn of the motor are not known yet. Finish the drive line first.'
        : null,
  places: placesOf,
  course: (context, plan) => {
    const turn = turnSteps(context);
    if (turn === null) return null;
    const by = Math.round(4 * turn);
    const read = (index: number): Leg['read'] => ({
      index,
      of: 'shaft',
      instrument: 'angle',
      zeroOf: 'angle',
      push: 0,
      arm: 1,
    });
    return {
      from: 0,
      legs: [
        { to: 0, read: 'zero' },
        ...placesOf(plan).map(({ index, isOut }): Leg => ({
          to: isOut ? plan.steps : 0,
          ...(isOut || plan.moves === 0 ? {} : { shuttles: { times: plan.moves, by, pace: 1 } }),
          read: read(index),
        })),
      ],
    };
  },
  sheet: (_context, plan) =>
    wordedSheet(`Read the mark on ${plan.measured.name || 'the ring'}`, [
      ['Time', true],
      ['Where', false],
    ]),
  columns: () => wordedColumns('time', 'where'),
  evaluate: (context, plan, entered, say) => {
    const turn = turnSteps(context);
    if (plan.measured.kind !== 'angle' || turn === null) return null;
    const most = plan.most && readQuantity(plan.most, 'angle').value;
    const places = placesOf(plan);
    const doubt = doubtAt(plan.measured, 0);
    const out = (TURN * plan.steps) / turn;
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      shown: plan.measured.counts === 'against' ? -shown : shown,
      excluded,
    }));
    const off = read.map((item) => ({ ...item, off: item.shown - (item.place.isOut ? out : 0) }));
    const counted = off.filter(({ excluded }) => excluded === null);
    const farthest = (isOut: boolean): number | null =>
      counted
        .filter(({ place }) => place.isOut === isOut)
        .reduce<number | null>(
          (found, item) => (found !== null && Math.abs(found) >= Math.abs(item.off) ? found : item.off),
          null,
        );
    const [atOut, atZero] = [farthest(true), farthest(false)];
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Off when out',
          symbol: 'α',
          dimension: 'angle',
          working: `Farthest from ${formatNumber((360 * plan.steps) / turn, { significant: 5 })}°, the microsteps that were sent by those of a turn.`,
        },
        atOut,
        2 * doubt,
        most,
      ),
      figureOf(
        {
          name: 'Off at zero',
          symbol: 'α₀',
          dimension: 'angle',
          working: 'Farthest from where the mark was at first.',
        },
        atZero,
        2 * doubt,
        most,
      ),
    ];
    const tell = (value: number): string => say(Math.abs(value), 'angle', 2 * doubt);
    const isOff = (value: number | null): boolean =>
      value !== null && most !== null && Math.abs(value) - 2 * doubt > most;
    return {
      ...NO_FINDINGS,
      ...judgedBy(
        figures,
        off.map(({ place, off: deviation, excluded }) => ({
          index: place.index,
          deviation,
          standardUncertainty: doubt,
          excluded,
          conformity: most === null ? ('within' as const) : conformity(deviation, most, doubt),
        })),
        places.length,
        () =>
          `${atOut === null ? '' : `The shaft is ${tell(atOut)} off where it was sent`}${atZero === null ? '' : `${atOut === null ? 'The shaft is' : ', and'} ${tell(atZero)} off at zero`}${most === null ? '.' : `; ±${say(most, 'angle')} is asked for.`}`,
      ),
      result: isOff(atOut)
        ? `It turns ${formatNumber(((out + (atOut ?? 0)) / out) * 1, { significant: 4 })} times as far as it is told: microsteps, step angle or the steps that the controller holds.`
        : isOff(atZero)
          ? 'The motor itself does not come back: steps are lost before it.'
          : atOut !== null && atZero !== null
            ? 'The motor does as it is told: what is wrong at the carriage is behind its shaft.'
            : '',
      notes: [],
      tolerance: most ?? Math.max(Math.abs(atOut ?? 0), doubt),
      standardUncertainty: doubt,
      chart: {
        x: { name: 'reading', dimension: 'count' },
        y: { name: 'off', dimension: 'angle' },
        limit: most,
        guard: 2 * doubt,
        series: readSeries(off.map(({ place, off: y, excluded }) => ({ x: place.index + 1, y, excluded }))),
      },
    };
  },
});

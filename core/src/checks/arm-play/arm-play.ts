import { askedOf, choice, quantity, quantityOf, readQuantity, type RecordOf } from '../../shape/index.js';
import { choiceInput, instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { playAngle } from '../bench.js';
import { doubtAt, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import {
  evaluateTwoPushes,
  PUSH_CAUTION,
  pushesDecide,
  pushesMisfit,
  pushesOf,
  pushFields,
  pushPlaces,
  twoPushesCourse,
  twoPushesSheet,
} from '../two-pushes.js';
import { wordedColumns } from '../worded.js';

const fields = {
  radius: quantity('length', { isPositive: true }, 'Read at radius'),
  /** Along a square to the arm, or from end to end of the swing. */
  along: choice('tangent', 'chord'),
  ...pushFields('angle'),
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

/** The angle of a swing at a radius [rad], as it was read. */
export function swingAngle(swing: number, radius: number, along: Plan['along']): number {
  return along === 'tangent' ? playAngle(swing, radius) : 2 * Math.asin(Math.min(1, swing / (2 * radius)));
}

/** Play at the end of an arm: what is loose, and what only bends. */
export const armPlay = checkKind({
  name: 'Play at the end of an arm',
  question: 'How much is loose when it is pushed, and how much only bends?',
  way: 'With the motor holding, push the arm lightly one way and the other and read the whole swing; then again with a heavy push.',
  applies: ({ axis }) => axis.job.kind === 'rotary',
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'An arm on a shaft is pushed both ways, and its swing read at a radius.',
    strokes: [
      { ink: 'there', path: draw.ring(50, 96, 16) },
      { ink: 'moves', path: draw.line(50, 96, 270, 96) },
      { ink: 'way', path: draw.arrow(258, 60, 258, 90) },
      { ink: 'way', path: draw.arrow(258, 132, 258, 102) },
      { ink: 'reads', path: draw.ring(210, 48, 16) },
      { ink: 'reads', path: draw.line(210, 64, 210, 95) },
      { ink: 'there', path: draw.line(50, 130, 210, 130) },
    ],
    labels: [
      { x: 112, y: 146, text: 'radius' },
      { x: 268, y: 78, text: 'push' },
    ],
  }),
  form: {
    first: (): Plan => ({
      radius: quantityOf('100 mm', 'assumed'),
      along: 'tangent',
      light: quantityOf('2 N', 'assumed'),
      heavy: quantityOf('6 N', 'assumed'),
      times: 3,
      most: null,
      measured: usualMeasuring('plunger-indicator'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length', 'size'),
      quantityInput(plan, 'radius', asked.radius, 'From the middle of the shaft.'),
      choiceInput(plan, 'along', 'Swing read', {
        tangent: 'along a square to the arm',
        chord: 'straight from end to end',
      }),
      quantityInput(plan, 'light', asked.light),
      quantityInput(plan, 'heavy', asked.heavy, 'Both at that radius, square to the arm.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most),
    ],
    expects: (_context, plan) => {
      const radius = readQuantity(plan.radius, 'length').value;
      const doubt = (2 * doubtAt(plan.measured, 0)) / radius;
      const words = pushesDecide(plan, plan.most && readQuantity(plan.most, 'angle').value, doubt / 2);
      return `At this radius the instrument tells ${Number(((doubt * 180) / Math.PI).toPrecision(2))}° apart; a longer arm tells less apart. ${words}`;
    },
    decides: (_context, { most, radius }) => [
      most && readQuantity(most, 'angle').value * readQuantity(radius, 'length').value,
      0,
    ],
    caution: PUSH_CAUTION,
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) =>
    axis.job.kind === 'rotary' ? pushesMisfit(plan) : 'This axis slides: play at the end of an arm is of what turns.',
  places: pushPlaces,
  sheet: (_context, plan) => twoPushesSheet(plan.measured.name),
  columns: () => wordedColumns('time', 'push'),
  course: (_context, plan) => {
    const [radius, { light, heavy }] = [readQuantity(plan.radius, 'length').value, pushesOf(plan)];
    return twoPushesCourse(pushPlaces(plan), radius * light, { heavy: radius * heavy, arm: radius });
  },
  evaluate: (context, plan, entered, say) => {
    if (context.axis.job.kind !== 'rotary' || plan.measured.kind !== 'length') return null;
    const radius = readQuantity(plan.radius, 'length').value;
    return evaluateTwoPushes(
      pushPlaces(plan),
      entered,
      {
        ...pushesOf(plan),
        most: plan.most && readQuantity(plan.most, 'angle').value,
        measured: plan.measured,
        dimension: 'angle',
        arm: radius,
        valueOf: (swing) => swingAngle(swing, radius, plan.along),
        symbol: 'β',
        atLight: plan.along === 'tangent' ? 'atan(d/r).' : '2·asin(c/2r).',
        stiffness: {
          dimension: 'angular-stiffness',
          by: radius,
          working: 'Torque for a radian beyond the play. The swing goes both ways, so it grows by twice as much.',
        },
      },
      say,
    );
  },
});

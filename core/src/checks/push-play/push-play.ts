import { PUSHES } from '../../line-port/index.js';
import { askedOf, nullable, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { decidesWords } from '../decide.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import {
  evaluateTwoPushes,
  LOADS,
  pushesMisfit,
  pushPlaces,
  twoPushesCourse,
  twoPushesSheet,
  type PushPlace,
} from '../two-pushes.js';
import { wordedColumns } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  light: quantity('force', positive, 'Light push'),
  heavy: quantity('force', positive, 'Heavy push'),
  times: whole(1, 20, 'Times'),
  most: nullable(quantity('length', positive, 'Play, at most')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

const placesOf = ({ times }: Plan): readonly PushPlace[] => pushPlaces(times, 'length');

/** A carriage that is pushed: what is loose, what only bends, and what does not give at all because it sticks. */
export const pushPlay = checkKind({
  name: 'Play of a carriage',
  question: 'How much is loose when it is pushed, and how much only bends?',
  way: 'With the motor holding, push the carriage lightly one way and the other with a hand scale and read the whole swing; then again with a heavy push.',
  applies: ({ axis }) => axis.job.kind === 'linear',
  provesAxis: false,
  fields,
  sketch: ({ axis }) => ({
    words: 'A carriage is pushed both ways by a hand scale, and its swing read.',
    strokes: [
      { ink: 'there', path: draw.line(20, 112, 310, 112) },
      { ink: 'moves', path: draw.box(110, 76, 80, 36) },
      { ink: 'way', path: draw.arrow(60, 94, 106, 94) },
      { ink: 'way', path: draw.arrow(240, 84, 194, 84) },
      { ink: 'reads', path: draw.ring(262, 104, 16) },
      { ink: 'reads', path: draw.line(246, 104, 191, 104) },
      { ink: 'there', path: draw.box(24, 84, 34, 20) },
    ],
    labels: [
      { x: 144, y: 68, text: axis.letter },
      { x: 26, y: 76, text: 'push' },
    ],
  }),
  form: {
    first: (): Plan => ({
      light: quantityOf(`${PUSHES.light.force} N`, 'assumed'),
      heavy: quantityOf(`${PUSHES.heavy.force} N`, 'assumed'),
      times: 3,
      most: null,
      measured: usualMeasuring('plunger-indicator'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length', 'size'),
      quantityInput(plan, 'light', asked.light, 'Enough to overcome what rubs.'),
      quantityInput(plan, 'heavy', asked.heavy, 'Less than the motor holds.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most, 'Empty: told and not judged.'),
    ],
    expects: (_context, plan) => {
      const [light, heavy] = LOADS.map((load) => readQuantity(plan[load], 'force').value) as [number, number];
      const lever = light / Math.max(heavy - light, Number.MIN_VALUE);
      const most = plan.most && readQuantity(plan.most, 'length').value;
      const words = decidesWords(most, doubtAt(plan.measured, 0), plan.times, { spread: Math.hypot(1 + lever, lever) });
      return `Bending grows with the push and is taken out by the two pushes. ${words}`;
    },
    decides: (_context, { most }) => [most && readQuantity(most, 'length').value, 0],
    caution: 'The motor holds while you push. Push no harder than it holds, and keep fingers out of what closes.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    if (axis.job.kind !== 'linear') return 'This axis turns: its play is read at the end of an arm.';
    if (plan.measured.kind !== 'length') return 'The swing is read as a length: take an instrument that shows one.';
    return pushesMisfit(plan);
  },
  places: placesOf,
  course: (_context, plan) =>
    twoPushesCourse(placesOf(plan), readQuantity(plan.light, 'force').value, {
      heavy: readQuantity(plan.heavy, 'force').value,
      arm: 1,
    }),
  sheet: (_context, plan) => twoPushesSheet(plan.measured.name),
  columns: () => wordedColumns('time', 'push'),
  evaluate: (context, plan, entered, say) =>
    context.axis.job.kind !== 'linear' || plan.measured.kind !== 'length'
      ? null
      : evaluateTwoPushes(
          placesOf(plan),
          entered,
          {
            light: readQuantity(plan.light, 'force').value,
            heavy: readQuantity(plan.heavy, 'force').value,
            most: plan.most && readQuantity(plan.most, 'length').value,
            measured: plan.measured,
            dimension: 'length',
            arm: 1,
            valueOf: (swing) => swing,
            symbol: 'p',
            atLight: 'Mean of the swings as they were read.',
            stiffness: {
              dimension: 'stiffness',
              by: 1,
              working: 'Force for a length beyond the play. The swing goes both ways, so it grows by twice as much.',
            },
          },
          say,
        ),
});

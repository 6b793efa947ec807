import { PUSHES } from '../../line-port/index.js';
import { askedOf, quantityOf, readQuantity, type RecordOf } from '../../shape/index.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
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

const fields = pushFields('length');
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

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
    expects: (_context, plan) =>
      pushesDecide(plan, plan.most && readQuantity(plan.most, 'length').value, doubtAt(plan.measured, 0)),
    decides: (_context, { most }) => [most && readQuantity(most, 'length').value, 0],
    caution: PUSH_CAUTION,
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) =>
    axis.job.kind === 'linear' ? pushesMisfit(plan) : 'This axis turns: its play is read at the end of an arm.',
  places: pushPlaces,
  course: (_context, plan) => {
    const { light, heavy } = pushesOf(plan);
    return twoPushesCourse(pushPlaces(plan), light, { heavy, arm: 1 });
  },
  sheet: (_context, plan) => twoPushesSheet(plan.measured.name),
  columns: () => wordedColumns('time', 'push'),
  evaluate: (context, plan, entered, say) =>
    context.axis.job.kind !== 'linear' || plan.measured.kind !== 'length'
      ? null
      : evaluateTwoPushes(
          pushPlaces(plan),
          entered,
          {
            ...pushesOf(plan),
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

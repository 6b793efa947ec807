import { quantityOf } from '../../shape/index.js';
import { checkKind } from '../kind.js';
import { usualMeasuring } from '../measuring.js';
import { draw } from '../plan-form.js';
import {
  evaluateTold,
  toldColumns,
  toldDecides,
  toldExpects,
  toldFields,
  toldInputs,
  toldMisfit,
  toldPlaces,
  toldSheet,
  type ToldPlan,
} from '../told-lengths.js';

/** What hobby builders accept of a plain friction feed on a cut length (common practice, no source). */
const USUAL = '1 mm';

/** Pieces fed by a roller and cut, told and measured. */
export const feedLength = checkKind({
  name: 'Fed length',
  question: 'Do pieces come out as long as told?',
  way: 'Feed and cut pieces of a few lengths, each several times, and measure them.',
  applies: ({ axis }) => axis.job.kind === 'linear' && axis.transmission.specification.kind === 'roller',
  provesAxis: false,
  fields: toldFields,
  sketch: () => ({
    words: 'Stock fed between two rollers to a blade, and a piece measured.',
    strokes: [
      { ink: 'there', path: draw.ring(80, 52, 22) },
      { ink: 'there', path: draw.ring(80, 104, 22) },
      { ink: 'moves', path: draw.box(10, 74, 190, 8) },
      { ink: 'way', path: draw.arrow(20, 62, 50, 62) },
      { ink: 'there', path: 'M200 44L208 74L192 74z' },
      { ink: 'moves', path: draw.box(216, 74, 70, 8) },
      { ink: 'reads', path: draw.arrow(250, 100, 217, 100) },
      { ink: 'reads', path: draw.arrow(252, 100, 285, 100) },
    ],
    labels: [{ x: 226, y: 122, text: 'length' }],
  }),
  form: {
    first: (): ToldPlan => ({
      shortest: quantityOf('50 mm', 'assumed'),
      longest: quantityOf('200 mm', 'assumed'),
      sizes: 3,
      times: 4,
      most: quantityOf(USUAL, 'assumed'),
      measured: usualMeasuring('rule'),
    }),
    inputs: (_context, plan) => toldInputs(plan, 'As the machine was told.'),
    expects: (_context, plan) => toldExpects(plan),
    decides: (_context, plan) => toldDecides(plan),
    caution: 'The head and its blade move by themselves. Covers on, hands out, power off to clear a jam.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) =>
    axis.job.kind === 'linear' ? toldMisfit(plan) : 'This axis turns a plate: fed lengths are of one that moves stock.',
  places: toldPlaces,
  course: null,
  sheet: (_context, plan, units) => toldSheet(plan, units, 'Told'),
  columns: toldColumns,
  evaluate: (context, plan, entered, say) =>
    context.axis.job.kind !== 'linear'
      ? null
      : evaluateTold(
          context,
          plan,
          entered,
          {
            piece: 'piece',
            over: 'too long',
            under: 'too short',
            slope: 'Roller and slip',
            slopeWorking:
              'Slope of measured over told lengths by least squares: the roller’s true girth, less what slips.',
            offset: 'Dead length',
            offsetWorking: 'What the line leaves at no length: the head’s dead length, the same in every piece.',
            told: 'told length',
          },
          say,
        ),
});

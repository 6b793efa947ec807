import { isReadInDiameters } from '../../diagnosis/index.js';
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

/** Diameters that a cross slide turns, told and measured: an error of the slide shows doubled on the part. */
export const turning = checkKind({
  name: 'Turned diameter',
  question: 'Do diameters come out as told?',
  way: 'Turn a few diameters in one piece of bar with light cuts, and measure each.',
  applies: ({ axis, machineKind }) => axis.job.kind === 'linear' && isReadInDiameters(axis, machineKind),
  provesAxis: false,
  fields: toldFields,
  sketch: () => ({
    words: 'A bar with steps of several diameters, measured across.',
    strokes: [
      { ink: 'there', path: draw.box(20, 46, 26, 64) },
      { ink: 'moves', path: 'M46 52H120V60H190V68H260V90H190V98H120V106H46z' },
      { ink: 'reads', path: draw.arrow(152, 34, 152, 58) },
      { ink: 'reads', path: draw.arrow(152, 124, 152, 100) },
      { ink: 'way', path: draw.line(10, 79, 290, 79) },
    ],
    labels: [{ x: 160, y: 30, text: 'across' }],
  }),
  form: {
    first: ({ axis }): ToldPlan => ({
      shortest: quantityOf('12 mm', 'assumed'),
      longest: quantityOf('30 mm', 'assumed'),
      sizes: 4,
      times: 2,
      most: axis.job.tolerance ?? quantityOf('0.02 mm', 'assumed'),
      measured: usualMeasuring('callipers'),
    }),
    inputs: (_context, plan) => toldInputs(plan, 'As the machine was told, in diameters.'),
    expects: (_context, plan) => toldExpects(plan),
    decides: (_context, plan) => toldDecides(plan),
    caution:
      'Measure with the spindle stopped. No long sleeves, hair or rings near the chuck, the key out of it, chips hooked away.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) =>
    axis.job.kind === 'linear' ? toldMisfit(plan) : 'This axis turns: diameters are of one that slides.',
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
            piece: 'diameter',
            over: 'too large',
            under: 'too small',
            slope: 'Scale of diameters',
            slopeWorking: 'Slope of measured over told diameters by least squares: of the slide’s steps per unit.',
            offset: 'The same at every diameter',
            offsetWorking:
              'What the line leaves at no diameter: the zero of the tool, twice how far its tip is off the middle.',
            told: 'told diameter',
          },
          say,
        ),
});

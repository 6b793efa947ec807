import { axisField, stepsPerMotorTurn, stepsPerUnit } from '../../drive-line/index.js';
import { motionOf } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { askedOf, nullable, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { conformity } from '../conformity.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { decidesWords } from '../decide.js';
import { doubtAt, measuring, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { instrumentRows, meanBudget, meanOf } from '../sample.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  /** Microsteps between the two moments that are timed, all at one speed. */
  steps: whole(1, 2_000_000_000, 'Microsteps timed'),
  rate: quantity('frequency', positive, 'Rate as told'),
  times: whole(1, 50, 'Times'),
  most: nullable(quantity('ratio', { isPositive: true, most: 1 }, 'Off, ±')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

const placesOf = ({ times }: Plan): readonly WordedPlace[] =>
  Array.from({ length: times }, (_, index) => ({
    index,
    dimension: 'time',
    cells: [String(index + 1)],
    named: `timed, time ${index + 1}`,
  }));

/** A known count of steps, timed: does it run as fast as it is told? */
export const speed = checkKind({
  name: 'Speed by counts and time',
  question: 'Does it run as fast as it is told?',
  way: 'Let it run at one speed over a known count of steps, and time it from mark to mark.',
  applies: () => true,
  provesAxis: false,
  fields,
  sketch: ({ axis }) => ({
    words: 'A way between two marks that is timed.',
    strokes: [
      { ink: 'there', path: draw.line(20, 100, 310, 100) },
      { ink: 'moves', path: draw.box(60, 66, 50, 34) },
      { ink: 'way', path: draw.arrow(120, 82, 220, 82) },
      { ink: 'reads', path: draw.line(110, 100, 110, 126) },
      { ink: 'reads', path: draw.line(270, 100, 270, 126) },
      { ink: 'reads', path: draw.arrow(180, 118, 268, 118) },
      { ink: 'reads', path: draw.arrow(200, 118, 112, 118) },
    ],
    labels: [
      { x: 76, y: 56, text: axis.letter },
      { x: 160, y: 140, text: 'timed' },
    ],
  }),
  form: {
    first: (context): Plan => {
      const reckoner = new Reckoner(context);
      const [steps, top] = [reckoner.value(stepsPerUnit), reckoner.reading(axisField.speed)?.value ?? null];
      const turn = reckoner.value(stepsPerMotorTurn) ?? 200;
      const rate = steps !== null && top !== null ? Math.max(1, Math.round(steps * top)) : Math.round(turn);
      return {
        steps: Math.round(rate * 10),
        rate: quantityOf(`${rate} Hz`, 'assumed'),
        times: 5,
        most: quantityOf('1 %', 'assumed'),
        measured: usualMeasuring('stopwatch'),
      };
    },
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'time', 'size'),
      wholeInput(plan, 'steps', asked.steps, 'Between the marks, beyond speeding up and slowing down.'),
      quantityInput(plan, 'rate', asked.rate, 'Pulses a second.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most),
    ],
    expects: (_context, plan) => {
      const told = plan.steps / readQuantity(plan.rate, 'frequency').value;
      const doubt = (2 * doubtAt(plan.measured, told)) / told;
      const most = plan.most && readQuantity(plan.most, 'ratio').value;
      return `As told it takes ${Number(told.toPrecision(4))} s; this instrument tells ${Number((100 * doubt).toPrecision(2))} % apart. More steps tell less apart. ${decidesWords(most, doubt / 2, plan.times)}`;
    },
    decides: (_context, { most, steps, rate }) => {
      const told = steps / readQuantity(rate, 'frequency').value;
      return [most && readQuantity(most, 'ratio').value * told, told];
    },
    caution: 'It runs fast by itself. Clear its whole way, keep hands and hair out, a stop within reach.',
  },
  completed: (older) => older,
  misfit: (_context, plan) =>
    plan.measured.kind === 'time' ? null : 'Speed is timed: take an instrument that shows a time.',
  places: placesOf,
  course: null,
  sheet: (_context, plan) => wordedSheet(`Time it with ${plan.measured.name || 'the instrument'}`, [['Time', true]]),
  columns: () => wordedColumns('time'),
  evaluate: (context, plan, entered, say) => {
    if (plan.measured.kind !== 'time') return null;
    const rate = readQuantity(plan.rate, 'frequency').value;
    const most = plan.most && readQuantity(plan.most, 'ratio').value;
    const told = plan.steps / rate;
    const places = placesOf(plan);
    const doubt = doubtAt(plan.measured, told) / told;
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      off: shown > 0 ? told / shown - 1 : -1,
      excluded,
    }));
    const values = read.filter(({ excluded }) => excluded === null).map(({ off }) => off);
    const budget = meanBudget(values, instrumentRows(plan.measured, told, 1 / told));
    const mean = values.length === 0 ? null : meanOf(values);
    const half = budget?.expanded ?? null;
    const steps = new Reckoner(context).value(stepsPerUnit);
    const motion = motionOf(context.axis.job);
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Faster than told by',
          symbol: 'δ',
          dimension: 'ratio',
          working:
            'Time as told over time as measured, less one: a delay that is counted once instead of twice doubles it, and changes no distance.',
        },
        mean,
        half,
        most,
      ),
      figureOf(
        { name: 'Rate', symbol: 'f', dimension: 'frequency', working: 'Microsteps by the mean time.' },
        mean === null ? null : rate * (1 + mean),
        half === null ? null : rate * half,
      ),
      ...(steps === null
        ? []
        : [
            figureOf(
              { name: 'Speed', symbol: 'v', dimension: motion.speed, working: 'The rate by the steps per unit.' },
              mean === null ? null : (rate * (1 + mean)) / steps,
              half === null ? null : (rate * half) / steps,
            ),
          ]),
    ];
    const tell = (value: number): string => say(value, 'ratio', half ?? undefined);
    return {
      ...NO_FINDINGS,
      ...judgedBy(
        figures,
        read.map(({ place, off, excluded }) => ({
          index: place.index,
          deviation: off * told,
          standardUncertainty: doubt * told,
          excluded,
          conformity: most === null ? ('within' as const) : conformity(off, most, doubt),
        })),
        places.length,
        (verdict) =>
          mean === null
            ? ''
            : `It runs ${tell(Math.abs(mean))}${half === null ? '' : ` ± ${tell(half)}`} ${mean >= 0 ? 'faster' : 'slower'} than told${
                most === null
                  ? '.'
                  : verdict === 'undecided'
                    ? `, which does not tell it from the ±${say(most, 'ratio')} asked for.`
                    : `; ±${say(most, 'ratio')} is asked for.`
              }`,
      ),
      result: '',
      notes:
        mean !== null && Math.abs(1 + mean - 2) < 0.1
          ? ['Twice as fast: a wait that should stand before and after each edge stands once.']
          : [],
      tolerance: (most ?? 1) * told,
      standardUncertainty: doubt * told,
      chart: {
        x: { name: 'time', dimension: 'count' },
        y: { name: 'faster than told', dimension: 'ratio' },
        limit: most,
        guard: half ?? 0,
        series: readSeries(read.map(({ place, off, excluded }) => ({ x: place.index + 1, y: off, excluded }))),
      },
      budget: budget && { of: 'δ', dimension: 'ratio', rows: budget },
    };
  },
});

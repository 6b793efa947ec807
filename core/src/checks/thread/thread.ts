import { isReadInDiameters } from '../../diagnosis/index.js';
import { machineKindOf } from '../../machine-kinds/index.js';
import { askedOf, nullable, quantity, quantityOf, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { conformity } from '../conformity.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { decidesWords } from '../decide.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { instrumentRows, meanBudget, meanOf } from '../sample.js';
import { settingFor } from '../setting-for.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  pitch: quantity('length', positive, 'Pitch as told'),
  threads: whole(2, 500, 'Over so many threads'),
  times: whole(1, 30, 'Times'),
  most: nullable(quantity('length', positive, 'Off over 100 mm, ±')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

/** Over which an error of pitch is told [m]. */
const TOLD_OVER = 0.1;

const placesOf = ({ times, threads }: Plan): readonly WordedPlace[] =>
  Array.from({ length: times }, (_, index) => ({
    index,
    dimension: 'length',
    cells: [String(index + 1)],
    named: `over ${threads} threads, time ${index + 1}`,
  }));

/** A thread that was cut: is its pitch what was told? */
export const thread = checkKind({
  name: 'Thread pitch',
  question: 'Does a thread come out with its pitch?',
  way: 'Cut a thread, and measure from flank to flank over as many threads as the instrument reaches.',
  applies: ({ axis, machineKind }) =>
    machineKindOf(machineKind).planners.includes('thread') &&
    axis.job.kind === 'linear' &&
    !isReadInDiameters(axis, machineKind),
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'A threaded bar measured over many threads.',
    strokes: [
      { ink: 'moves', path: `M40 60${'l6 -8l6 8'.repeat(18)}V98${'l-6 8l-6 -8'.repeat(18)}z` },
      { ink: 'reads', path: draw.line(46, 40, 46, 50) },
      { ink: 'reads', path: draw.line(250, 40, 250, 50) },
      { ink: 'reads', path: draw.arrow(140, 36, 48, 36) },
      { ink: 'reads', path: draw.arrow(150, 36, 248, 36) },
    ],
    labels: [{ x: 118, y: 26, text: 'n threads' }],
  }),
  form: {
    first: (): Plan => ({
      pitch: quantityOf('1 mm', 'assumed'),
      threads: 40,
      times: 5,
      most: quantityOf('0.05 mm', 'assumed'),
      measured: usualMeasuring('callipers'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length', 'size'),
      quantityInput(plan, 'pitch', asked.pitch, 'An inch thread may be typed as 20 tpi.'),
      wholeInput(plan, 'threads', asked.threads, 'More threads tell the pitch closer.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most),
    ],
    expects: (_context, plan) => {
      const length = readQuantity(plan.pitch, 'length').value * plan.threads;
      const doubt = (2 * doubtAt(plan.measured, length) * TOLD_OVER) / length;
      return `Over ${plan.threads} threads this instrument tells ${Number((doubt * 1000).toPrecision(2))} mm apart over 100 mm. ${decidesWords(plan.most && readQuantity(plan.most, 'length').value, doubt / 2, plan.times)}`;
    },
    decides: (_context, { most, pitch, threads }) => {
      const length = readQuantity(pitch, 'length').value * threads;
      return [most && (readQuantity(most, 'length').value * length) / TOLD_OVER, length];
    },
    caution: 'Measure with the spindle stopped; a fresh thread is sharp.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    if (axis.job.kind !== 'linear') return 'This axis turns: a thread is cut along one that slides.';
    return plan.measured.kind === 'length' ? null : 'A thread is read as a length: take an instrument that shows one.';
  },
  places: placesOf,
  course: null,
  sheet: (_context, plan) =>
    wordedSheet(`Measure over ${plan.threads} threads with ${plan.measured.name || 'the instrument'}`, [
      ['Time', true],
    ]),
  columns: () => wordedColumns('time'),
  evaluate: (context, plan, entered, say) => {
    if (context.axis.job.kind !== 'linear' || plan.measured.kind !== 'length') return null;
    const pitch = readQuantity(plan.pitch, 'length').value;
    const length = pitch * plan.threads;
    const most = plan.most && readQuantity(plan.most, 'length').value;
    const places = placesOf(plan);
    const scale = TOLD_OVER / length;
    const doubt = doubtAt(plan.measured, length);
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      value: shownTravel(shown, plan.measured),
      excluded,
    }));
    const values = read.filter(({ excluded }) => excluded === null).map(({ value }) => value);
    const budget = meanBudget(
      values.map((value) => value * scale),
      instrumentRows(plan.measured, length, scale, false),
    );
    const mean = values.length === 0 ? null : meanOf(values);
    const off = mean === null ? null : (mean - length) * scale;
    const half = budget?.expanded ?? null;
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Off over 100 mm',
          symbol: 'Δ₁₀₀',
          dimension: 'length',
          working: 'Mean length less threads · pitch, for 100 mm of thread.',
        },
        off,
        half,
        most,
      ),
      figureOf(
        {
          name: 'Pitch',
          symbol: 'P',
          dimension: 'length',
          working: 'Mean length by the number of threads.',
        },
        mean === null ? null : mean / plan.threads,
        half === null ? null : half / scale / plan.threads,
      ),
    ];
    const points = read.map(({ place, value, excluded }) => ({
      index: place.index,
      deviation: value - length,
      standardUncertainty: doubt,
      excluded,
      conformity: most === null ? ('within' as const) : conformity((value - length) * scale, most, doubt * scale),
    }));
    const isOff = off !== null && half !== null && Math.abs(off) > half && points.length === places.length;
    const reason = mean === null ? '' : `Thread pitch: scale ${(mean / length).toPrecision(6)}`;
    const setting = isOff && mean !== null ? settingFor(context, mean / length, reason) : null;
    const tell = (value: number): string => say(value, 'length', half ?? undefined);
    return {
      ...NO_FINDINGS,
      ...judgedBy(figures, points, places.length, (verdict) =>
        off === null
          ? ''
          : `Over 100 mm it is ${tell(Math.abs(off))}${half === null ? '' : ` ± ${tell(half)}`} too ${off > 0 ? 'long' : 'short'}${
              most === null
                ? '.'
                : verdict === 'undecided'
                  ? `, which does not tell it from the ±${say(most, 'length')} asked for.`
                  : `; ±${say(most, 'length')} is asked for.`
            }`,
      ),
      result: '',
      notes: [],
      tolerance: most ?? Math.max(Math.abs(off ?? 0), doubt),
      standardUncertainty: doubt,
      proposals: setting
        ? [
            {
              id: 'setting',
              title: `Set ${setting.stepsPerUnit.text}`,
              sentence: `The thread is out by ${tell(off ?? 0)} over 100 mm, by more than the measurement tells. If the drive from the spindle is exact, the carriage’s steps per unit are.`,
              reason,
              correct: (axis) => ({ ...axis, setting }),
            },
          ]
        : [],
      chart: {
        x: { name: 'time', dimension: 'count' },
        y: { name: 'off over the threads', dimension: 'length' },
        limit: most === null ? null : most / scale,
        guard: half === null ? 0 : half / scale,
        series: readSeries(
          read.map(({ place, value, excluded }) => ({ x: place.index + 1, y: value - length, excluded })),
        ),
      },
      budget: budget && { of: 'Δ₁₀₀', dimension: 'length', rows: budget },
    };
  },
});

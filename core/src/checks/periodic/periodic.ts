import {
  axisField,
  stepsPerMotorTurn,
  stepsPerUnit,
  travelOfSteps,
  travelPerMotorTurn,
  travelPerTurn,
  type AxisContext,
} from '../../drive-line/index.js';
import { motionOf } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { askedOf, choice, kinds, nullable, quantity, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { budgetOf } from '../../statistics/index.js';
import { conformity } from '../conformity.js';
import { exactSteps } from '../exact-steps.js';
import { judged, NO_FINDINGS, readSeries, type CheckFigure, type CheckSeries } from '../findings.js';
import { amplitudeInterval, fitWave } from '../harmonic.js';
import { takeUpOf } from '../commanded.js';
import { lookAtTravel, type Leg } from '../course.js';
import { choiceInput, instrumentInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import { decidesWords } from '../decide.js';
import type { PlanInput } from '../plan-form.js';
import { instrumentRows } from '../sample.js';
import { plateSetup, slideSetup } from '../setups.js';
import { taken } from '../taken.js';
import { judgedBy } from '../worded.js';
import type { CheckPlace } from '../kind.js';
import { formatNumber, inUnit, preferredUnit } from '../../quantity/index.js';

const positive = { isPositive: true } as const;

const fields = {
  /** What turns or repeats. */
  over: choice('screw', 'motor', 'cycle'),
  /** Microsteps between places, places, and times that all are gone through from below. */
  spacing: whole(1, 2_000_000_000, 'Microsteps between places'),
  count: whole(5, 200, 'Places'),
  runs: whole(1, 10, 'Runs'),
  asked: kinds({
    linear: { most: nullable(quantity('length', positive, 'Periodic error, at most')) },
    rotary: { most: nullable(quantity('angle', positive, 'Periodic error, at most')) },
  }),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });
const MOST = {
  linear: askedOf(fields.asked.variants.linear).most,
  rotary: askedOf(fields.asked.variants.rotary).most,
} as const;

/** What it is over, in words. */
const OVER = {
  screw: 'a turn of the screw, wheel or table',
  motor: 'a turn of the motor',
  cycle: 'four full steps, an electrical cycle',
} as const;

/** Places that one period is read at, and periods that are read. */
const PLACES_A_PERIOD = 12;
const PERIODS = 2;

/** Travel of one period [SI]; null where the chain is not known. */
function periodOf(over: Plan['over'], reckoner: Reckoner<AxisContext>): number | null {
  const motor = reckoner.value(travelPerMotorTurn);
  if (over === 'screw') return reckoner.value(travelPerTurn);
  if (over === 'motor') return motor;
  const steps = reckoner.value(stepsPerMotorTurn);
  const microsteps = reckoner.reading(axisField.microsteps)?.value ?? 1;
  return motor === null || steps === null ? null : (4 * microsteps * motor) / steps;
}

export interface PeriodPlace extends CheckPlace {
  readonly run: number;
  readonly target: number;
}

function placesOf({ spacing, count, runs, asked: { kind } }: Plan): readonly PeriodPlace[] {
  return Array.from({ length: count * runs }, (_, index) => ({
    index,
    dimension: kind === 'rotary' ? 'angle' : 'length',
    run: Math.floor(index / count) + 1,
    target: (index % count) * spacing,
  }));
}

/**
 * The period that a wave of period P shows as when it is read every h: h / |h/P − round(h/P)| (sampling theorem, any
 * signal textbook); null where it shows as it is.
 */
export function aliasOf(spacing: number, period: number): number | null {
  const turns = spacing / period;
  if (turns <= 0.5) return null;
  const rest = Math.abs(turns - Math.round(turns));
  return rest < 1e-9 ? Infinity : spacing / rest;
}

const reckonerOf = (context: AxisContext): Reckoner<AxisContext> => new Reckoner(context);

/** An error that comes back with every turn: of a screw, a coupling or gear, or of the microsteps. */
export const periodic = checkKind({
  name: 'Periodic error',
  question: 'Does an error come back with every turn?',
  way: 'Move on in small even parts over a turn or two, always the same way, and read at each.',
  applies: () => true,
  provesAxis: false,
  fields,
  sketch: ({ axis }) =>
    axis.job.kind === 'rotary'
      ? plateSetup('A plate is turned in small even parts and read.', axis.letter)
      : slideSetup('A carriage goes on in small even parts against an indicator.', axis.letter),
  form: {
    first: (context): Plan => {
      const reckoner = reckonerOf(context);
      const { kind } = context.axis.job;
      const over = 'screw';
      const [period, steps] = [periodOf(over, reckoner) ?? 0, reckoner.value(stepsPerUnit) ?? 0];
      return {
        over,
        spacing: Math.max(1, Math.round((period * steps) / PLACES_A_PERIOD)),
        count: PLACES_A_PERIOD * PERIODS,
        runs: 1,
        asked: { kind, most: null },
        measured: usualMeasuring(kind === 'linear' ? 'plunger-indicator' : 'angle-ring'),
      };
    },
    inputs: (context, plan): readonly PlanInput<Plan>[] => {
      const { kind } = context.axis.job;
      const reckoner = reckonerOf(context);
      return [
        instrumentInput(plan, kind === 'linear' ? 'length' : 'angle'),
        {
          ...(choiceInput(plan, 'over', 'Over', OVER) as Extract<PlanInput<Plan>, { kind: 'choice' }>),
          put: (value: string): Plan => {
            const over = value in OVER ? (value as Plan['over']) : plan.over;
            const [period, steps] = [periodOf(over, reckoner), reckoner.value(stepsPerUnit)];
            return period === null || steps === null
              ? { ...plan, over }
              : { ...plan, over, spacing: Math.max(1, Math.round((period * steps) / PLACES_A_PERIOD)) };
          },
        },
        wholeInput(plan, 'spacing', asked.spacing),
        wholeInput(plan, 'count', asked.count),
        wholeInput(plan, 'runs', asked.runs),
        {
          kind: 'quantity',
          asked: MOST[kind],
          value: plan.asked.most,
          put: (most) => ({ ...plan, asked: { kind, most } }),
          remark: 'Half of its whole swing. Empty: told and not judged.',
        },
      ];
    },
    expects: (context, plan) => {
      const reckoner = reckonerOf(context);
      const [period, steps] = [periodOf(plan.over, reckoner), reckoner.value(stepsPerUnit)];
      if (period === null || steps === null) return 'How far a turn goes is not known yet.';
      const spacing = plan.spacing / steps;
      const alias = aliasOf(spacing, period);
      const turns = (plan.count * spacing) / period;
      const most = plan.asked.most && readQuantity(plan.asked.most, motionOf(context.axis.job).travel).value;
      // What comes back is fitted by a sine and a cosine: each is half as well known as a mean.
      const words = decidesWords(most, doubtAt(plan.measured, period), plan.count, {
        spread: Math.SQRT2,
        of: 'places',
      });
      return alias === null
        ? `${formatNumber(period / spacing, { significant: 3 })} places each time round, ${formatNumber(turns, { significant: 2 })} times. ${words}`
        : 'The places stand farther apart than half a period: what comes back would be taken for something slower, or be missed. Take smaller parts.';
    },
    decides: (context, plan) => [
      plan.asked.most && readQuantity(plan.asked.most, motionOf(context.axis.job).travel).value,
      periodOf(plan.over, reckonerOf(context)) ?? 0,
    ],
    caution: 'It moves by itself in small parts. Keep hands out, and a stop within reach.',
  },
  completed: (older) => older,
  misfit: (context, plan) => {
    const { kind } = context.axis.job;
    const { travel, does } = motionOf(context.axis.job);
    const reckoner = reckonerOf(context);
    if (plan.asked.kind !== kind || plan.measured.kind !== travel) return `This axis ${does}: plan for that.`;
    return exactSteps(reckoner) === null || periodOf(plan.over, reckoner) === null
      ? 'How far a turn goes is not known yet. Finish the drive line first.'
      : null;
  },
  places: placesOf,
  course: (context, plan) => {
    // From so far before its zero, and before every run, that whatever is loose is taken up: all is reached from below.
    const before = -Math.max(plan.spacing, takeUpOf(reckonerOf(context)));
    return {
      from: before,
      legs: placesOf(plan).flatMap(({ index, run, target }): readonly Leg[] => [
        ...(target === 0 && run > 1 ? [{ to: before, read: null }] : []),
        ...(index === 0 ? [{ to: 0, read: 'zero' as const }] : []),
        { to: target, read: lookAtTravel(index, plan.measured) },
      ]),
    };
  },
  sheet: (context, plan, units) => {
    const unit = preferredUnit(motionOf(context.axis.job).travel, units);
    const steps = reckonerOf(context).value(stepsPerUnit) ?? 1;
    return {
      how: `Read ${plan.measured.name || 'the instrument'}`,
      heads: [
        { words: 'Run', isNumber: true },
        { words: 'Steps', isNumber: true },
        { words: `Should be, ${unit.symbol}`, isNumber: true },
      ],
      cells: ({ run, target }) => [
        String(run),
        String(target),
        formatNumber(inUnit(target / steps, unit), { significant: 6 }),
      ],
      named: ({ run, target }) => `${target} microsteps, run ${run}`,
    };
  },
  columns: () => ({
    header: ['run', 'target_microsteps'],
    cells: ({ run, target }) => [String(run), String(target)],
  }),
  evaluate: (context, plan, entered, say) => {
    const reckoner = reckonerOf(context);
    const [steps, period] = [exactSteps(reckoner), periodOf(plan.over, reckoner)];
    const dimension = motionOf(context.axis.job).travel;
    if (!steps || period === null || plan.asked.kind !== context.axis.job.kind || plan.measured.kind !== dimension)
      return null;
    const most = plan.asked.most && readQuantity(plan.asked.most, dimension).value;
    const places = placesOf(plan);
    const read = taken(places, entered).map(({ place, shown, excluded }) => {
      const commanded = travelOfSteps(place.target, steps);
      return { place, commanded, off: shownTravel(shown, plan.measured) - commanded, excluded };
    });
    const counted = read.filter(({ excluded }) => excluded === null);
    const runs = [...new Set(counted.map(({ place: { run } }) => run))];
    const reach = Math.max(period, ...counted.map(({ commanded }) => commanded));
    // Each run begins where it begins: a zero of its own, one slope for all, and the wave.
    const wave = fitWave(
      counted.map(({ place, commanded }) => [commanded / reach, ...runs.map((run) => (run === place.run ? 1 : 0))]),
      counted.map(({ commanded }) => (2 * Math.PI * commanded) / period),
      counted.map(({ off }) => off),
    );
    const doubt = doubtAt(plan.measured, period);
    // The instrument may have a wave of its own: no number of readings averages it away.
    const interval = wave && amplitudeInterval(wave, doubt);
    const alias = aliasOf(travelOfSteps(plan.spacing, steps), period);
    const isShown = wave !== null && wave.chance < 0.05;
    const isSure = isShown && interval !== null && interval[0] > 0;
    const figures: readonly CheckFigure[] = [
      {
        name: 'Periodic error',
        symbol: 'A',
        dimension,
        value: wave?.amplitude ?? null,
        interval,
        asked: most,
        conformity: alias === null ? judged(interval, most) : null,
        working: wave
          ? `Amplitude of A·sin(2πx/P + φ) beside a line, by least squares; P = ${say(period, dimension)}. F test: chance ${formatNumber(wave.chance, { significant: 2 })} without any.`
          : 'Open: five readings over a turn carry it.',
      },
      {
        name: 'Highest at',
        symbol: 'φ',
        dimension,
        value: wave && isShown ? (wave.phase / (2 * Math.PI)) * period : null,
        interval: null,
        asked: null,
        conformity: null,
        working: 'How far into the turn it is farthest ahead.',
      },
    ];
    const tell = (value: number): string =>
      say(value, dimension, interval ? (interval[1] - interval[0]) / 2 : undefined);
    const linear = wave?.before ?? [];
    const straight = (commanded: number, run: number): number =>
      (linear[0] ?? 0) * (commanded / reach) + (linear[1 + runs.indexOf(run)] ?? 0);
    const points = read.map(({ place, commanded, off, excluded }) => {
      const deviation = wave ? off - straight(commanded, place.run) : off;
      return {
        index: place.index,
        deviation,
        standardUncertainty: doubt,
        excluded,
        conformity: most === null ? ('within' as const) : conformity(deviation, most, doubt),
      };
    });
    const curve: CheckSeries[] = wave
      ? [
          {
            name: 'fitted wave',
            look: 'fit',
            points: Array.from({ length: 121 }, (_, index) => {
              const x = (reach * index) / 120;
              const phase = (2 * Math.PI * x) / period;
              return { x, y: wave.cosine * Math.cos(phase) + wave.sine * Math.sin(phase) };
            }),
          },
        ]
      : [];
    return {
      ...NO_FINDINGS,
      ...judgedBy(figures, points, places.length, (verdict) =>
        !wave
          ? ''
          : !isShown
            ? `No error that comes back with ${OVER[plan.over]} is shown${interval ? `: it may be up to ${tell(interval[1])}` : ''}. That is not to say there is none.`
            : !isSure
              ? `The readings swing by ±${tell(wave.amplitude)} with ${OVER[plan.over]}, but this instrument may be wrong by as much.`
              : `An error of ±${tell(wave.amplitude)} comes back with ${OVER[plan.over]}${
                  most === null
                    ? '.'
                    : verdict === 'undecided'
                      ? `, which does not tell it from the ${say(most, dimension)} asked for.`
                      : `; ${say(most, dimension)} is asked for at most.`
                }`,
      ),
      result: wave?.left == null ? '' : `Beside it the readings scatter by ${say(wave.left, dimension, wave.left)}.`,
      notes: [
        ...(alias === null
          ? []
          : [
              `The places stand ${say(travelOfSteps(plan.spacing, steps), dimension)} apart: an error with that period would show as one of ${alias === Infinity ? 'no period at all' : say(alias, dimension)}. Take smaller parts.`,
            ]),
      ],
      tolerance: most ?? Math.max(...counted.map(({ off }) => Math.abs(off)), doubt),
      standardUncertainty: doubt,
      chart: {
        x: { name: 'commanded', dimension },
        y: { name: 'off the line', dimension },
        limit: most,
        guard: interval ? (interval[1] - interval[0]) / 2 : 0,
        series: [
          ...curve,
          ...readSeries(
            read.map(({ commanded, excluded }, index) => ({
              x: commanded,
              y: points[index]?.deviation ?? 0,
              excluded,
            })),
          ),
        ],
      },
      budget:
        wave?.left == null
          ? null
          : {
              of: 'A',
              dimension,
              rows: budgetOf([
                {
                  name: `Scatter of ${counted.length} readings`,
                  kind: 'A',
                  standard: Math.sqrt(wave.variance),
                  freedom: Math.max(1, wave.freedom),
                },
                ...instrumentRows(plan.measured, period),
              ]),
            },
    };
  },
});

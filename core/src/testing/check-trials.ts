import {
  evaluateStepCheck,
  fitScale,
  judgeReturns,
  plannedReadings,
  spreadTargets,
  type EnteredReading,
  type ReturnJudgement,
  type ScalePoint,
  type StepCheckEvaluation,
  type StepCheckPlan,
} from '../checks/index.js';
import { chainSpread, ratioFaults, type RatioFault } from '../diagnosis/index.js';
import { stepsPerMotorTurn, stepsPerUnit, type AxisContext } from '../drive-line/index.js';
import { defaultFaults, defaultJob, type Axis } from '../machine/index.js';
import { blankStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import { Reckoner } from '../reckoner/index.js';
import { exampleInstrument, exampleRing } from './example-instrument.js';
import { exampleTransmission, firstAxis, sayPlain, screwMachine } from './example-machine.js';
import { gauss, seeded } from '../statistics/index.js';

/** How often intervals of the scale hold the truth, over repeated checks of one plan. */
export interface CoverageCase {
  readonly targets: number;
  readonly runs: number;
  readonly isBothWays: boolean;
  /** Scatter of machine and reading together, in digits. */
  readonly noise: number;
}

/**
 * A check whose truth is known: the digit rounds, the zero is read once with its own scatter, both sides differ by
 * play.
 */
export function coverageOf({ targets, runs, isBothWays, noise }: CoverageCase, trials: number, seed: number): number {
  const random = seeded(seed);
  let held = 0;
  for (let trial = 0; trial < trials; trial += 1) {
    const [scale, play, phase] = [1 + 0.01 * (random() - 0.5), 3 * random(), random()];
    const read = (true_: number): number => Math.round(phase + true_ + noise * gauss(random));
    const zero = read(0);
    const distances = Array.from(
      { length: targets },
      (_, index) => (((index + 1) * 2000) / targets) * (0.9 + 0.1 * random()),
    );
    const points: ScalePoint[] = [];
    for (let run = 0; run < runs; run += 1)
      for (const commanded of distances)
        for (const approach of isBothWays ? (['up', 'down'] as const) : (['up'] as const))
          points.push({
            commanded,
            approach,
            measured: read(scale * commanded + (approach === 'down' ? play : 0)) - zero,
          });
    const fit = fitScale(points, 1, 0);
    if (fit.kind === 'fitted' && Math.abs(fit.scale.value - scale) <= fit.scale.expanded) held += 1;
  }
  return held / trials;
}

/** Zeros read after runs whose scatter is known to so many degrees of freedom, in digits. */
export interface ReturnCase {
  readonly runs: number;
  readonly noise: number;
  readonly freedom: number;
}

/** Travel of an electrical cycle in these trials, in digits. */
const CYCLE = 40;

/**
 * Shares of sound checks whose return is called off, and of checks with one lost cycle, in the last run, in which it is
 * seen.
 */
export function returnShares(
  { runs, noise, freedom }: ReturnCase,
  trials: number,
  seed: number,
): { readonly off: number; readonly seen: number } {
  const random = seeded(seed);
  let [off, seen] = [0, 0];
  for (let trial = 0; trial < trials; trial += 1) {
    const phase = random();
    const zero = Math.round(phase + noise * gauss(random));
    const readings = Array.from({ length: runs }, (_, index) => ({
      run: index + 1,
      value: Math.round(phase + noise * gauss(random)) - zero,
    }));
    const scatter = {
      deviation:
        Math.hypot(noise, 0.29) *
        Math.sqrt(
          Array.from({ length: freedom }, () => gauss(random) ** 2).reduce((sum, item) => sum + item, 0) / freedom,
        ),
      freedom,
    };
    const judge = (items: typeof readings): ReturnJudgement => judgeReturns(items, 1, CYCLE, scatter, 5);
    if (judge(readings).kind !== 'returns') off += 1;
    if (
      judge(readings.map(({ run, value }) => ({ run, value: run === runs ? value - CYCLE : value }))).kind ===
      'lost-cycles'
    )
      seen += 1;
  }
  return { off: off / trials, seen: seen / trials };
}

const q = quantityOf;

/** Axes of several make, as they are believed to be. */
const TRIAL_AXES: readonly AxisContext[] = (
  [
    (axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 16 },
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', { pitch: q('4 mm'), starts: 1, diameter: q('14 mm') }),
      },
    }),
    (axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 8 },
      reduction: [blankStage('belt', 18, 45)],
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('rack', { tooth: q('1.5 mm'), teeth: 22 }),
      },
    }),
    (axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 32 },
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('belt', { pitch: q('3 mm'), teeth: 24 }),
      },
    }),
    (axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 4 },
      job: defaultJob('rotary'),
      faults: defaultFaults('rotary'),
      reduction: [blankStage('gear', 14, 61), blankStage('belt', 20, 36)],
      transmission: { ...axis.transmission, specification: exampleTransmission('rotary', {}) },
    }),
  ] satisfies readonly ((axis: Axis) => Axis)[]
).map((change) => firstAxis(screwMachine(change)));

/** What is really the matter with an axis of a trial. */
export type Truth =
  | { readonly kind: 'sound' }
  | { readonly kind: 'fault'; readonly fault: RatioFault }
  | { readonly kind: 'little-off'; readonly factor: number }
  | { readonly kind: 'two-faults'; readonly factor: number };

export interface Trial {
  readonly truth: Truth;
  readonly evaluation: StepCheckEvaluation;
}

/** One drawn by how common each is. */
function drawn(faults: readonly RatioFault[], random: () => number): RatioFault {
  let left = random() * faults.reduce((sum, { commonness }) => sum + commonness, 0);
  for (const fault of faults) {
    left -= fault.commonness;
    if (left <= 0) return fault;
  }
  return faults.at(-1) as RatioFault;
}

function truthOf(kind: Truth['kind'], faults: readonly RatioFault[], random: () => number): Truth {
  switch (kind) {
    case 'sound':
      return { kind };
    case 'fault':
      return { kind, fault: drawn(faults, random) };
    case 'little-off':
      return { kind, factor: 1 + 0.004 * gauss(random) };
    case 'two-faults':
      return { kind, factor: drawn(faults, random).factor * drawn(faults, random).factor };
  }
}

const factorOf = (truth: Truth): number =>
  truth.kind === 'sound' ? 1 : truth.kind === 'fault' ? truth.fault.factor : truth.factor;

/** Digit and travel of a trial: an indicator on a slide, a graduated ring on a table. */
const SIZES = {
  linear: { digit: 1e-5, travel: 0.05, unit: 1e-3, symbol: 'mm', decimals: 2 },
  rotary: { digit: (0.05 * Math.PI) / 180, travel: 2 * Math.PI, unit: Math.PI / 180, symbol: '°', decimals: 2 },
} as const;

/** A whole step check on an axis whose truth is drawn, through the very judgement that a builder sees. */
function trialOf(kind: Truth['kind'], random: () => number): Trial {
  const context = TRIAL_AXES[Math.floor(random() * TRIAL_AXES.length)] as AxisContext;
  const { axis, machineKind } = context;
  const reckoner = new Reckoner(context);
  const [steps, turn] = [reckoner.value(stepsPerUnit) ?? 1, reckoner.value(stepsPerMotorTurn) ?? 1];
  const size = SIZES[axis.job.kind];
  const truth = truthOf(kind, ratioFaults(axis, machineKind), random);
  const scale = factorOf(truth) * (1 + chainSpread(axis) * gauss(random));
  const noise = size.digit * (0.2 + 1.5 * random());
  const digit = q(`${size.digit / size.unit} ${size.symbol}`);
  const plan: StepCheckPlan = {
    targets: spreadTargets(size.travel * steps, turn, 3 + Math.floor(random() * 4), random),
    runs: 1 + Math.floor(random() * 3),
    approach: random() < 0.5 ? 'one-way' : 'both-ways',
    returnToZero: true,
    takeUp: Math.ceil(turn / 4),
    measured: axis.job.kind === 'linear' ? exampleInstrument({ type: 'callipers', digit }) : exampleRing({ digit }),
    tolerance: { kind: axis.job.kind, value: q(`${(5 * size.digit) / size.unit} ${size.symbol}`) },
  };
  const [phase, play] = [random() * size.digit, 4 * size.digit * random()];
  const read = (at: number): number => Math.round((phase + at + noise * gauss(random)) / size.digit) * size.digit;
  const zero = read(0);
  const readings = plannedReadings(plan).map(({ index, target, approach }): EnteredReading => {
    const measured = read((scale * target) / steps + (approach === 'down' ? play : 0)) - zero;
    return { index, text: `${(measured / size.unit).toFixed(size.decimals)} ${size.symbol}`, excluded: null };
  });
  const evaluation = evaluateStepCheck(context, plan, readings, sayPlain);
  if (!evaluation) throw new Error('the trial axes have steps');
  return { truth, evaluation };
}

/** What a diagnosis claims, counted over trials. */
export interface Calibration {
  readonly trials: number;
  /** Causes called nearly certain, and those of them that were right in their factor. */
  readonly certain: number;
  readonly certainRight: number;
  /** Trials in which a wrong factor was named above one in two. */
  readonly wrongNamed: number;
  /** Trials in which two causes of the same factor were told apart for certain. */
  readonly toldApart: number;
  /** Sound axes whose scale was called off, and whose return was called slipping. */
  readonly calledOff: number;
  readonly calledSlipping: number;
}

/** Factors that agree within this are the same, the spread of the chain apart. */
const SAME_FACTOR = 1e-6;

export function calibrationOf(kinds: readonly Truth['kind'][], trials: number, seed: number): Calibration {
  const random = seeded(seed);
  const count = { trials, certain: 0, certainRight: 0, wrongNamed: 0, toldApart: 0, calledOff: 0, calledSlipping: 0 };
  for (let trial = 0; trial < trials; trial += 1) {
    const { truth, evaluation } = trialOf(kinds[trial % kinds.length] as Truth['kind'], random);
    const { ranking, returns } = evaluation;
    const [first] = ranking?.faults ?? [];
    const isRight =
      first !== undefined &&
      Math.abs(Math.log(first.fault.factor / factorOf(truth))) < SAME_FACTOR &&
      truth.kind === 'fault';
    const group = ranking && first ? ranking.rivals.reduce((sum, item) => sum + item.chance, first.chance) : 0;
    if (ranking?.certainty === 'nearly-certain') {
      count.certain += 1;
      if (isRight) count.certainRight += 1;
      if (ranking.rivals.length > 0) count.toldApart += 1;
    }
    if (group > 0.5 && !isRight) count.wrongNamed += 1;
    if (truth.kind === 'sound' && ranking) count.calledOff += 1;
    if (truth.kind === 'sound' && (returns.kind === 'off' || returns.kind === 'lost-cycles')) count.calledSlipping += 1;
  }
  return count;
}

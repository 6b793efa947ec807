import { factorTogether, type RatioFault } from '../diagnosis/index.js';
import type { Bearings } from './bearings.js';
import type { Cause, Effect, Way } from './cause.js';
import { asRead, besideEntries, denserBy } from './entry.js';
import { logSum } from './gaussian.js';
import { designed } from './ground.js';
import { causesOf } from './kinds/registry.js';
import { cyclesIn, fitOf, jumpsByRow, logOfCycles } from './lost-cycles.js';
import type { Row } from './row.js';
import { merged, Scene, Spread, stepsOf, type Part, type Prepared } from './scene.js';

/** What may be the matter: nothing, a wrong ratio or two, another cause or two, one of each, or something else. */
export interface Hypothesis {
  readonly key: string;
  readonly ratios: readonly RatioFault[];
  readonly causes: readonly Cause[];
  readonly isElse: boolean;
}

/** The likeliest way in which a hypothesis makes what was read. */
export interface BestWay {
  readonly ways: readonly Way[];
  readonly scatter: number;
  /** Cycles lost before each row, where it loses any; those of the first reading of a check from its zero. */
  readonly jumps: readonly number[] | null;
  readonly log: number;
}

export interface Weighed {
  readonly hypothesis: Hypothesis;
  /** Chance by what was read and by how common each is; all together one. */
  readonly chance: number;
  readonly best: BestWay;
}

/** How common it is that nothing is wrong, or something that is not on the list, and that a ratio is wrong. */
const NOTHING = 40;
const ELSE = 3;
const RATIOS = 25;
/** Two at once, over what their commonness together would say (common practice, no source). */
const PAIRS = 0.5;
/** Scatter of a machine's places [digits of its finest instrument], and how common each is. */
const SCATTERS: readonly (readonly [digits: number, share: number])[] = [
  [0.3, 0.5],
  [1, 0.35],
  [4, 0.15],
];
/** A digit where nothing of the travel was read [m], [rad]. */
const USUAL_DIGIT = { linear: 1e-5, rotary: 1e-3 } as const;
/** Ratios farther from what was measured than this are no part of two at once; and two ratios than that. */
const NEAR = Math.log(1.15);
const NEAR_TWO = Math.log(1.03);
const ELSE_SCALE = 0.5;

/** Something that is not on the list: another factor, or readings that follow nothing. */
const elseWays = ({ sizes }: Bearings): readonly Way[] => [
  {
    share: 2,
    spread: [({ of, expected }) => (of === 'travel' ? ELSE_SCALE * expected : 0)],
    isProportional: true,
  },
  ...[sizes[1] ?? 0, sizes[3] ?? 0].map((size): Way => ({
    share: 1,
    // What the next reading is has nothing to do with the one before.
    spread: Array.from(
      { length: ELSE_ROWS },
      (_, index): Effect =>
        (row) =>
          row.of !== 'shaft' && (row.check * ELSE_STRIDE + row.index) % ELSE_ROWS === index ? size : 0,
    ),
  })),
];
/** So many readings each go their own way; what is read beyond goes with one of them. */
const ELSE_ROWS = 31;
const ELSE_STRIDE = 7;

/** Weighs every hypothesis in turn, and keeps the likeliest way of each. */
class Scales {
  private readonly logs = new Map<string, number[]>();
  private readonly best = new Map<string, BestWay>();
  private readonly hypotheses = new Map<string, Hypothesis>();

  add(hypothesis: Hypothesis, log: number, best: () => Omit<BestWay, 'log'>): void {
    if (!Number.isFinite(log)) return;
    const { key } = hypothesis;
    const logs = this.logs.get(key) ?? [];
    logs.push(log);
    this.logs.set(key, logs);
    this.hypotheses.set(key, hypothesis);
    if (log > (this.best.get(key)?.log ?? -Infinity)) this.best.set(key, { ...best(), log });
  }

  weighed(): readonly Weighed[] {
    const sums = [...this.logs].map(([key, logs]) => [key, logSum(logs)] as const);
    const whole = logSum(sums.map(([, sum]) => sum));
    return sums
      .map(([key, sum]) => ({
        hypothesis: this.hypotheses.get(key) as Hypothesis,
        chance: Math.exp(sum - whole),
        best: this.best.get(key) as BestWay,
      }))
      .sort((a, b) => b.chance - a.chance);
  }
}

/** A ratio with what the commonness of all of them leaves for it. */
interface WeighedRatio {
  readonly ratios: readonly RatioFault[];
  readonly weight: number;
  /** Of what the carriage goes, and of what the motor's shaft turns. */
  readonly travel: number;
  readonly shaft: number;
}

const NO_RATIO: WeighedRatio = { ratios: [], weight: 1, travel: 1, shaft: 1 };

/**
 * How much farther the motor's own shaft turns than it is told: what is wrong behind it leaves it alone, and so does a
 * setting, by which no more is sent than is said.
 */
export const shaftFactor = (faults: readonly RatioFault[]): number =>
  faults.reduce((product, { side, own }) => (side === 'motor' ? product * own : product), 1);

function ratioOf(faults: readonly RatioFault[], weight: number): WeighedRatio {
  return {
    ratios: faults,
    weight,
    travel: factorTogether(faults),
    shaft: shaftFactor(faults),
  };
}

/** What is measured over what was sent, by all that was read of the travel; null where nothing was. */
export function scaleOf(rows: readonly Row[]): number | null {
  const read = rows.filter(({ of }) => of === 'travel');
  const squares = read.reduce((sum, { expected }) => sum + expected ** 2, 0);
  return squares > 0 ? 1 + read.reduce((sum, { expected, off }) => sum + expected * off, 0) / squares : null;
}

function hypothesisOf(ratios: readonly RatioFault[], causes: readonly Cause[], isElse = false): Hypothesis {
  return {
    key: isElse
      ? 'else'
      : [...ratios, ...causes]
          .map(({ id }) => id)
          .sort()
          .join(' + ') || 'nothing',
    ratios,
    causes,
    isElse,
  };
}

/**
 * Chances of all that may be wrong with an axis by everything that was read of it, by Bayes' rule: each hypothesis says
 * how readings would lie as a normal distribution of its sizes, with whole lost cycles counted, and is weighed by how
 * common it is. (Marginal likelihood of a linear model: any textbook of Bayesian statistics.)
 */
export function weigh(rows: readonly Row[], bearings: Bearings, faults: readonly RatioFault[]): readonly Weighed[] {
  const scales = new Scales();
  weighAs(scales, null, rows, bearings, faults);
  // What was entered wrong is taken back first: its scatter and its digit are those of what was read.
  for (const entry of faults.filter(({ side }) => side === 'entry'))
    weighAs(scales, entry, asRead(rows, entry.factor), bearings, faults);
  return scales.weighed();
}

/** Weighs what may be wrong besides one mistake of entering, or without any. @param rows as they were read */
function weighAs(
  scales: Scales,
  entry: RatioFault | null,
  rows: readonly Row[],
  bearings: Bearings,
  faults: readonly RatioFault[],
): void {
  const digits = rows.filter(({ of }) => of === 'travel').map(({ digit }) => digit);
  const digit = digits.length > 0 ? Math.min(...digits) : USUAL_DIGIT[bearings.isTurning ? 'rotary' : 'linear'];
  const causes = causesOf(bearings);
  const elses = elseWays(bearings);
  const commonness = faults.reduce((sum, fault) => sum + fault.commonness, 0);
  const weightOf = (fault: RatioFault): number => (RATIOS * fault.commonness) / commonness;
  const single = RATIOS + causes.reduce((sum, cause) => sum + cause.commonness, 0);
  const pair = (one: number, other: number): number => (PAIRS * one * other) / single;
  /** How common something is together with what was entered wrong. */
  const beside = (weight: number): number => (entry ? pair(weightOf(entry), weight) : weight);
  const [entered, denser] = entry ? [[entry], denserBy(rows, entry.factor)] : [[], 0];
  const scale = scaleOf(rows);
  const apart = (factor: number): number => (scale !== null && scale > 0 ? Math.abs(Math.log(scale / factor)) : 0);
  const steps = stepsOf(rows);
  const own = designed(bearings);
  const others = besideEntries(faults).filter(({ place }) => place !== entry?.place);
  const ofParts = others.map((fault) => ratioOf([fault], weightOf(fault)));
  const isTwo = (travel: number, shown: number): boolean => apart(travel) < NEAR_TWO && Math.abs(shown - 1) > 1e-9;
  // Two at once are no three.
  const singles = entry ? ofParts.filter(({ travel }) => isTwo(travel, entry.factor * travel)) : ofParts;
  const near = entry ? [] : singles.filter(({ travel }) => apart(travel) < NEAR);
  const twos = entry
    ? []
    : others.flatMap((one, a) =>
        others.slice(a + 1).flatMap((other) => {
          const both = ratioOf([one, other], pair(weightOf(one), weightOf(other)));
          return one.place !== other.place && isTwo(both.travel, both.travel) ? [both] : [];
        }),
      );
  const isNear = entry === null || apart(1) < NEAR;

  for (const [inDigits, share] of SCATTERS) {
    const scene = new Scene(rows, steps, bearings, inDigits * digit);
    const alwaysOf = (factor: number): readonly Part[] =>
      scene.always.map(({ vector, isProportional }): Part => [vector, isProportional ? factor : 1]);
    const leftOf = (ratio: WeighedRatio): readonly Part[] =>
      ratio === NO_RATIO
        ? [[scene.left, 1]]
        : [
            [scene.left, 1],
            [scene.travel, 1 - ratio.travel],
            [scene.shaft, 1 - ratio.shaft],
          ];
    const prepared = (isNear ? causes : []).map((cause) => {
      const whole = cause.ways.reduce((sum, way) => sum + way.share, 0);
      return merged(cause.ways.map((way) => scene.prepared(cause, way, way.share / whole)));
    });
    // What comes back with every turn comes back sooner where the shaft turns farther than it is told.
    const turned = new Map<string, Prepared>();
    for (const { shaft } of near)
      for (const part of prepared.flat())
        if (part.way.turns && shaft !== 1 && !turned.has(`${shaft} ${part.cause.id} ${part.mark}`))
          turned.set(
            `${shaft} ${part.cause.id} ${part.mark}`,
            scene.prepared(part.cause, part.way, Math.exp(part.log), shaft),
          );
    const atRatio = (part: Prepared, { shaft }: WeighedRatio): Prepared =>
      turned.get(`${shaft} ${part.cause.id} ${part.mark}`) ?? part;
    const elsewhere = elses.reduce((sum, way) => sum + way.share, 0);
    const unknown = elses.map((way) => scene.prepared(ELSE_CAUSE, way, way.share / elsewhere));
    scene.close();
    const common = scene.common + Math.log(share) + denser;
    const grown = ({ way }: Prepared, factor: number): number => (way.isProportional ? factor : 1);
    const columnsOf = (part: Prepared, factor: number): readonly Part[] =>
      grown(part, factor) === 1 ? part.columns : part.columns.map(([column, times]): Part => [column, times * factor]);
    const meanOf = (part: Prepared, factor: number): readonly Part[] =>
      part.mean === null ? [] : [[part.mean, -grown(part, factor)]];

    /** One hypothesis in one of its ways. */
    const put = (ratio: WeighedRatio, parts: readonly Prepared[], weight: number, isElse = false): void => {
      const factor = ratio.travel;
      const left = [...leftOf(ratio), ...parts.flatMap((part) => meanOf(part, factor))];
      const spread = new Spread(scene, [...alwaysOf(factor), ...parts.flatMap((part) => columnsOf(part, factor))]);
      const log = parts.reduce((sum, part) => sum + part.log, common + Math.log(weight));
      scales.add(
        hypothesisOf([...entered, ...ratio.ratios], isElse ? [] : parts.map(({ cause }) => cause), isElse),
        log + spread.logLikelihood(left),
        () => ({ ways: parts.map(({ way }) => way), scatter: scene.scatter, jumps: null }),
      );
    };

    /** Cycles as one reads them off: how far a reading lies from the one before it, in whole cycles. */
    const guessOf = (ratio: WeighedRatio, other: Prepared | null): readonly number[] => {
      const offOf = (row: Row | null): number =>
        row === null
          ? 0
          : row.off -
            own(row) -
            ((row.of === 'travel' ? ratio.travel : ratio.shaft) - 1) * row.expected -
            (other?.way.mean?.(row) ?? 0) * (other ? grown(other, ratio.travel) : 1);
      return steps.map(({ row, before }) =>
        Math.round((offOf(row) - offOf(before)) / (row.of === 'shaft' ? bearings.cycleAngle : bearings.cycle)),
      );
    };

    /** The same where one of the causes loses cycles: they are looked for once, and weighed by each of its ways. */
    const putJumps = (
      ratio: WeighedRatio,
      other: Prepared | null,
      jumping: readonly (readonly Prepared[])[],
      weightBy: (cause: Cause) => number,
    ): void => {
      if (jumping.length === 0) return;
      const factor = ratio.travel;
      const left = [...leftOf(ratio), ...(other ? meanOf(other, factor) : [])];
      const columns = [...alwaysOf(factor), ...(other ? columnsOf(other, factor) : [])];
      const spread = new Spread(scene, columns);
      const found = cyclesIn(scene, spread, left, guessOf(ratio, other));
      const fits = found ? fitOf(scene, spread, columns, left, found) : 0;
      for (const { cause, way, log } of jumping.flat()) {
        const perMove = way.jumps?.perMove ?? (() => 0);
        const rates = steps.map(({ row, before }) => perMove(row.pace) * (row.moves - (before?.moves ?? 0)));
        const likelihood = found
          ? fits + found.counts.reduce((sum, count, place) => sum + logOfCycles(count, rates[place] as number), 0)
          : new Spread(scene, [
              ...columns,
              ...scene.cycles.map(([unit, size], place): Part => [unit, size * Math.sqrt(rates[place] as number)]),
            ]).logLikelihood(left);
        scales.add(
          hypothesisOf([...entered, ...ratio.ratios], [...(other ? [other.cause] : []), cause]),
          common + Math.log(weightBy(cause)) + log + (other?.log ?? 0) + likelihood,
          () => ({
            ways: [...(other ? [other.way] : []), way],
            scatter: scene.scatter,
            jumps: found && jumpsByRow(scene.rows, scene.steps, found.counts),
          }),
        );
      }
    };

    const still = prepared.filter((ways) => ways.every(({ way }) => !way.jumps));
    const jumping = prepared.filter((ways) => ways.some(({ way }) => way.jumps));
    put(NO_RATIO, [], entry ? weightOf(entry) : NOTHING);
    if (!entry) for (const part of unknown) put(NO_RATIO, [part], ELSE, true);
    for (const ratio of [...singles, ...twos]) put(ratio, [], beside(ratio.weight));
    putJumps(NO_RATIO, null, jumping, ({ commonness: own }) => beside(own));
    for (const ratio of near) putJumps(ratio, null, jumping, ({ commonness: own }) => pair(ratio.weight, own));
    for (const [place, ways] of still.entries())
      for (const one of ways) {
        const own = one.cause.commonness;
        put(NO_RATIO, [one], beside(own));
        for (const ratio of near) put(ratio, [atRatio(one, ratio)], pair(ratio.weight, own));
        if (entry) continue;
        putJumps(NO_RATIO, one, jumping, ({ commonness: more }) => pair(own, more));
        for (const more of still.slice(place + 1))
          for (const other of more)
            if (other.cause.place !== one.cause.place) put(NO_RATIO, [one, other], pair(own, other.cause.commonness));
      }
  }
}

const ELSE_CAUSE: Cause = {
  id: 'else',
  place: 'else',
  commonness: ELSE,
  sentence: '',
  remedy: '',
  ways: [],
};

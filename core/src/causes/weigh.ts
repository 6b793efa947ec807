import type { RatioFault } from '../diagnosis/index.js';
import type { Bearings } from './bearings.js';
import type { Cause, Effect, Way } from './cause.js';
import { cholesky, dot, forward, halfLogDeterminant, logSum } from './gaussian.js';
import { designed, Ground } from './ground.js';
import { causesOf } from './kinds/registry.js';
import type { Row } from './row.js';

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
/** A cycle is told from scatter where it is worth so much; the variance of a step in units of its own. */
const TOLD_APART = 16;
/** Rounds in which lost cycles are looked for. */
const ROUNDS = 60;
const MOST_CYCLES = 1e5;
/** How often cycles are lost for all one knows while they are looked for. */
const LOOKED_FOR = 0.03;

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

/** Rows one after the other in one check, as something that wanders goes through them. */
interface Step {
  readonly row: Row;
  readonly before: Row | null;
  /** Places of all rows from there on. */
  readonly from: readonly number[];
}

function stepsOf(rows: readonly Row[]): readonly Step[] {
  return rows.flatMap((row, place): readonly Step[] => {
    if (row.of === 'push') return [];
    const isSame = (other: Row): boolean => other.check === row.check && other.of === row.of;
    const before = rows.slice(0, place).filter(isSame).at(-1) ?? null;
    const from = rows.flatMap((other, at) => (at >= place && isSame(other) ? [at] : []));
    return row.moves > (before?.moves ?? 0) ? [{ row, before, from }] : [];
  });
}

/** A vector among those of a scene, so many times. */
type Part = readonly [vector: number, times: number];

/** A way made ready for one scatter. */
interface Prepared {
  readonly cause: Cause;
  readonly way: Way;
  readonly log: number;
  /** By which it is known from others of its cause. */
  readonly mark: string;
  readonly mean: number | null;
  readonly columns: readonly Part[];
}

/** An effect of something that turns farther than it is told. */
export const turnedBy =
  (effect: Effect, turned: number): Effect =>
  (row) =>
    effect(turned === 1 ? row : { ...row, expected: row.expected * turned });

/** What differs in two vectors differs in this, but by chance of one in a million. */
const markOf = (vector: Float64Array): string =>
  vector.reduce((sum, value, place) => sum + value * (1 + ((place * 0.6180339887) % 1)), 0).toPrecision(7);

/** Ways that do the same to what was read are one. */
function merged(ways: readonly Prepared[]): readonly Prepared[] {
  const found = new Map<string, Prepared>();
  for (const way of ways) {
    const known = way.way.jumps ? undefined : found.get(way.mark);
    found.set(
      way.way.jumps ? `${found.size}` : way.mark,
      known ? { ...known, log: Math.log(Math.exp(known.log) + Math.exp(way.log)) } : way,
    );
  }
  return [...found.values()];
}

/** Everything that is reckoned with for one scatter of the machine, of which only products are needed. */
class Scene {
  private readonly ground: Ground;
  private readonly vectors: Float64Array[] = [];
  /** Of each with each, row by row. */
  private products = new Float64Array(0);
  private size = 0;
  readonly left: number;
  readonly travel: number;
  readonly shaft: number;
  readonly always: readonly { readonly vector: number; readonly isProportional: boolean }[];
  /** One from a step on, and one cycle from a step on. */
  private readonly units: readonly number[];
  readonly cycles: readonly Part[];

  constructor(
    readonly rows: readonly Row[],
    readonly steps: readonly Step[],
    bearings: Bearings,
    readonly scatter: number,
  ) {
    this.ground = new Ground(rows, bearings, scatter);
    this.left = this.kept(this.ground.left);
    this.travel = this.kept(this.ground.effect(({ of, expected }) => (of === 'travel' ? expected : 0)));
    this.shaft = this.kept(this.ground.effect(({ of, expected }) => (of === 'shaft' ? expected : 0)));
    this.always = this.ground.always.map(({ column, isProportional }) => ({
      vector: this.kept(column),
      isProportional,
    }));
    this.units = steps.map(({ from }) => this.kept(this.from(from)));
    this.cycles = steps.map(({ row }, place) => [
      this.units[place] as number,
      row.of === 'shaft' ? bearings.cycleAngle : bearings.cycle,
    ]);
  }

  get common(): number {
    return this.ground.common;
  }

  private kept(vector: Float64Array): number {
    return this.vectors.push(vector) - 1;
  }

  private from(places: readonly number[]): Float64Array {
    const values = new Float64Array(this.rows.length);
    for (const place of places) values[place] = 1;
    return this.ground.whitened(values);
  }

  private wandering(wander: NonNullable<Way['wander']>): readonly Part[] {
    return this.steps.flatMap(({ row, before }, place): readonly Part[] => {
      const variance = wander(row, before);
      return variance > 0 ? [[this.units[place] as number, Math.sqrt(variance)]] : [];
    });
  }

  /** @param turned how many times as far as it is told the shaft turns */
  prepared(cause: Cause, way: Way, share: number, turned = 1): Prepared {
    const effects = (way.spread ?? []).map((effect) => this.ground.effect(turnedBy(effect, turned)));
    const mean = way.mean ? this.ground.effect(way.mean) : null;
    const wandering = way.wander ? this.wandering(way.wander) : [];
    const mark =
      [...(mean ? [mean] : []), ...effects].map((vector) => markOf(vector)).join(' ') +
      wandering.map(([, by]) => by.toPrecision(6)).join(' ');
    const spread = effects.filter((column) => dot(column, column) > 0).map((column): Part => [this.kept(column), 1]);
    return {
      cause,
      way,
      log: Math.log(share),
      mark,
      mean: mean && this.kept(mean),
      columns: [...spread, ...wandering],
    };
  }

  /** Once everything is prepared, only products are asked for. */
  close(): void {
    const { vectors } = this;
    this.size = vectors.length;
    this.products = new Float64Array(this.size ** 2);
    for (let a = 0; a < this.size; a += 1)
      for (let b = 0; b <= a; b += 1) {
        const product = dot(vectors[a] as Float64Array, vectors[b] as Float64Array);
        this.products[a * this.size + b] = product;
        this.products[b * this.size + a] = product;
      }
  }

  product(a: number, b: number): number {
    return this.products[a * this.size + b] as number;
  }

  /** A vector against a sum of others. */
  against(vector: number, parts: readonly Part[]): number {
    const from = vector * this.size;
    let sum = 0;
    for (const part of parts) sum += part[1] * (this.products[from + part[0]] as number);
    return sum;
  }

  square(parts: readonly Part[]): number {
    return parts.reduce((sum, [vector, times]) => sum + times * this.against(vector, parts), 0);
  }
}

/** Columns of which each is there by a normal deviate of size one. */
class Spread {
  private readonly inner: readonly Float64Array[];
  private readonly half: number;

  constructor(
    private readonly scene: Scene,
    private readonly columns: readonly Part[],
  ) {
    const size = columns.length;
    const matrix: Float64Array[] = [];
    for (let row = 0; row < size; row += 1) {
      const [one, of] = [columns[row] as Part, new Float64Array(size)];
      for (let column = 0; column <= row; column += 1) {
        const other = columns[column] as Part;
        of[column] = one[1] * other[1] * scene.product(one[0], other[0]);
      }
      of[row] = (of[row] as number) + 1;
      matrix.push(of);
    }
    this.inner = cholesky(matrix);
    this.half = halfLogDeterminant(this.inner);
  }

  /** What the columns take up of something. */
  taken(parts: readonly Part[]): Float64Array {
    return forward(
      this.inner,
      Float64Array.from(this.columns, ([column, times]) => times * this.scene.against(column, parts)),
    );
  }

  /** Logarithm of how likely the readings are, but for what all have in common. @param square of what is left */
  logOf(square: number): number {
    return -this.half - square / 2;
  }

  logLikelihood(left: readonly Part[]): number {
    const taken = this.taken(left);
    return this.logOf(this.scene.square(left) - dot(taken, taken));
  }
}

/** Chance that a step has lost so many cycles. */
const logOfCycles = (count: number, rate: number): number => {
  const none = Math.exp(-rate);
  // Few are likelier than many, but once out of step it may stay so for the rest of its way.
  const size = Math.abs(count);
  return count === 0 ? -rate : Math.log(Math.max(1e-300, 1 - none)) - Math.log(2 * size * (size + 1));
};

/** Lost cycles that were looked for, and the square of what they leave. */
interface FoundCycles {
  readonly counts: readonly number[];
  readonly square: number;
}

/**
 * Whole cycles that explain what is left: from a first guess on, the most telling change first.
 * @param guess cycles at each step, as one reads them off the readings
 * @returns null where scatter is not small against a cycle: chance passes for cycles too often then
 */
function cyclesIn(scene: Scene, spread: Spread, left: readonly Part[], guess: readonly number[]): FoundCycles | null {
  const { cycles, steps } = scene;
  const taken = cycles.map((cycle) => spread.taken([cycle]));
  const ofLeft = spread.taken(left);
  const between = cycles.map((one, a) =>
    Float64Array.from(cycles, (other, b) =>
      b > a ? 0 : one[1] * scene.against(one[0], [other]) - dot(taken[a] as Float64Array, taken[b] as Float64Array),
    ),
  );
  between.forEach((row, a) => {
    for (let b = a + 1; b < between.length; b += 1) row[b] = between[b]?.[a] as number;
  });
  const worth = between.map((row, place) => row[place] as number);
  const sorted = [...worth].sort((a, b) => a - b);
  if ((sorted[Math.floor(sorted.length / 2)] ?? 0) < TOLD_APART) return null;
  const along = cycles.map(
    ([unit, size], place) => size * scene.against(unit, left) - dot(taken[place] as Float64Array, ofLeft),
  );
  const begins = scene.square(left) - dot(ofLeft, ofLeft);
  const rates = steps.map(({ row, before }) => LOOKED_FOR * (row.moves - (before?.moves ?? 0)));
  const ends = [cycles.map(() => 0), guess].map((start) => {
    const counts = [...start];
    const pull = along.map(
      (value, place) =>
        value - counts.reduce((sum, count, other) => sum + count * (between[place]?.[other] as number), 0),
    );
    let square = counts.reduce(
      (sum, count, place) => sum - count * ((along[place] as number) + (pull[place] as number)),
      begins,
    );
    for (let round = 0; round < ROUNDS; round += 1) {
      let [most, at, by] = [1e-6, -1, 0];
      for (let place = 0; place < cycles.length; place += 1) {
        const [value, now] = [worth[place] as number, counts[place] as number];
        const wanted =
          Math.max(-MOST_CYCLES, Math.min(MOST_CYCLES, now + Math.round((pull[place] as number) / value))) - now;
        if (wanted === 0) continue;
        const rate = rates[place] as number;
        const gain =
          wanted * (pull[place] as number) -
          (wanted * wanted * value) / 2 +
          logOfCycles(now + wanted, rate) -
          logOfCycles(now, rate);
        if (gain > most) [most, at, by] = [gain, place, wanted];
      }
      if (at < 0) break;
      counts[at] = (counts[at] as number) + by;
      square += by * by * (worth[at] as number) - 2 * by * (pull[at] as number);
      const row = between[at] as Float64Array;
      for (let place = 0; place < cycles.length; place += 1)
        pull[place] = (pull[place] as number) - by * (row[place] as number);
    }
    const log = counts.reduce((sum, count, place) => sum + logOfCycles(count, rates[place] as number), -square / 2);
    return { counts, square, log };
  });
  return ends.reduce((best, end) => (end.log > best.log ? end : best));
}

/** Once it has fallen out of step it rests anywhere within its friction: so much of a cycle. */
const RESTS_WITHIN = 0.04;

/** How well lost cycles fit, by the place at which a rotor comes to rest after each. */
function fitOf(
  scene: Scene,
  spread: Spread,
  columns: readonly Part[],
  left: readonly Part[],
  { counts, square }: FoundCycles,
): number {
  const jumped = scene.cycles.filter((_, place) => counts[place] !== 0);
  if (jumped.length === 0) return spread.logOf(square);
  const rests = jumped.map(([unit, size]): Part => [unit, RESTS_WITHIN * size]);
  const lost = scene.cycles.map(([unit, size], place): Part => [unit, -size * (counts[place] as number)]);
  return new Spread(scene, [...columns, ...rests]).logLikelihood([...left, ...lost]);
}

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

/** How much farther the carriage goes than it was sent, with ratios that are wrong. */
export const travelFactor = (faults: readonly RatioFault[]): number =>
  faults.reduce((product, { factor }) => product * factor, 1);
/** How much farther the motor's own shaft turns: what is wrong behind it leaves it alone. */
export const shaftFactor = (faults: readonly RatioFault[]): number =>
  travelFactor(faults.filter(({ side }) => side === 'motor' || side === 'setting'));

function ratioOf(faults: readonly RatioFault[], weight: number): WeighedRatio {
  return {
    ratios: faults,
    weight,
    travel: travelFactor(faults),
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
  const digits = rows.filter(({ of }) => of === 'travel').map(({ digit }) => digit);
  const digit = digits.length > 0 ? Math.min(...digits) : USUAL_DIGIT[bearings.isTurning ? 'rotary' : 'linear'];
  const causes = causesOf(bearings);
  const elses = elseWays(bearings);
  const commonness = faults.reduce((sum, fault) => sum + fault.commonness, 0);
  const weightOf = (fault: RatioFault): number => (RATIOS * fault.commonness) / commonness;
  const single = RATIOS + causes.reduce((sum, cause) => sum + cause.commonness, 0);
  const pair = (one: number, other: number): number => (PAIRS * one * other) / single;
  const scale = scaleOf(rows);
  const apart = (factor: number): number => (scale !== null && scale > 0 ? Math.abs(Math.log(scale / factor)) : 0);
  const steps = stepsOf(rows);
  const own = designed(bearings);
  const singles = faults.map((fault) => ratioOf([fault], weightOf(fault)));
  const near = singles.filter(({ travel }) => apart(travel) < NEAR);
  const twos = faults.flatMap((one, a) =>
    faults.slice(a + 1).flatMap((other) => {
      const both = ratioOf([one, other], pair(weightOf(one), weightOf(other)));
      return one.place !== other.place && apart(both.travel) < NEAR_TWO && Math.abs(both.travel - 1) > 1e-9
        ? [both]
        : [];
    }),
  );
  const scales = new Scales();

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
    const prepared = causes.map((cause) => {
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
    const others = elses.map((way) => scene.prepared(ELSE_CAUSE, way, way.share / elsewhere));
    scene.close();
    const common = scene.common + Math.log(share);
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
        hypothesisOf(ratio.ratios, isElse ? [] : parts.map(({ cause }) => cause), isElse),
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
          hypothesisOf(ratio.ratios, [...(other ? [other.cause] : []), cause]),
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
    put(NO_RATIO, [], NOTHING);
    for (const part of others) put(NO_RATIO, [part], ELSE, true);
    for (const ratio of [...singles, ...twos]) put(ratio, [], ratio.weight);
    putJumps(NO_RATIO, null, jumping, ({ commonness: own }) => own);
    for (const ratio of near) putJumps(ratio, null, jumping, ({ commonness: own }) => pair(ratio.weight, own));
    for (const [place, ways] of still.entries())
      for (const one of ways) {
        const own = one.cause.commonness;
        put(NO_RATIO, [one], own);
        for (const ratio of near) put(ratio, [atRatio(one, ratio)], pair(ratio.weight, own));
        putJumps(NO_RATIO, one, jumping, ({ commonness: more }) => pair(own, more));
        for (const more of still.slice(place + 1))
          for (const other of more)
            if (other.cause.place !== one.cause.place) put(NO_RATIO, [one, other], pair(own, other.cause.commonness));
      }
  }
  return scales.weighed();
}

const ELSE_CAUSE: Cause = {
  id: 'else',
  place: 'else',
  commonness: ELSE,
  sentence: '',
  remedy: '',
  ways: [],
};

/** Cycles that are missing at each row, all that were lost before it in its check. */
function jumpsByRow(rows: readonly Row[], steps: readonly Step[], counts: readonly number[]): readonly number[] {
  const sums = rows.map(() => 0);
  for (const [place, step] of steps.entries())
    for (const at of step.from) sums[at] = (sums[at] as number) + (counts[place] as number);
  return sums;
}

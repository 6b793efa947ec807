import type { Bearings } from './bearings.js';
import { turnedBy, type Cause, type Way } from './cause.js';
import { cholesky, dot, forward, halfLogDeterminant } from './gaussian.js';
import { Ground } from './ground.js';
import type { Row } from './row.js';

/** Rows one after the other in one check, as something that wanders goes through them. */
export interface Step {
  readonly row: Row;
  readonly before: Row | null;
  /** Places of all rows from there on. */
  readonly from: readonly number[];
}

export function stepsOf(rows: readonly Row[]): readonly Step[] {
  return rows.flatMap((row, place): readonly Step[] => {
    if (row.of === 'push') return [];
    const isSame = (other: Row): boolean => other.check === row.check && other.of === row.of;
    const before = rows.slice(0, place).filter(isSame).at(-1) ?? null;
    const from = rows.flatMap((other, at) => (at >= place && isSame(other) ? [at] : []));
    return row.moves > (before?.moves ?? 0) ? [{ row, before, from }] : [];
  });
}

/** A vector among those of a scene, so many times. */
export type Part = readonly [vector: number, times: number];

/** A way made ready for one scatter. */
export interface Prepared {
  readonly cause: Cause;
  readonly way: Way;
  readonly log: number;
  /** By which it is known from others of its cause. */
  readonly mark: string;
  readonly mean: number | null;
  readonly columns: readonly Part[];
}

/** What differs in two vectors differs in this, but by chance of one in a million. */
const markOf = (vector: Float64Array): string =>
  vector.reduce((sum, value, place) => sum + value * (1 + ((place * 0.6180339887) % 1)), 0).toPrecision(7);

/** Ways that do the same to what was read are one. */
export function merged(ways: readonly Prepared[]): readonly Prepared[] {
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
export class Scene {
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
export class Spread {
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

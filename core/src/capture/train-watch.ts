import { type CaptureHead, type Level, UNKNOWN } from './capture.js';
import { GrowingRow } from './growing.js';
import { JitterGauge, type Jitter } from './jitter.js';
import { MoveGauge, type CapturedMove } from './moves.js';
import { RateBins } from './rate-bins.js';
import { Regularity, type Irregular } from './regularity.js';

/** What is watched: two lines of a capture, and what the driver needs of them [s]; null: nobody said. */
export interface Watched {
  /** Channel of the step line. */
  readonly step: number;
  /** Of the direction line; null: all pulses count forward. */
  readonly direction: number | null;
  /** The edge that counts. */
  readonly edge: 'rising' | 'falling';
  /** Level of the direction line that is forward. */
  readonly forward: 0 | 1;
  readonly needs: TrainNeeds;
}

export interface TrainNeeds {
  readonly high: number | null;
  readonly low: number | null;
  /** Direction before a step, and after it. */
  readonly ahead: number | null;
  readonly after: number | null;
}

/** The least of something, where it was, and how often it was less than needed. */
export interface Least {
  /** [s] */
  readonly value: number;
  /** [s] on the clock of the capture. */
  readonly at: number;
  readonly tooShort: number;
}

/** What a capture tells of a step line; seconds, pulses a second. */
export interface TrainReport {
  readonly forward: number;
  readonly backward: number;
  /** Pulses while the direction line was unknown. */
  readonly unsure: number;
  /** forward − backward. */
  readonly net: number;
  readonly start: number;
  readonly end: number;
  readonly high: Least | null;
  readonly low: Least | null;
  readonly period: Least | null;
  /** How long the direction stood before a step, and after the one before it. */
  readonly ahead: Least | null;
  readonly after: Least | null;
  /** Direction changes at the very instant of a step: which way that step goes nobody knows. */
  readonly atOnce: { readonly count: number; readonly first: number } | null;
  readonly missing: number;
  readonly doubled: number;
  readonly irregular: readonly Irregular[];
  readonly jitter: Jitter | null;
  readonly moves: readonly CapturedMove[];
  /** More moves than are listed. */
  readonly moreMoves: number;
  readonly rates: readonly (readonly [number, number])[];
  /** Times of the pulses [s]; those beyond the limit are counted but not kept. */
  readonly pulses: Float64Array;
}

/** Pulses whose times are kept: 32 MB. */
const PULSES_KEPT = 4_000_000;
const MOVES_KEPT = 500;
/** A wait so many times as long as the one before it, and at least so long [s], ends a move. */
const PAUSE_TIMES = 8;
const PAUSE_LEAST = 0.02;

class LeastGauge {
  private value = Infinity;
  private at = 0;
  private tooShort = 0;

  constructor(private readonly needed: number) {}

  see(value: number, at: number): void {
    if (value < this.value) {
      this.value = value;
      this.at = at;
    }
    if (value < this.needed) this.tooShort += 1;
  }

  found(tick: number): Least | null {
    return Number.isFinite(this.value)
      ? { value: this.value * tick, at: this.at * tick, tooShort: this.tooShort }
      : null;
  }
}

/**
 * Watches a step line and its direction line as a capture is read: what is kept does not grow with it but for the
 * times of the pulses, up to a limit. The level that a line has at first, and the one after it was unknown, are no
 * edges; changes of one instant are judged together, whatever their order in the file.
 */
export class TrainWatch {
  private readonly tick: number;
  private readonly high: LeastGauge;
  private readonly low: LeastGauge;
  private readonly period = new LeastGauge(0);
  private readonly ahead: LeastGauge;
  private readonly after: LeastGauge;
  private readonly regularity = new Regularity();
  private readonly jitter = new JitterGauge();
  private readonly bins: RateBins;
  private readonly moves: CapturedMove[] = [];
  private readonly kept = new GrowingRow(PULSES_KEPT);
  private readonly pauseLeast: number;
  private readonly active: Level;
  private moreMoves = 0;
  private move: MoveGauge | null = null;
  private lastWait = 0;

  private stepLevel: Level = UNKNOWN;
  private directionLevel: Level = UNKNOWN;
  /** Changes of this instant that are not judged yet. */
  private now = -1;
  private edges = 0;
  private backEdges = 0;
  private isTurned = false;

  private edgeAt = NaN;
  private backEdgeAt = NaN;
  private turnedAt = NaN;
  private start = NaN;
  private forward = 0;
  private backward = 0;
  private unsure = 0;
  private atOnce = 0;
  private firstAtOnce = 0;

  constructor(
    private readonly head: CaptureHead,
    private readonly watched: Watched,
  ) {
    const { tick } = head;
    const { needs } = watched;
    // Half a billionth of a tick: times of a table come from decimal numbers.
    const ticks = (seconds: number | null): number => (seconds === null ? 0 : (seconds / tick) * (1 - 1e-9));
    const isRising = watched.edge === 'rising';
    this.tick = tick;
    this.high = new LeastGauge(ticks(isRising ? needs.high : needs.low));
    this.low = new LeastGauge(ticks(isRising ? needs.low : needs.high));
    this.ahead = new LeastGauge(ticks(needs.ahead));
    this.after = new LeastGauge(ticks(needs.after));
    this.pauseLeast = PAUSE_LEAST / tick;
    this.bins = new RateBins(Math.max(1e-6 / tick, Number.MIN_VALUE));
    this.active = isRising ? 1 : 0;
  }

  change(time: number, channel: number, level: Level): void {
    const { step, direction } = this.watched;
    if (channel === step) {
      if (time !== this.now) this.settle(time);
      if (this.head.isEdgeList) {
        this.edges += 1;
        return;
      }
      const was = this.stepLevel;
      if (level === was) return;
      this.stepLevel = level;
      if (was === UNKNOWN || level === UNKNOWN) return;
      if (level === this.active) this.edges += 1;
      else this.backEdges += 1;
    } else if (channel === direction) {
      if (time !== this.now) this.settle(time);
      const was = this.directionLevel;
      if (level === was) return;
      this.directionLevel = level;
      // What it was before is not known where it was unknown: that is no change of direction.
      if (was !== UNKNOWN) this.isTurned = true;
    }
  }

  /** Judges the changes of the instant before, and begins the next. */
  private settle(next: number): void {
    const at = this.now;
    if (this.isTurned) {
      if (!Number.isNaN(this.edgeAt) && this.edges === 0) this.after.see(at - this.edgeAt, at);
      this.turnedAt = at;
    }
    if (this.edges > 0) this.judgeEdges(at);
    if (this.backEdges > 0) {
      if (!Number.isNaN(this.edgeAt)) this.high.see(at - this.edgeAt, at);
      this.backEdgeAt = at;
    }
    this.now = next;
    this.edges = 0;
    this.backEdges = 0;
    this.isTurned = false;
  }

  private judgeEdges(at: number): void {
    if (this.isTurned) {
      if (this.atOnce === 0) this.firstAtOnce = at;
      this.atOnce += 1;
    }
    if (!Number.isNaN(this.turnedAt)) {
      this.ahead.see(at - this.turnedAt, at);
      // Later steps of the same direction tell nothing more of it.
      this.turnedAt = NaN;
    }
    if (!Number.isNaN(this.backEdgeAt)) this.low.see(at - this.backEdgeAt, at);
    for (let count = 0; count < this.edges; count += 1) this.pulse(at);
  }

  private pulse(at: number): void {
    const { direction, forward } = this.watched;
    const isForward = direction === null || this.directionLevel === forward;
    const net = this.forward - this.backward;
    if (direction !== null && this.directionLevel === UNKNOWN) this.unsure += 1;
    else if (isForward) this.forward += 1;
    else this.backward += 1;
    if (Number.isNaN(this.start)) this.start = at;
    else this.period.see(at - this.edgeAt, at);
    this.bins.add(at, isForward);
    this.kept.push(at);
    const wait = at - this.edgeAt;
    const isPaused = wait > this.pauseLeast && this.lastWait > 0 && wait > PAUSE_TIMES * this.lastWait;
    if (this.move?.isForward === isForward && !isPaused) {
      this.move.pulse(at);
      this.regularity.wait(wait, this.edgeAt);
      this.jitter.wait(wait);
      this.lastWait = wait;
    } else {
      this.endMove(net);
      this.move = new MoveGauge(at, isForward);
      this.lastWait = 0;
    }
    this.edgeAt = at;
  }

  /** @param net position after it [steps] */
  private endMove(net: number): void {
    this.regularity.pause();
    this.jitter.pause();
    if (!this.move) return;
    if (this.moves.length < MOVES_KEPT) this.moves.push(this.move.over(net));
    else this.moreMoves += 1;
    this.move = null;
  }

  /** @returns null where the step line has no pulse */
  end(): TrainReport | null {
    this.settle(Infinity);
    this.endMove(this.forward - this.backward);
    if (Number.isNaN(this.start)) return null;
    const { tick } = this;
    const inSeconds = (move: CapturedMove): CapturedMove => ({
      ...move,
      start: move.start * tick,
      end: move.end * tick,
      topRate: move.topRate / tick,
      acceleration: move.acceleration === null ? null : move.acceleration / tick ** 2,
    });
    const jitter = this.jitter.found();
    const [high, low] = [this.high.found(tick), this.low.found(tick)];
    const isRising = this.watched.edge === 'rising';
    return {
      forward: this.forward,
      backward: this.backward,
      unsure: this.unsure,
      net: this.forward - this.backward,
      start: this.start * tick,
      end: this.edgeAt * tick,
      high: isRising ? high : low,
      low: isRising ? low : high,
      period: this.period.found(tick),
      ahead: this.ahead.found(tick),
      after: this.after.found(tick),
      atOnce: this.atOnce === 0 ? null : { count: this.atOnce, first: this.firstAtOnce * tick },
      missing: this.regularity.missing,
      doubled: this.regularity.doubled,
      irregular: this.regularity.places.map((place) => ({ ...place, time: place.time * tick })),
      jitter: jitter && { ...jitter, periodRms: jitter.periodRms * tick, edgeRms: jitter.edgeRms * tick },
      moves: this.moves.map(inSeconds),
      moreMoves: this.moreMoves,
      rates: this.bins.rates(tick),
      pulses: this.kept.values.map((time) => time * tick),
    };
  }
}

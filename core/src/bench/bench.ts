import { PASSES_KEPT, TURNS_KEPT } from '../line-port/index.js';
import { seeded } from '../statistics/index.js';
import { BenchAxis } from './axis.js';
import { Bus } from './bus.js';
import { Meters } from './instruments.js';
import { probe, type Probed } from './meter.js';
import { TICK } from './shaft.js';
import { Spindle, type Groove } from './spindle.js';
import type { Truth } from './truth.js';

/** What tells the bench where its axes have to be: the controller. */
export interface Commander {
  /** Time goes on by a tick; pulses of each axis at its end are asked for behind it. */
  tick(): void;
  readonly pulses: readonly number[];
}

/** What can be seen of an axis by standing beside it. */
export interface AxisSight {
  readonly letter: string;
  /** Where its carriage is, from the place of the switch. */
  readonly place: number;
  /** Where the pulses that were sent would have it. */
  readonly commanded: number;
  /** Full steps that it is behind for good. */
  readonly lost: number;
  readonly isDriving: boolean;
  readonly isTrembling: boolean;
}

/** A pass that is being cut. */
interface Cutting {
  readonly axis: BenchAxis;
  readonly begins: number;
  readonly marks: number[];
  /** Whole turns of the work so far; null before its index. */
  turn: number | null;
}

/** Temperatures go on by so much at a time [s], a small part of what a driver takes to warm. */
const PASSES_BY = 1;
/** Slower than that, and standing where it was told: it is still [rad/s]. */
const TREMBLES = 1;
/** So long an eye holds on to what moved [s]: what swings to and fro stands for a moment at each end. */
const HELD_ON = 0.2;

/**
 * The rig: motors, drivers, mechanics, supply, switches and instruments of a machine in the time domain. It repeats
 * itself for the same truth, seed and commands, however it is paced.
 */
export class Bench {
  readonly axes: readonly BenchAxis[];
  readonly buses: readonly Bus[];
  readonly meters: Meters;
  /** Passes of threads that were cut, in their order. */
  readonly grooves: Groove[] = [];
  readonly spindle: Spindle | null;
  time = 0;
  commander: Commander | null = null;

  private cutting: Cutting | null = null;
  private readonly random: () => number;
  /** When each axis moved last. */
  private readonly moved: number[];

  constructor(
    readonly truth: Truth,
    seed: number,
  ) {
    const random = seeded(seed);
    this.axes = truth.axes.map((axis) => new BenchAxis(axis, truth.ambient, random));
    this.buses = truth.supplies.map((supply) => new Bus(supply));
    this.meters = new Meters(this, random);
    this.random = random;
    this.spindle = truth.spindle && new Spindle(truth.spindle, seed);
    this.moved = this.axes.map(() => -Infinity);
  }

  /** A pass of a thread is begun. @param by pulses that each axis goes */
  beginPass(by: readonly number[]): void {
    const ways = this.axes.map(({ truth: { perPulse } }, place) => Math.abs((by[place] ?? 0) * perPulse));
    const axis = this.axes[ways.indexOf(Math.max(...ways))];
    if (!axis || !this.spindle) return;
    this.spindle.slip();
    this.spindle.isCutting = true;
    this.cutting = { axis, begins: axis.plant.place, marks: [], turn: null };
  }

  /** The tool cuts, from the index on: at each whole turn of the work its groove has come so far. */
  cut(begun: number | null): void {
    const { cutting, spindle } = this;
    if (!cutting || !spindle || begun === null) return;
    const turn = Math.floor(Math.abs(spindle.turns));
    if (turn === cutting.turn) return;
    if (cutting.turn !== null && cutting.marks.length < TURNS_KEPT) cutting.marks.push(cutting.axis.plant.place);
    cutting.turn = turn;
  }

  /** The tool leaves the work. */
  endPass(): void {
    const { cutting, spindle } = this;
    if (spindle) spindle.isCutting = false;
    if (cutting && this.grooves.length < PASSES_KEPT)
      this.grooves.push({ begins: cutting.begins, marks: cutting.marks });
    this.cutting = null;
  }

  power(isOn: boolean): void {
    for (const bus of this.buses) bus.isOn = isOn;
  }

  /** A multimeter between two named points. */
  probe(from: string, to: string, what: 'volts' | 'ohms'): Probed {
    return probe(this, from, to, what, this.random);
  }

  isPowered(): boolean {
    return this.buses.some(({ isOn }) => isOn);
  }

  axis(letter: string): BenchAxis | null {
    return this.axes.find((item) => item.truth.letter === letter) ?? null;
  }

  busOf(axis: BenchAxis): Bus {
    return this.buses[axis.truth.supply] as Bus;
  }

  /** Goes on by so many ticks. */
  advance(ticks: number): void {
    const drawn = this.buses.map(() => 0);
    for (let index = 0; index < ticks; index += 1) {
      this.spindle?.tick(TICK);
      this.commander?.tick();
      this.time += TICK;
      drawn.fill(0);
      for (const [place, axis] of this.axes.entries()) {
        const bus = this.busOf(axis);
        const pulses = this.commander?.pulses[place] ?? 0;
        drawn[axis.truth.supply] =
          (drawn[axis.truth.supply] ?? 0) + axis.tick(pulses, bus.volts, bus.truth.nominal, this.time);
        if (Math.abs(axis.shaft.speed) > TREMBLES) this.moved[place] = this.time;
      }
      for (const [place, bus] of this.buses.entries()) bus.goOn(TICK, drawn[place] ?? 0);
    }
  }

  /** From now on what warms its axes is watched, see {@link pass}. */
  watchWarming(): void {
    for (const axis of this.axes) axis.watchWarming();
  }

  /**
   * Time in which it goes on as it did since it was watched, at once: only temperatures change by it. It ends before a
   * driver that switches itself off has to be simulated.
   * @param seconds as long at most @returns how much of it went by [s], and whose driver ended it
   */
  pass(seconds: number): { readonly passed: number; readonly tooHot: string | null } {
    for (let passed = 0; passed < seconds; passed += PASSES_BY) {
      const hot = this.axes.find(({ heat }) => heat.isTooHot);
      if (hot) return { passed, tooHot: hot.truth.letter };
      for (const axis of this.axes) axis.passWarming(PASSES_BY);
      this.time += PASSES_BY;
    }
    return { passed: seconds, tooHot: this.axes.find(({ heat }) => heat.isTooHot)?.truth.letter ?? null };
  }

  /** What is seen now. */
  sight(): readonly AxisSight[] {
    return this.axes.map((axis, index) => {
      const { truth, plant } = axis;
      const bus = this.busOf(axis);
      return {
        letter: truth.letter,
        place: plant.place,
        commanded: axis.commanded,
        lost: axis.lost,
        isDriving: axis.isDriving(bus.volts, bus.truth.nominal),
        isTrembling: this.time - (this.moved[index] ?? -Infinity) < HELD_ON,
      };
    });
  }
}

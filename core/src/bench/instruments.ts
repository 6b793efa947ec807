import { PUSHES, type Instrument } from '../line-port/index.js';
import { gauss } from '../statistics/index.js';
import type { BenchAxis } from './axis.js';
import type { Bus } from './bus.js';
import { MICROSCOPE, type Groove } from './spindle.js';
import type { TrueIndicator } from './truth.js';

/** What the instruments stand beside. */
export interface Looked {
  readonly grooves: readonly Groove[];
  readonly truth: { readonly indicator: TrueIndicator };
  busOf(axis: BenchAxis): Bus;
  isPowered(): boolean;
}

/** What an instrument shows: a number with its unit, or that it is beyond its range. */
export interface Shown {
  readonly value: number;
  readonly unit: string;
  readonly isBeyond: boolean;
}

const LEAST_ANGLE = (0.5 * Math.PI) / 180;
/** Lines of a rule, and of a ring on a turning axis. */
const RULE = { length: 0.5e-3, angle: (0.25 * Math.PI) / 180 } as const;
const FINE = { length: 1e-5, angle: (0.05 * Math.PI) / 180 } as const;
/** A hand on callipers repeats within so many digits. */
const FINE_NOISE = 0.7;
const CURRENT_DIGIT = 0.01;
const CURRENT_NOISE = 0.005;
const VOLTS_DIGIT = 0.01;
const VOLTS_NOISE = 0.01;
const DEGREE_DIGIT = 1;
/** A luggage scale pulls within so much. */
const SCALE_NOISE = 0.03;
const SCALE_DIGIT = 0.1;
/** Of a scale to 0.1 N on an arm of 100 mm. */
const TORQUE_DIGIT = 0.01;
/** A hand on a thermometer waits; it shows within so much. */
const DEGREE_NOISE = 0.5;

const to = (digit: number, value: number): number => digit * Math.round(value / digit);
const sideTwo = ({ plant, second }: BenchAxis): number => second?.place(plant.place) ?? plant.place;

/** Everything that looks at the truth: with its own range, digit, noise and error. */
export class Meters {
  /** Where the indicator was set to nothing, of each axis, and how its spindle hangs behind. */
  private readonly zeros = new Map<BenchAxis, { place: number; hangs: number }>();

  constructor(
    private readonly bench: Looked,
    private readonly random: () => number,
  ) {}

  private readonly readings: Readonly<Record<Instrument, (axis: BenchAxis) => Shown>> = {
    indicator: (axis) => this.indicator(axis),
    // Set to nothing where it stands.
    'indicator-zero': (axis) => {
      this.zeros.delete(axis);
      return this.indicator(axis);
    },
    rule: (axis) => this.rule(axis, axis.plant.place),
    // Callipers along the motion, or a finely divided ring round what turns.
    'fine-scale': (axis) => this.fine(axis, axis.plant.place),
    // Beside the second side of a gantry.
    'rule-second': (axis) => this.rule(axis, sideTwo(axis)),
    'fine-scale-second': (axis) => this.fine(axis, sideTwo(axis)),
    angle: (axis) =>
      this.shown(to(LEAST_ANGLE, axis.shaft.turns * 2 * Math.PI + 0.2 * LEAST_ANGLE * gauss(this.random)), 'rad'),
    ammeter: (axis) => this.shown(to(CURRENT_DIGIT, axis.shaft.current + CURRENT_NOISE * gauss(this.random)), 'A'),
    scale: (axis) => {
      const { sliding, weight } = axis.truth;
      const pull = (sliding + Math.abs(weight)) * (1 + SCALE_NOISE * gauss(this.random));
      return this.shown(to(SCALE_DIGIT, pull), axis.truth.isTurning ? 'N·m' : 'N');
    },
    // A scale on an arm of the motor’s shaft, until it gives: what it holds with, and what rubs.
    'torque-arm': (axis) => {
      const { shaft, truth } = axis;
      const detent = truth.motor.kind === 'stepper' ? truth.motor.setup.motor.detentTorque : 0;
      const torque = (axis.holdingTorque + shaft.friction + detent) * (1 + SCALE_NOISE * gauss(this.random));
      return this.shown(to(TORQUE_DIGIT, torque), 'N·m');
    },
    'push-light': (axis) => this.swing(axis, 'light'),
    'push-heavy': (axis) => this.swing(axis, 'heavy'),
    'motor-temperature': (axis) => this.shown(this.degrees(axis.heat.motor), '°C'),
    'driver-temperature': (axis) => this.shown(this.degrees(axis.heat.driver), '°C'),
    'supply-volts': (axis) =>
      this.shown(to(VOLTS_DIGIT, this.bench.busOf(axis).volts + VOLTS_NOISE * gauss(this.random)), 'V'),
    'supply-current': (axis) =>
      this.shown(to(CURRENT_DIGIT, this.bench.busOf(axis).given + CURRENT_NOISE * gauss(this.random)), 'A'),
  };

  read(axis: BenchAxis, instrument: Instrument): Shown {
    return this.readings[instrument](axis);
  }

  /** A bench microscope along the work; nothing of a pass that was not cut. */
  groove(pass: number): { readonly passes: number } & Groove {
    const { grooves } = this.bench;
    const { begins, marks } = grooves[pass] ?? { begins: 0, marks: [] };
    const { digit, noise } = MICROSCOPE;
    const seen = (place: number): number => to(digit, place + noise * gauss(this.random));
    return { passes: grooves.length, begins, marks: marks.map(seen) };
  }

  private rule({ truth: { isTurning } }: BenchAxis, place: number): Shown {
    const digit = isTurning ? RULE.angle : RULE.length;
    return this.shown(to(digit, place + 0.3 * digit * gauss(this.random)), isTurning ? 'rad' : 'm');
  }

  private fine({ truth: { isTurning } }: BenchAxis, place: number): Shown {
    const digit = isTurning ? FINE.angle : FINE.length;
    return this.shown(to(digit, place + FINE_NOISE * digit * gauss(this.random)), isTurning ? 'rad' : 'm');
  }

  private shown(value: number, unit: string): Shown {
    return { value, unit, isBeyond: false };
  }

  private degrees(value: number): number {
    return to(DEGREE_DIGIT, value + DEGREE_NOISE * gauss(this.random));
  }

  /** A dial against the carriage while a hand scale pushes it one way and the other: from end to end. */
  private swing({ plant, shaft, truth }: BenchAxis, push: keyof typeof PUSHES): Shown {
    const { digit, noise } = this.bench.truth.indicator;
    const way = plant.swing(PUSHES[push][truth.isTurning ? 'torque' : 'force'], shaft.turns);
    return this.shown(to(digit, way + Math.SQRT2 * noise * gauss(this.random)), truth.isTurning ? 'rad' : 'm');
  }

  /** A dial against the carriage, or over an arm on one that turns; the first look sets it to nothing. */
  private indicator(axis: BenchAxis): Shown {
    const { tilt, range, digit, noise, reversal } = this.bench.truth.indicator;
    const zero = this.zeros.get(axis) ?? { place: axis.plant.place, hangs: 0 };
    this.zeros.set(axis, zero);
    const gone = (axis.plant.place - zero.place) / Math.cos(tilt);
    // Its spindle follows with a little play of its own.
    zero.hangs = Math.max(gone - reversal / 2, Math.min(gone + reversal / 2, zero.hangs));
    const value = to(digit, zero.hangs + noise * gauss(this.random));
    return {
      value: Math.max(-range, Math.min(range, value)),
      unit: axis.truth.isTurning ? 'rad' : 'm',
      isBeyond: Math.abs(gone) > range,
    };
  }
}

import type { BrushedMotor } from './brushed.js';

/** A brushed motor as its speed loop meets it. SI. */
export interface LoopedMotor extends BrushedMotor {
  readonly inductance: number;
  /** Of rotor and load, at the shaft [kg·m²]. */
  readonly inertia: number;
  /** What brakes it besides its own [N·m]. */
  readonly load: number;
}

/** Gains of a loop that sets the voltage: V/(rad/s), and V/rad. */
export interface Gains {
  readonly proportional: number;
  readonly integral: number;
}

/** How quick a loop over a motor can be. */
export interface LoopLimits {
  /** R·J/K² and L/R [s]. */
  readonly mechanical: number;
  readonly electrical: number;
  /** Crossover [rad/s] at which it swings for good, and one that leaves 60° of phase. */
  readonly swings: number;
  readonly sound: number;
}

/** What a loop measures is old by a period and a half on the mean: held for one, reckoned in half of one. */
const DELAY_PERIODS = 1.5;
const HALVINGS = 100;

/**
 * A PI loop whose zero lies on the mechanical time constant leaves 1/(s·τ_c)·1/(1 + s·τ_e) and the delay of sampling:
 * 90° − atan(ω·τ_e) − ω·T_d of phase at the crossover ω = 1/τ_c (any textbook of control).
 */
export function loopLimits(motor: LoopedMotor, period: number): LoopLimits {
  const mechanical = (motor.resistance * motor.inertia) / motor.torqueConstant ** 2;
  const electrical = motor.inductance / motor.resistance;
  const delay = DELAY_PERIODS * period;
  const phase = (crossover: number): number => Math.PI / 2 - Math.atan(crossover * electrical) - crossover * delay;
  const crossoverAt = (left: number): number => {
    let [low, high] = [0, 1];
    while (phase(high) > left) high *= 2;
    for (let count = 0; count < HALVINGS; count += 1) {
      const middle = (low + high) / 2;
      if (phase(middle) > left) low = middle;
      else high = middle;
    }
    return high;
  };
  return { mechanical, electrical, swings: crossoverAt(0), sound: crossoverAt(Math.PI / 3) };
}

/** Gains that put the crossover there, with the zero on the mechanical time constant. */
export const gainsFor = (motor: LoopedMotor, crossover: number): Gains => {
  const mechanical = (motor.resistance * motor.inertia) / motor.torqueConstant ** 2;
  const proportional = motor.torqueConstant * mechanical * crossover;
  return { proportional, integral: proportional / mechanical };
};

/** What a loop did: speed at times. */
export interface LoopRun {
  readonly times: readonly number[];
  readonly speeds: readonly number[];
  readonly angle: number;
}

/** Pieces that the least of its time constants and its period are cut into. */
const PIECES = 8;

/**
 * A motor brought to a speed by its loop, stepped through in time: the coil's current, the shaft, friction that only
 * brakes, the supply's voltage as the most, and a loop that reads and sets once a period and does not wind up.
 */
export function runLoop(
  motor: LoopedMotor,
  gains: Gains,
  said: { readonly target: number; readonly period: number; readonly duration: number },
): LoopRun {
  const { resistance: R, inductance: L, torqueConstant: K, inertia: J } = motor;
  const brakes = motor.load + motor.noLoadCurrent * K;
  const piece = Math.min(said.period / PIECES, Math.max(L / R, said.period / 100) / PIECES);
  const perPeriod = Math.max(1, Math.round(said.period / piece));
  const step = said.period / perPeriod;
  let [current, speed, angle, sum, volts] = [0, 0, 0, 0, 0];
  const [times, speeds]: [number[], number[]] = [[], []];
  for (let period = 0; period * said.period < said.duration; period += 1) {
    const error = said.target - speed;
    const wanted = gains.proportional * error + gains.integral * (sum + error * said.period);
    const next = Math.max(-motor.voltage, Math.min(motor.voltage, wanted));
    if (next === wanted) sum += error * said.period;
    for (let count = 0; count < perPeriod; count += 1) {
      // The coil by its exact step, so that a quick one stays stable.
      const aim = (volts - K * speed) / R;
      current = aim + (current - aim) * Math.exp((-R / L) * step);
      const torque = K * current;
      const free = speed + (torque * step) / J;
      const held = (brakes * step) / J;
      speed = Math.abs(free) <= held ? 0 : free - Math.sign(free) * held;
      angle += speed * step;
    }
    // What was reckoned takes effect a period later.
    volts = next;
    times.push((period + 1) * said.period);
    speeds.push(speed);
  }
  return { times, speeds, angle };
}

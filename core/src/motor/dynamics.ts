import { pullOut, type MotorDrive } from './pull-out.js';
import { lastHolding } from './top-speed.js';

/** Standing and starting: standard derivations from the sinusoidal torque-angle curve T = T_hold·sin(p·θ). SI units. */

/** Natural frequency [Hz] of the rotor and what turns with it about a held step: √(p·T/J)/2π. */
export function naturalFrequency(teeth: number, holdingTorque: number, inertia: number): number {
  return Math.sqrt((teeth * holdingTorque) / inertia) / (2 * Math.PI);
}

/** Mechanical angle [rad] by which a load torque pushes the rotor off its step; null if no step holds it. */
export function loadAngle(load: number, holdingTorque: number, teeth: number): number | null {
  return load > holdingTorque ? null : Math.asin(load / holdingTorque) / teeth;
}

/** What the load does while the motor starts: friction only opposes, a hanging weight pulls all the time. */
export type LoadKind = 'friction' | 'standing';

/**
 * Greatest rate [full steps/s] at which the motor starts from standstill without a ramp, microstepped and its current
 * following: the energy ½Jω² the rotor has to gain while the field runs ahead must be less than what the torque curve
 * gives before it falls back a whole cycle. Without load this is 8·f0. Not for full stepping, nor for an abrupt stop.
 * @returns 0 if the load alone is too great
 */
export function startRate(teeth: number, holdingTorque: number, inertia: number, load: number, kind: LoadKind): number {
  if (load >= holdingTorque) return 0;
  const a = Math.asin(load / holdingTorque);
  const energy =
    kind === 'friction'
      ? (holdingTorque * (1 + Math.cos(a)) - load * (Math.PI - a)) / teeth
      : (2 * holdingTorque * Math.cos(a) - load * (Math.PI - 2 * a)) / teeth;
  if (energy <= 0) return 0;
  const speed = Math.sqrt((2 * energy) / inertia);
  return (speed * 4 * teeth) / (2 * Math.PI);
}

/**
 * The same with the torque that the volts really give at that rate: the greatest f with f ≤ startRate(T(f)). Both sides
 * are honest only for a microstepped motor that speeds on afterwards; full steps and an abrupt stop bear less.
 */
export function fedStartRate(
  drive: MotorDrive,
  holdingTorque: number,
  inertia: number,
  load: number,
  kind: LoadKind,
): number {
  const { teeth } = drive;
  const torqueAt = (rate: number): number =>
    Math.min(holdingTorque, pullOut(drive, (rate * 2 * Math.PI) / (4 * teeth)).torque);
  return lastHolding(
    (rate) => startRate(teeth, torqueAt(rate), inertia, load, kind) - rate,
    startRate(teeth, holdingTorque, inertia, load, kind),
  );
}

/** Microsteps to a full step up to which each of them still kicks the rotor (common practice, no source). */
const COARSE_MOST = 4;

/**
 * Rates [full steps/s] that shake the rotor at its natural frequency f0. Full steps: f0 and its half. Half and quarter
 * steps kick m times a full step, so at f0/m. Microsteps, by the current's errors: 4·f0 (offset of a phase), 2·f0
 * (unequal gain), f0 (detent torque).
 */
export function resonantRates(
  f0: number,
  microsteps: number,
): readonly { readonly rate: number; readonly cause: string }[] {
  return microsteps === 1
    ? [
        { rate: f0, cause: 'full steps' },
        { rate: f0 / 2, cause: 'every second swing' },
      ]
    : [
        ...(microsteps <= COARSE_MOST
          ? [
              {
                rate: f0 / microsteps,
                cause: microsteps === 2 ? 'half steps' : microsteps === 4 ? 'quarter steps' : `1/${microsteps} steps`,
              },
            ]
          : []),
        { rate: f0, cause: 'detent torque' },
        { rate: 2 * f0, cause: 'unequal phase currents' },
        { rate: 4 * f0, cause: 'offset of a phase current' },
      ];
}

/** How a full or half step energises the coils. */
export type StepMode = 'wave' | 'two-phase' | 'half';

/**
 * Static torque of each state of one electrical cycle, relative to one coil at its current: wave drive has one coil on,
 * two-phase-on both (√2), half step alternates (Acarnley, Stepping Motors, 4th ed., IET 2002, from memory).
 */
export function stateTorques(mode: StepMode): readonly number[] {
  if (mode === 'wave') return [1, 1, 1, 1];
  if (mode === 'two-phase') return [Math.SQRT2, Math.SQRT2, Math.SQRT2, Math.SQRT2];
  return [1, Math.SQRT2, 1, Math.SQRT2, 1, Math.SQRT2, 1, Math.SQRT2];
}

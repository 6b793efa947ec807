import { profileOf, type Limits } from '../motion/index.js';
import type { Reckoner } from '../reckoner/index.js';
import { usualDamper, type CommandPiece, type Setup } from '../simulation/index.js';
import type { AxisContext } from './axis-context.js';
import { motorDrive } from './curve.js';
import { axisField as field } from './fields.js';
import {
  accelerationInForce,
  brakingInForce,
  gravityLoad,
  loadAtMotor,
  pathEfficiency,
  totalInertia,
} from './load-figures.js';
import { travelPerMotorTurn } from './step-figures.js';

/** How a run differs from the design. */
export interface RigChoices {
  /** Full steps, the microsteps set, or a command without steps. */
  readonly stepping: 'full' | 'set' | 'smooth';
  readonly isDamped: boolean;
  /** With the load of the job, or only the motor with what it moves. */
  readonly isLoaded: boolean;
}

/**
 * The simulated motor of an axis from the figures in force, in SI. A detent torque that nobody has said is left out; a
 * unipolar array is run as a bridge on its half coils.
 * @returns null while motor, driver, voltage, mechanics, mass or load are not known, and for a brushed motor
 */
export function rigSetup(reckoner: Reckoner<AxisContext>, choices: RigChoices): Setup | null {
  const { axis } = reckoner.context;
  const drive = motorDrive(reckoner);
  const [inertia, load, weight, efficiency, travel] = [
    totalInertia,
    loadAtMotor,
    gravityLoad,
    pathEfficiency,
    travelPerMotorTurn,
  ].map((item) => reckoner.value(item));
  if (!drive || inertia == null || load == null || weight == null || efficiency == null || travel == null) return null;
  const isConstantVoltage = axis.driver.specification.type !== 'chopper';
  // Weight pulls all the time; whatever else loads the axis opposes its motion, losses included.
  const standing = (weight * travel) / (2 * Math.PI * axis.motor.count);
  const friction = Math.max(0, load - Math.abs(standing));
  const hold =
    drive.torqueConstant * (isConstantVoltage ? (Math.SQRT2 * drive.voltage) / drive.resistance : drive.current);
  return {
    motor: {
      torqueConstant: drive.torqueConstant,
      resistance: drive.resistance,
      inductance: drive.inductance,
      teeth: drive.teeth,
      detentTorque: reckoner.reading(field.detentTorque)?.value ?? 0,
    },
    load: {
      inertia,
      standing: choices.isLoaded ? standing : 0,
      friction: choices.isLoaded ? friction : 0,
      drag: 0,
      damper: choices.isDamped ? usualDamper(drive.teeth, hold, inertia) : null,
    },
    drive: {
      mode: isConstantVoltage ? 'voltage' : 'sine',
      voltage: drive.voltage,
      current: isConstantVoltage ? (Math.SQRT2 * drive.voltage) / drive.resistance : drive.current,
      microsteps: choices.stepping === 'full' ? 1 : choices.stepping === 'set' ? axis.driver.microsteps : 0,
    },
  };
}

/**
 * The move that the job asks for, as a command: the whole of it, but no longer at its top speed than a hold.
 * @param fullSteps of the motor in a unit of travel @param hold [s]
 * @returns null while travel, speed or acceleration are not known
 */
export function askedCommand(
  reckoner: Reckoner<AxisContext>,
  fullSteps: number,
  hold: number,
): readonly CommandPiece[] | null {
  const acceleration = reckoner.value(accelerationInForce);
  const [speed, travel, jerk] = [field.speed, field.travel, field.jerk].map(
    (item) => reckoner.reading(item)?.value ?? null,
  );
  if (acceleration === null || speed == null || travel == null) return null;
  return profileOf(travel, { speed, acceleration, jerk: jerk ?? null }).stretches.map((stretch) => ({
    duration: stretch.acceleration === 0 && stretch.jerk === 0 ? Math.min(hold, stretch.duration) : stretch.duration,
    rate: stretch.speed * fullSteps,
    acceleration: stretch.acceleration * fullSteps,
    jerk: stretch.jerk * fullSteps,
  }));
}

/** What a move of an axis may do by its job; null while speed or acceleration are not known. */
export function moveLimits(reckoner: Reckoner<AxisContext>): Limits | null {
  const [speed, acceleration] = [reckoner.reading(field.speed)?.value, reckoner.value(accelerationInForce)];
  if (speed === undefined || acceleration === null) return null;
  const jerk = reckoner.reading(field.jerk)?.value ?? null;
  // A move with a jerk limit has neither jumps nor a braking of its own.
  return jerk === null
    ? {
        speed,
        acceleration,
        jerk,
        braking: reckoner.value(brakingInForce),
        start: reckoner.reading(field.startJump)?.value ?? null,
      }
    : { speed, acceleration, jerk };
}

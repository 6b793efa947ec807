import { RESONANCE_WIDTH } from './limits.js';
import { brushedTorque, pullOut, resonantRates, SQUARE_WAVE_CREST, type MotorDrive } from '../motor/index.js';
import type { Reckoner } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { coilVoltage, pathResistance, rotorTeeth, torqueConstant, windingInductance } from './electric-figures.js';
import { axisField as field } from './fields.js';
import { loadAtMotor, pathEfficiency, torqueNeeded } from './load-figures.js';
import { whirlLimit } from './structure-figures.js';
import { bindingSpeed, speedMargin } from './speed-figures.js';
import { naturalFrequency, recommendedSpeed, startSpeed } from './end-figures.js';
import { stepsPerUnit, travelPerMotorTurn } from './step-figures.js';
import { limitInForce } from './torque-figures.js';

type C = AxisContext;

/** What stops more push, or more speed, at a speed. */
export type Binding = 'current' | 'volts' | 'pulses' | 'whirl';

/** Push at the carriage [N or N·m] and torque at one motor [N·m] at a speed of the carriage. */
export interface CurvePoint {
  readonly speed: number;
  readonly low: number;
  readonly high: number;
  readonly torqueLow: number;
  readonly torqueHigh: number;
  readonly binding: Binding;
}

export interface PushCurve {
  readonly points: readonly CurvePoint[];
  /** Push that the load alone, and load with acceleration, take at the carriage. */
  readonly steady: number | null;
  readonly needed: number | null;
  readonly speed: number | null;
  readonly margin: number | null;
  readonly recommended: number | null;
  /** Carriage speed where the volts begin to bind. */
  readonly bindsFrom: number;
  /** Start/stop speed without a ramp. */
  readonly start: number | null;
  readonly pulseLimit: number | null;
  readonly whirl: number | null;
  readonly resonances: readonly { readonly from: number; readonly to: number; readonly cause: string }[];
  /** From torque at one motor to push at the carriage. */
  readonly pushPerTorque: number;
  /** From carriage speed to full steps per second; null for a motor without steps. */
  readonly stepsPerSpeed: number | null;
}

const POINTS = 96;
/** Span shown beyond the highest speed of interest. */
const SPAN = 1.6;

/**
 * The motor with its drive as the closed form needs it; null while something about it is not known or it is brushed.
 */
export function motorDrive(reckoner: Reckoner<C>): MotorDrive | null {
  const { axis } = reckoner.context;
  if (axis.motor.specification.type === 'brushed') return null;
  const [K, R, L, p, V, I] = [
    torqueConstant,
    pathResistance,
    windingInductance,
    rotorTeeth,
    coilVoltage,
    limitInForce,
  ].map((item) => reckoner.value(item));
  if (K == null || R == null || L == null || p == null || V == null || I == null) return null;
  return {
    torqueConstant: K,
    resistance: R,
    inductance: L,
    teeth: p,
    voltage: V,
    current: axis.driver.specification.type === 'chopper' ? I : Infinity,
  };
}

/** Torque at one motor over its speed [rad/s], careful and hopeful; null while it cannot be reckoned. */
function torqueLaw(
  reckoner: Reckoner<C>,
): ((speed: number) => { low: number; high: number; isCurrent: boolean }) | null {
  if (reckoner.context.axis.motor.specification.type === 'brushed') {
    const [K, R, V, I] = [torqueConstant, pathResistance, coilVoltage, limitInForce].map((item) =>
      reckoner.value(item),
    );
    const idle = reckoner.reading(field.noLoadCurrent)?.value;
    if (K == null || R == null || V == null || I == null || idle === undefined) return null;
    const motor = { torqueConstant: K, resistance: R, voltage: V, currentLimit: I, noLoadCurrent: idle };
    return (speed) => {
      const torque = brushedTorque(motor, speed);
      return { low: torque, high: torque, isCurrent: V - K * speed >= R * I };
    };
  }
  const drive = motorDrive(reckoner);
  if (!drive) return null;
  return (speed) => {
    const low = pullOut(drive, speed);
    return {
      low: low.torque,
      high: pullOut({ ...drive, voltage: drive.voltage * SQUARE_WAVE_CREST }, speed).torque,
      isCurrent: low.bound === 'current',
    };
  };
}

/**
 * What an axis can push against what it needs, over the speeds that matter to it.
 * @returns null while motor, driver, voltage or mechanics are not known
 */
export function pushCurve(reckoner: Reckoner<C>): PushCurve | null {
  const torqueAt = torqueLaw(reckoner);
  const [travel, efficiency] = [reckoner.value(travelPerMotorTurn), reckoner.value(pathEfficiency)];
  const motors = reckoner.reading(field.motorCount)?.value ?? 1;
  if (!torqueAt || travel === null || efficiency === null) return null;
  const radius = travel / (2 * Math.PI);
  const pushPerTorque = (motors * efficiency) / radius;
  const value = (item: Parameters<typeof reckoner.value>[0]): number | null => reckoner.value(item);
  const speed = reckoner.reading(field.speed)?.value ?? null;
  const [recommended, bindsFrom, steps] = [value(recommendedSpeed), value(bindingSpeed) ?? 0, value(stepsPerUnit)];
  const pulseMost = reckoner.reading(field.pulseRateMost)?.value ?? null;
  const pulseLimit = pulseMost !== null && steps !== null ? pulseMost / steps : null;
  const hasScrew = reckoner.context.axis.transmission.specification.kind === 'screw';
  const whirl = hasScrew ? value(whirlLimit) : null;
  const end =
    SPAN *
      Math.max(
        speed ?? 0,
        Math.min(recommended ?? 0, 3 * (speed ?? Infinity)),
        Math.min(bindsFrom, 3 * (speed ?? Infinity)),
      ) ||
    2 * bindsFrom ||
    1;
  const points = Array.from({ length: POINTS + 1 }, (_, index): CurvePoint => {
    const at = (end * index) / POINTS;
    const { low, high, isCurrent } = torqueAt(at / radius);
    const binding =
      pulseLimit !== null && at > pulseLimit
        ? 'pulses'
        : whirl !== null && at > whirl
          ? 'whirl'
          : isCurrent
            ? 'current'
            : 'volts';
    return {
      speed: at,
      low: low * pushPerTorque,
      high: high * pushPerTorque,
      torqueLow: low,
      torqueHigh: high,
      binding,
    };
  });
  const toPush = (torque: number | null): number | null => (torque === null ? null : torque * pushPerTorque);
  const p = value(rotorTeeth);
  const stepsPerSpeed =
    p === null || reckoner.context.axis.motor.specification.type === 'brushed' ? null : (4 * p) / travel;
  const f0 = value(naturalFrequency);
  const resonances =
    f0 === null || stepsPerSpeed === null
      ? []
      : resonantRates(f0, reckoner.context.axis.driver.microsteps).map(({ rate, cause }) => ({
          from: (rate * (1 - RESONANCE_WIDTH)) / stepsPerSpeed,
          to: (rate * (1 + RESONANCE_WIDTH)) / stepsPerSpeed,
          cause,
        }));
  return {
    points,
    steady: toPush(value(loadAtMotor)),
    needed: toPush(value(torqueNeeded)),
    speed,
    margin: value(speedMargin),
    recommended,
    bindsFrom,
    start: value(startSpeed),
    pulseLimit,
    whirl,
    resonances,
    pushPerTorque,
    stepsPerSpeed,
  };
}

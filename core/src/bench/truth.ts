import {
  axisContext,
  axisField as field,
  backlashTotal,
  coilVoltage,
  driverHeat,
  gravityLoad,
  guideFriction,
  idleInForce,
  isBrushed,
  limitInForce,
  lineStiffness,
  pathEfficiency,
  pathResistance,
  rigSetup,
  stepsPerMotorTurn,
  stepsPerUnit,
  switchHeat,
  torqueConstant,
  totalInertia,
  travelPerMotorTurn,
  travelPerTurn,
  windingResistance,
  type AxisContext,
} from '../drive-line/index.js';
import type { Axis, Compensation, Machine } from '../machine/index.js';
import { machineKindOf } from '../machine-kinds/index.js';
import { Reckoner } from '../reckoner/index.js';
import { valueOf } from '../shape/index.js';
import type { CoilJoint, Setup } from '../simulation/index.js';
import { USUAL_SPINDLE, type TrueSpindle } from './spindle.js';

/** What turns the motor of an axis. */
export type TrueMotor =
  | { readonly kind: 'stepper'; readonly setup: Setup; readonly coils: CoilJoint }
  | {
      readonly kind: 'brushed';
      readonly torqueConstant: number;
      readonly resistance: number;
      readonly noLoadCurrent: number;
      readonly voltage: number;
      readonly currentLimit: number;
      /** All that turns with it [kg·m²], its friction and the weight that pulls [N·m]. */
      readonly inertia: number;
      readonly friction: number;
      readonly standing: number;
    };

/** How heat leaves a thing: kelvin for a watt, and joule for a kelvin. */
export interface HeatPath {
  readonly resistance: number;
  readonly capacity: number;
}

/** A switch on the travel, pressed below its place. */
export interface TrueSwitch {
  readonly at: number;
  /** It lets go so much further on. */
  readonly hysteresis: number;
  /** The controller sees it so much later [s]. */
  readonly latency: number;
  /** Deviation of the place where it closes. */
  readonly spread: number;
}

/** The other side of a gantry that two motors push, seen from the first. */
export interface TrueSide {
  /** Where it stands ahead of the first when the power comes on. */
  readonly ahead: number;
  /** Where its switch closes ahead of the first's; what is read of it is as with the first. */
  readonly switchAt: number;
  /** Share by which it goes farther for the same pulses. */
  readonly gains: number;
}

/**
 * One axis as it really is, SI: metres and newtons, or radians and newton metres for one that turns. Nothing of it is
 * ever shown or reckoned with; it is seen through instruments.
 */
export interface AxisTruth {
  readonly id: string;
  readonly letter: string;
  readonly isTurning: boolean;
  /** Which supply feeds it, by its place. */
  readonly supply: number;
  readonly motor: TrueMotor;
  /** Motors that push together; what is said of a motor is of each. */
  readonly motors: number;
  /** Pulses for a turn of the motor, with the jumpers as they really are. */
  readonly pulsesPerTurn: number;
  /** Share of the current that stays at rest. */
  readonly idleShare: number;
  /** An encoder alarms beyond this lag of the motor [rad]; null without one. */
  readonly following: number | null;
  /** Torque at the motor beyond which the pulley slips on its shaft [N·m]; null: it sits tight. */
  readonly slipTorque: number | null;
  readonly travelPerTurn: number;
  /** What the controller takes a pulse for, by the setting in force or else by the design; no fault changes that. */
  readonly perPulse: number;
  /** What the controller was given to take out besides, by the design. */
  readonly compensation: Compensation | null;
  /** Hard ends, from the place of the switch; null where it goes round and round. */
  readonly ends: readonly [number, number] | null;
  /** Where the carriage stands when the power comes on. */
  readonly standsAt: number;
  readonly home: TrueSwitch | null;
  /** Its second side; null where one motor pushes. */
  readonly second: TrueSide | null;
  readonly backlash: number;
  /** Share by which it goes too far. */
  readonly leadError: number;
  /** Comes back with every turn of the screw. */
  readonly periodic: { readonly amplitude: number; readonly period: number };
  /** Between motor and carriage, force over length; Infinity: stiff. */
  readonly stiffness: number;
  /** Force that starts it sliding, that it slides with, and of the weight on it. */
  readonly breakaway: number;
  readonly sliding: number;
  readonly weight: number;
  readonly heat: {
    readonly motor: HeatPath;
    readonly driver: HeatPath;
    /** Of the driver: W for A², and W besides. */
    readonly growing: number;
    readonly steady: number;
    /** Switches itself off there, and on again so much cooler [°C]. */
    readonly limit: number;
    readonly hysteresis: number;
  };
  /** Between the terminals of one coil, at 20 °C [Ω]; null where nobody knows. */
  readonly coilResistance: number | null;
  /** Of the wire that joins the grounds of controller and driver [Ω]; null: it is not there. */
  readonly signalGround: number | null;
  /** Share of its pulses that never arrive. */
  readonly pulsesLost: number;
  /** Pulses that never arrive each time it turns to go back: the direction comes too late. */
  readonly pulsesAtReversal: number;
  /** By how much the carriage creeps away for each kelvin that the motor is warmer than the room. */
  readonly growth: number;
  /** What catches it now and then while it moves: torque against the motor [N·m], how often [1/s], how long [s]. */
  readonly knocks: { readonly torque: number; readonly perSecond: number; readonly time: number } | null;
}

export interface TrueSupply {
  readonly id: string;
  /** What it is set to by the design, and what it really gives without load [V]. */
  readonly nominal: number;
  readonly voltage: number;
  /** Inside it and on the way [Ω]. */
  readonly resistance: number;
  readonly currentMost: number;
  readonly capacitance: number;
}

export interface TrueIndicator {
  /** Between its stylus and the way it goes [rad]. */
  readonly tilt: number;
  readonly range: number;
  readonly digit: number;
  readonly noise: number;
  /** Its own reversal. */
  readonly reversal: number;
}

/** The machine as it really is. */
export interface Truth {
  readonly axes: readonly AxisTruth[];
  readonly supplies: readonly TrueSupply[];
  readonly indicator: TrueIndicator;
  /** What turns the work and tells its turns; null where nothing does. */
  readonly spindle: TrueSpindle | null;
  /** Of the room [°C]. */
  readonly ambient: number;
}

/** What the design does not say yet, without which an axis cannot be moved. */
export interface Lacking {
  readonly axisId: string;
  readonly letter: string;
  readonly what: string;
}

/** Coils of a motor of this size warm with about so much (common practice, no source). */
const MOTOR_HEAT: HeatPath = { resistance: 5, capacity: 220 };
/** A driver with a small sink; one whose resistance to air is known goes by that. */
const DRIVER_HEAT: HeatPath = { resistance: 25, capacity: 3 };
/** Two switches of 0.3 Ω each in the way of each coil, and what the logic takes (common practice, no source). */
const DRIVER_GROWING = 0.6;
const DRIVER_STEADY = 0.5;
/** Chopper drivers switch themselves off near 150 °C (common practice, no source). */
const DRIVER_LIMIT = 150;
const DRIVER_HYSTERESIS = 25;
/** A switched supply sags by so much of its volts at its greatest current, wires counted (common practice, no source). */
const SAG = 0.03;
const USUAL_SUPPLY_CURRENT = 10;
const USUAL_CAPACITANCE = 1e-3;
const USUAL_INDICATOR: TrueIndicator = { tilt: 0, range: 10e-3, digit: 10e-6, noise: 3e-6, reversal: 3e-6 };
const ROOM = 20;
/** A wire of the bench with its contacts [Ω]. */
const GROUND_WIRE = 0.1;
/** Between the switch and the hard end, as a share of the travel. */
const BEYOND_SWITCH = 0.02;
/** Sliding friction is so much of what starts a slide: rolling guides hardly stick (common practice, no source). */
const SLIDING_SHARE = { unknown: 0.85, rolling: 0.95, wheels: 0.9, sliding: 0.75 } as const;
/** A snap switch (common practice, no source): lets go 0.4 mm on, closes within 3 µm, is read every millisecond. */
const LINEAR_SWITCH: TrueSwitch = { at: 0, hysteresis: 0.4e-3, latency: 1e-3, spread: 1e-6 };
const TURNING_SWITCH: TrueSwitch = { at: 0, hysteresis: 0.01, latency: 1e-3, spread: 1e-4 };
const USUAL_TRAVEL = { linear: 0.3, rotary: 2 * Math.PI } as const;

/**
 * The physical truth of a machine: a copy of its design as it is now, from which faults may make it differ.
 * @returns the axes that can be moved, and what the others lack
 */
export function truthOf(machine: Machine): { readonly truth: Truth; readonly lacking: readonly Lacking[] } {
  const supplies = machine.supplies.map((supply): TrueSupply => {
    const { specification } = supply;
    const voltage = (supply.set && valueOf(supply.set, 'voltage')) ?? valueOf(specification.voltage, 'voltage') ?? 24;
    const currentMost = valueOf(specification.current, 'current') ?? USUAL_SUPPLY_CURRENT;
    return {
      id: supply.id,
      nominal: voltage,
      voltage,
      currentMost,
      resistance: (SAG * voltage) / currentMost,
      capacitance: USUAL_CAPACITANCE,
    };
  });
  const made = machine.axes.map((axis) => axisTruth(machine, axis));
  return {
    truth: {
      axes: made.flatMap((item) => ('motor' in item ? [item] : [])),
      supplies: supplies.map((supply) => ({
        ...supply,
        capacitance:
          machine.axes
            .filter((axis) => axis.supply === supply.id)
            .reduce(
              (sum, { feed }) => sum + (feed.capacitance ? (valueOf(feed.capacitance, 'capacitance') ?? 0) : 0),
              0,
            ) || USUAL_CAPACITANCE,
      })),
      indicator: USUAL_INDICATOR,
      spindle: machineKindOf(machine.kind).turnsWork === true ? USUAL_SPINDLE : null,
      ambient: ROOM,
    },
    lacking: made.flatMap((item) => ('what' in item ? [item] : [])),
  };
}

function trueMotor(reckoner: Reckoner<AxisContext>, friction: number, standing: number): TrueMotor | string {
  if (!isBrushed(reckoner.context)) {
    const setup = rigSetup(reckoner, { stepping: 'set', isDamped: true, isLoaded: false });
    if (!setup) return 'motor, driver, volts, mechanics or mass';
    return { kind: 'stepper', coils: 'right', setup: { ...setup, load: { ...setup.load, friction, standing } } };
  }
  const [K, R, V, I, J] = [torqueConstant, pathResistance, coilVoltage, limitInForce, totalInertia].map((item) =>
    reckoner.value(item),
  );
  const idle = reckoner.reading(field.noLoadCurrent)?.value ?? 0;
  if (K == null || R == null || V == null || I == null || J == null) return 'motor, driver, volts, mechanics or mass';
  return {
    kind: 'brushed',
    torqueConstant: K,
    resistance: R,
    voltage: V,
    currentLimit: I,
    noLoadCurrent: idle,
    inertia: J,
    friction,
    standing,
  };
}

function axisTruth(machine: Machine, axis: Axis): AxisTruth | Lacking {
  const { id, letter, job } = axis;
  const context = axisContext(machine, id);
  const lacking = (what: string): Lacking => ({ axisId: id, letter, what });
  if (!context) return lacking('its axis');
  const reckoner = new Reckoner(context);
  const value = (figure: Parameters<typeof reckoner.value>[0]): number | null => reckoner.value(figure);
  const [perTurn, pulsesPerTurn, perUnit] = [value(travelPerMotorTurn), value(stepsPerMotorTurn), value(stepsPerUnit)];
  const supply = machine.supplies.findIndex((item) => item.id === axis.supply);
  if (perTurn === null || pulsesPerTurn === null || perUnit === null) return lacking('motor and mechanics');
  if (supply < 0) return lacking('a supply');
  const count = axis.motor.count;
  const [weight, rubbing, efficiency] = [
    value(gravityLoad) ?? 0,
    value(guideFriction) ?? 0,
    value(pathEfficiency) ?? 1,
  ];
  const arm = perTurn / (2 * Math.PI * count);
  // What the path keeps back of the weight is friction to whoever pushes.
  const friction = arm * (rubbing / efficiency + Math.abs(weight) * (1 / efficiency - 1));
  const motor = trueMotor(reckoner, friction, weight * arm);
  if (typeof motor === 'string') return lacking(motor);
  const travel =
    (job.travel && valueOf(job.travel, job.kind === 'linear' ? 'length' : 'angle')) ?? USUAL_TRAVEL[job.kind];
  const goesRound =
    (job.kind === 'rotary' && travel > 2 * Math.PI - 1e-6) || axis.transmission.specification.kind === 'roller';
  const guides = job.kind === 'linear' ? job.guides : 'unknown';
  const beyond = BEYOND_SWITCH * travel;
  const { encoder } = axis.motor.specification;
  const [following, theta] = [encoder?.followingLimit, reckoner.reading(field.thermalResistance)?.value];
  const current = value(limitInForce) ?? 0;
  const [growing, heat] = [value(switchHeat), value(driverHeat)];
  return {
    id,
    letter,
    isTurning: job.kind === 'rotary',
    supply,
    motor,
    motors: count,
    pulsesPerTurn,
    idleShare: value(idleInForce) ?? 1,
    following: encoder ? ((following && valueOf(following, 'angle')) ?? Math.PI / 10) : null,
    slipTorque: null,
    travelPerTurn: perTurn,
    perPulse: 1 / perUnit,
    compensation: axis.compensation,
    ends: goesRound ? null : [-beyond, travel + beyond],
    standsAt: goesRound ? 0 : 0.35 * travel,
    home:
      axis.transmission.specification.kind === 'roller' ? null : job.kind === 'linear' ? LINEAR_SWITCH : TURNING_SWITCH,
    second: job.kind === 'linear' && count === 2 ? { ahead: 0, switchAt: 0, gains: 0 } : null,
    backlash: value(backlashTotal) ?? 0,
    leadError:
      ((axis.faults.leadError && valueOf(axis.faults.leadError, job.kind === 'linear' ? 'length' : 'angle')) ?? 0) /
      travel,
    periodic: { amplitude: 0, period: value(travelPerTurn) ?? perTurn },
    stiffness: (job.kind === 'linear' ? value(lineStiffness) : null) ?? Infinity,
    breakaway: rubbing,
    sliding: rubbing * SLIDING_SHARE[guides],
    weight,
    heat: {
      motor: MOTOR_HEAT,
      driver: { ...DRIVER_HEAT, ...(theta === undefined ? {} : { resistance: theta }) },
      growing: growing !== null && current > 0 ? growing / current ** 2 : DRIVER_GROWING,
      steady: growing !== null && heat !== null ? Math.max(0, heat - growing) : DRIVER_STEADY,
      limit: DRIVER_LIMIT,
      hysteresis: DRIVER_HYSTERESIS,
    },
    coilResistance: value(windingResistance),
    signalGround: GROUND_WIRE,
    pulsesLost: 0,
    pulsesAtReversal: 0,
    growth: 0,
    knocks: null,
  };
}

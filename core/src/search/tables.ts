import {
  axisContext,
  axisField,
  bucklingLimit,
  fallTorque,
  gearheadLosses,
  isTrainKnown,
  pathResistance,
  reductionRatio,
  ROUNDING,
  rotorTeeth,
  screwInertia,
  torqueConstant,
  trainInertia,
  trainLosses,
  transmissionEfficiency,
  travelPerTurn,
  whirlLimit,
  windingCurrent,
  windingInductance,
  windingTorque,
} from '../drive-line/index.js';
import { BLANK_DRIVER, BLANK_MOTOR, feedOf, type Axis } from '../machine/index.js';
import { trainRatio, type DriverSpecification } from '../parts/index.js';
import { readQuantity, valueOf } from '../shape/index.js';
import {
  advisedPeak,
  BOX_AIR,
  crestMost,
  directVoltage,
  driverHeat,
  junctionTemperature,
  pathSwitches,
  SAFE_RISE,
} from '../driver/index.js';
import { rationalToNumber } from '../quantity/index.js';
import { Reckoner } from '../reckoner/index.js';
import { designOf, limitOf, lineKeepsCoupling, motorKeepsCoupling } from './design-of.js';
import type { Combination, MotorChoice, Space } from './space.js';

/**
 * The product of a space falls apart: motor, driver, voltage and current make an electric half, reduction and
 * transmission a mechanical one, and only the two together meet the load. Each half is reckoned once, by the very
 * figures of a drive line; what is left for every pair is the pull-out torque.
 */

/** Why a combination is rejected, in the order in which it is looked for: the first counts. */
export const REASONS = [
  'brushed',
  'motor-unknown',
  'wiring',
  'voltage',
  'volts',
  'current',
  'hot',
  'mechanics-unknown',
  'whirl',
  'buckling',
  'falls',
  'motor-speed',
  'force',
  'lag',
  'microsteps',
  'resolution',
  'pulses',
  'start',
  'price',
] as const;
export type Reason = (typeof REASONS)[number];

interface MotorRow {
  readonly K: number;
  readonly R: number;
  readonly L: number;
  readonly teeth: number;
  /** Of rotor and gearhead. */
  readonly inertia: number;
  /** Of the coupling, if it stays with this motor. */
  readonly couplingInertia: number;
  /** Greatest speed, printed or usual [rad/s]. */
  readonly speedMost: number;
  readonly rated: number;
  readonly hold: number;
  readonly angle: number;
  readonly detent: number;
  /** Of its own gearhead. */
  readonly ratio: number;
  readonly efficiency: number;
  readonly backward: number;
}

/** The electric half of a combination. */
export interface ElectricRow extends MotorRow {
  readonly motor: number;
  readonly driver: number;
  readonly voltageIndex: number;
  readonly currentIndex: number;
  readonly V: number;
  /** Of coil and switches. */
  readonly path: number;
  /** For the pull-out torque: infinite on constant volts. */
  readonly current: number;
  /** Crest in force, for holding torque and heat. */
  readonly limit: number;
  readonly holdAtLimit: number;
  /** With the current kept at rest. */
  readonly holdAtRest: number;
  /** Of all motors of the axis, standing [W]. */
  readonly heat: number;
  readonly finest: number;
}

/** The mechanical half, without a gearhead. */
export interface MechanicRow {
  readonly reduction: number;
  readonly transmission: number;
  /** Travel of a turn of the reduction's first shaft [m or rad]. */
  readonly travel: number;
  readonly ratio: number;
  readonly efficiency: number;
  readonly backward: number;
  /** Of screw or wheel at the last shaft, and of the reduction's wheels at its first one. */
  readonly turning: number;
  readonly stagesInertia: number;
  readonly keepsCoupling: boolean;
  readonly preload: number;
  readonly whirl: number | null;
  readonly buckling: number | null;
  /** Torque of the weight at the last shaft with the power off; null without weight. */
  readonly fall: number | null;
}

export interface Tables {
  readonly space: Space;
  readonly electric: readonly ElectricRow[];
  readonly mechanics: readonly MechanicRow[];
  /** Combinations of the electric half, and of the mechanical one, that fail by themselves. */
  readonly electricRejected: ReadonlyMap<Reason, number>;
  readonly mechanicsUnknown: number;
}

const FIRST: Combination = {
  motor: 0,
  driver: 0,
  current: 0,
  microsteps: 0,
  reduction: 0,
  transmission: 0,
  voltage: 0,
  controller: 0,
};

/** A reckoner on the axis with some of its stations replaced. */
function reckonerOf(
  space: Space,
  combination: Partial<Combination>,
  change: (axis: Axis) => Axis,
): Reckoner<Parameters<typeof whirlLimit.law>[0]> {
  const design = designOf(space, { ...FIRST, ...combination });
  const changed = { ...design, axes: design.axes.map((axis) => (axis.id === space.axisId ? change(axis) : axis)) };
  const context = axisContext(changed, space.axisId);
  if (!context) throw new RangeError(`axis must be in the machine, got ${space.axisId}`);
  return new Reckoner(context);
}

function motorRow(space: Space, axis: Axis, index: number): MotorRow | 'brushed' | null {
  if (space.motors[index]?.specification.type === 'brushed') return 'brushed';
  const reckoner = reckonerOf(space, { motor: index }, (changed) => ({
    ...changed,
    reduction: [],
    coupling: null,
    driver: { ...changed.driver, specification: BLANK_DRIVER },
  }));
  const { specification } = reckoner.context.axis.motor;
  const [K, R, L, teeth, rated, hold, ratio] = [
    torqueConstant,
    pathResistance,
    windingInductance,
    rotorTeeth,
    windingCurrent,
    windingTorque,
    reductionRatio,
  ].map((item) => reckoner.value(item));
  const [inertia, angle] = [valueOf(specification.rotorInertia, 'inertia'), valueOf(specification.stepAngle, 'angle')];
  if (
    K == null ||
    R == null ||
    L == null ||
    teeth == null ||
    rated == null ||
    hold == null ||
    ratio == null ||
    inertia === null ||
    angle === null
  )
    return null;
  const losses = gearheadLosses(specification.gearhead);
  const coupling = valueOf(axis.coupling?.specification.inertia ?? null, 'inertia') ?? 0;
  return {
    K,
    R,
    L,
    teeth,
    inertia: inertia + (reckoner.reading(axisField.attachedInertia)?.value ?? 0),
    couplingInertia: motorKeepsCoupling(axis, specification) ? coupling : 0,
    speedMost: reckoner.reading(axisField.motorSpeedMost)?.value ?? Infinity,
    rated,
    hold,
    angle,
    detent: valueOf(specification.detentTorque, 'torque') ?? 0,
    ratio,
    efficiency: losses.forward,
    backward: losses.backward,
  };
}

const isWiringWrong = (driver: DriverSpecification, motor: MotorChoice): boolean =>
  (driver.type === 'unipolar') !== (motor.wiring === 'unipolar');

type ElectricResult = { readonly reason: Reason } | { readonly row: ElectricRow };

/** One electric half, judged by the same limits as the rules of a drive line. */
function electricRow(
  space: Space,
  axis: Axis,
  motors: number,
  row: MotorRow,
  place: { readonly motor: number; readonly driver: number; readonly voltage: number; readonly current: number },
): ElectricResult {
  const motor = space.motors[place.motor] as MotorChoice;
  const driver = space.drivers[place.driver]?.specification as DriverSpecification;
  if (isWiringWrong(driver, motor)) return { reason: 'wiring' };
  const supply = feedOf(space.machine, axis.supply);
  const volts =
    space.voltages[place.voltage] ?? valueOf(supply?.set ?? supply?.specification.voltage ?? null, 'voltage');
  const [least, most] = [
    valueOf(driver.voltageLeast, 'voltage') ?? 0,
    valueOf(driver.voltageMost, 'voltage') ?? Infinity,
  ].map((bound) => directVoltage(bound, driver.voltageReads)) as [number, number];
  if (volts === null || volts > most * ROUNDING || volts < least / ROUNDING) return { reason: 'voltage' };
  const V = volts - (valueOf(driver.drop, 'voltage') ?? 0);
  if (V <= 0) return { reason: 'volts' };
  const [on, drop] = [valueOf(driver.onResistance, 'resistance'), valueOf(driver.drop, 'voltage')];
  const switches = pathSwitches(driver.type === 'unipolar', on, drop);
  const path = row.R + switches.resistance;
  const set =
    limitOf(motor, driver, space.currents[place.current] ?? 'as-set', axis.currentSchool) ??
    valueOf(axis.driver.currentLimit, 'current');
  const isChopper = driver.type === 'chopper';
  const limit = isChopper ? (set ?? advisedPeak(row.rated, axis.currentSchool)) : (Math.SQRT2 * V) / path;
  if (isChopper && V <= path * limit) return { reason: 'volts' };
  const borne = crestMost(valueOf(driver.currentMost, 'current') ?? Infinity, driver.currentReads, isChopper);
  if (isChopper && limit < (valueOf(driver.currentLeast, 'current') ?? 0) / ROUNDING) return { reason: 'current' };
  if (limit > Math.SQRT2 * row.rated * ROUNDING || (isChopper ? limit : limit / Math.SQRT2) > borne * ROUNDING)
    return { reason: 'current' };
  const theta = valueOf(driver.thermalResistance, 'thermal-resistance');
  const heat = driverHeat({
    current: limit,
    isBrushed: false,
    switches,
    coil: row.R,
    quiescent: readQuantity(driver.quiescent, 'power').value,
    efficiency: readQuantity(driver.efficiency, 'ratio').value,
  });
  if (
    theta !== null &&
    (on !== null || drop !== null) &&
    junctionTemperature(heat, theta, BOX_AIR) > BOX_AIR + SAFE_RISE
  )
    return { reason: 'hot' };
  const holdAtLimit = (row.hold * limit) / (Math.SQRT2 * row.rated);
  return {
    row: {
      ...row,
      motor: place.motor,
      driver: place.driver,
      voltageIndex: place.voltage,
      currentIndex: place.current,
      V,
      path,
      current: isChopper ? limit : Infinity,
      limit,
      holdAtLimit,
      holdAtRest: holdAtLimit * (isChopper ? readQuantity(axis.driver.idleShare, 'ratio').value : 1),
      heat: motors * limit ** 2 * row.R,
      finest: driver.finestMicrosteps,
    },
  };
}

function mechanicRows(
  space: Space,
  present: Axis,
): { readonly rows: readonly MechanicRow[]; readonly unknown: number } {
  const ofTransmission = space.transmissions.map((_, transmission) => {
    const reckoner = reckonerOf(space, { transmission }, (axis) => ({
      ...axis,
      reduction: [],
      motor: { ...axis.motor, specification: BLANK_MOTOR },
    }));
    const [travel, efficiency, inertia] = [travelPerTurn, transmissionEfficiency, screwInertia].map((item) =>
      reckoner.value(item),
    );
    if (travel == null || efficiency == null || travel === 0) return null;
    const { specification } = reckoner.context.axis.transmission;
    const isScrew = specification.kind === 'screw';
    return {
      specification,
      travel,
      efficiency,
      turning: isScrew ? (inertia ?? 0) : (reckoner.reading(axisField.wheelInertia)?.value ?? 0),
      preload: reckoner.reading(axisField.screwPreload)?.value ?? 0,
      whirl: isScrew ? reckoner.value(whirlLimit) : null,
      buckling: isScrew ? reckoner.value(bucklingLimit) : null,
      fall: reckoner.value(fallTorque),
    };
  });
  const known = space.reductions.map(({ specification }) => isTrainKnown(specification));
  const rows = space.reductions.flatMap(({ specification: stages }, reduction) => {
    if (known[reduction] !== true) return [];
    const [ratio, losses, stagesInertia] = [
      rationalToNumber(trainRatio(stages)),
      trainLosses(stages),
      trainInertia(stages),
    ];
    return ofTransmission.flatMap((item, transmission): readonly MechanicRow[] => {
      if (!item) return [];
      const { specification, ...row } = item;
      return [
        {
          ...row,
          reduction,
          transmission,
          ratio,
          travel: row.travel / ratio,
          efficiency: row.efficiency * losses.forward,
          backward: losses.backward,
          stagesInertia,
          keepsCoupling: lineKeepsCoupling(present, stages, specification),
        },
      ];
    });
  });
  const uncounted = known.filter((item) => !item).length;
  return {
    rows,
    unknown:
      ofTransmission.filter((item) => item === null).length * (space.reductions.length - uncounted) +
      ofTransmission.length * uncounted,
  };
}

/** Both halves of a space, each reckoned once. */
export function tablesOf(space: Space, motors: number): Tables {
  const axis = space.machine.axes.find((item) => item.id === space.axisId) as Axis;
  const electric: ElectricRow[] = [];
  const rejected = new Map<Reason, number>();
  const reject = (reason: Reason, count: number): void => {
    rejected.set(reason, (rejected.get(reason) ?? 0) + count);
  };
  space.motors.forEach((_, motor) => {
    const row = motorRow(space, axis, motor);
    if (row === null || row === 'brushed') {
      reject(
        row === null ? 'motor-unknown' : 'brushed',
        space.drivers.length * space.voltages.length * space.currents.length,
      );
      return;
    }
    for (let driver = 0; driver < space.drivers.length; driver += 1)
      for (let voltage = 0; voltage < space.voltages.length; voltage += 1)
        for (let current = 0; current < space.currents.length; current += 1) {
          const result = electricRow(space, axis, motors, row, { motor, driver, voltage, current });
          if ('row' in result) electric.push(result.row);
          else reject(result.reason, 1);
        }
  });
  const { rows, unknown } = mechanicRows(space, axis);
  return { space, electric, mechanics: rows, electricRejected: rejected, mechanicsUnknown: unknown };
}

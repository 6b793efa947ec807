import {
  axisContext,
  axisField,
  bucklingLimit,
  coilVoltage,
  driverBusLeast,
  driverBusMost,
  driverCrestMost,
  driverTemperature,
  fallTorque,
  limitInForce,
  loadLag,
  pathResistance,
  pulseRate,
  motorSpeed,
  speedMargin,
  startSpeed,
  screwPush,
  stepSize,
  torqueAtLimit,
  torqueNeeded,
  torqueSpeedTop,
  travelPerMotorTurn,
  whirlLimit,
  windingCurrent,
  windingResistance,
  type AxisContext,
} from '../drive-line/index.js';
import { readQuantity } from '../shape/index.js';
import { Reckoner, type Figure } from '../reckoner/index.js';
import {
  boxOf,
  costOf,
  designOf,
  QUALITIES,
  qualitiesOf,
  type Candidate,
  type Combination,
  type Reason,
  type Space,
  type Wishes,
} from '../search/index.js';

/** What plain evaluation of every combination comes to: each as a whole design, by the figures of its drive line. */
export interface BruteForce {
  readonly accepted: number;
  readonly rejected: Readonly<Partial<Record<Reason, number>>>;
  /** Boxes of the front, sorted, as text. */
  readonly front: readonly string[];
}

const SLACK = 1 + 1e-9;

/** One combination, judged by itself. */
export function evaluatePlainly(
  space: Space,
  combination: Combination,
  wishes: Wishes,
): { readonly reason: Reason } | { readonly candidate: Candidate } {
  const design = designOf(space, combination);
  const context = axisContext(design, space.axisId) as AxisContext;
  const reckoner = new Reckoner(context);
  const of = (figure: Figure<AxisContext>): number | null => reckoner.value(figure);
  const read = (field: (typeof axisField)['speed']): number | null => reckoner.reading(field)?.value ?? null;
  const { axis, supply } = context;
  const { specification: driver } = axis.driver;
  const reject = (reason: Reason): { readonly reason: Reason } => ({ reason });
  if (axis.motor.specification.type === 'brushed') return reject('brushed');
  const {
    holdingTorque,
    resistance: quoted,
    inductance,
    rotorInertia,
    ratedCurrent,
    stepAngle,
  } = axis.motor.specification;
  if (!holdingTorque || !quoted || !inductance || !rotorInertia || !ratedCurrent || !stepAngle)
    return reject('motor-unknown');
  if ((driver.type === 'unipolar') !== (axis.motor.wiring === 'unipolar')) return reject('wiring');
  const volts = read(axisField.supplyVoltage);
  const [least, most] = [of(driverBusLeast) ?? 0, of(driverBusMost) ?? Infinity];
  if (supply === null || volts === null || volts > most * SLACK || volts < least / SLACK) return reject('voltage');
  const coil = of(coilVoltage);
  if (coil === null) return reject('volts');
  const limit = of(limitInForce) as number;
  const isChopper = driver.type === 'chopper';
  if (isChopper && coil <= (of(pathResistance) as number) * limit) return reject('volts');
  const borne = of(driverCrestMost) ?? Infinity;
  if (isChopper && limit < (read(axisField.driverCurrentLeast) ?? 0) / SLACK) return reject('current');
  if (
    limit > Math.SQRT2 * (of(windingCurrent) as number) * SLACK ||
    (isChopper ? limit : limit / Math.SQRT2) > borne * SLACK
  )
    return reject('current');
  const outcome = reckoner.get(driverTemperature);
  if (outcome.kind === 'impossible' || (outcome.kind === 'value' && outcome.value > 150)) return reject('hot');
  const needed = of(torqueNeeded);
  if (needed === null) return reject('mechanics-unknown');
  const isScrew = axis.transmission.specification.kind === 'screw';
  const [whirl, buckling] = [isScrew ? of(whirlLimit) : null, isScrew ? of(bucklingLimit) : null];
  if (whirl !== null && wishes.speed > 0.8 * whirl) return reject('whirl');
  if (buckling !== null && (of(screwPush) as number) * 4 > buckling) return reject('buckling');
  if (wishes.holdsUnpowered && (of(fallTorque) ?? 0) > (read(axisField.detentTorque) ?? 0)) return reject('falls');
  const fastest = read(axisField.motorSpeedMost) ?? Infinity;
  if ((of(motorSpeed) as number) > fastest * SLACK) return reject('motor-speed');
  const margin = of(speedMargin) as number;
  if (margin * SLACK < wishes.margin) return reject('force');
  const lag = of(loadLag);
  if (wishes.tolerance !== null && lag !== null && lag > wishes.tolerance * SLACK) return reject('lag');
  if (axis.driver.microsteps > driver.finestMicrosteps) return reject('microsteps');
  const step = of(stepSize) as number;
  if (
    (wishes.resolution !== null && step > wishes.resolution * SLACK) ||
    (wishes.tolerance !== null && step > 2 * wishes.tolerance * SLACK)
  )
    return reject('resolution');
  const pulses = read(axisField.pulseRateMost) ?? Infinity;
  if ((of(pulseRate) as number) > pulses * SLACK) return reject('pulses');
  if (design.controller.specification.ramps === 'no' && wishes.speed > (of(startSpeed) as number))
    return reject('start');
  const { known, unknownCount } = costOf(space, combination);
  if (wishes.priceMost !== null && (unknownCount > 0 || known > wishes.priceMost * SLACK)) return reject('price');
  const hold = of(torqueAtLimit) as number;
  const resistance = of(windingResistance) as number;
  const motorSteps = 2 * Math.PI * ((of(travelPerMotorTurn) as number) / step / (2 * Math.PI));
  const fine = (motorSteps * readQuantity(stepAngle, 'angle').value) / (2 * Math.PI);
  return {
    candidate: {
      combination,
      cost: known,
      unpricedCount: unknownCount,
      speedMargin:
        Math.min(
          of(torqueSpeedTop) as number,
          whirl === null ? Infinity : 0.8 * whirl,
          pulses * step,
          (fastest * (of(travelPerMotorTurn) as number)) / (2 * Math.PI),
        ) / wishes.speed,
      forceMargin: margin,
      resolution: step,
      heat: axis.motor.count * limit ** 2 * resistance,
      noise: hold * Math.sin(Math.PI / 2 / fine),
    },
  };
}

/** Every combination of a space, one after the other. */
export function* combinationsOf(space: Space): Generator<Combination> {
  for (let motor = 0; motor < space.motors.length; motor += 1)
    for (let driver = 0; driver < space.drivers.length; driver += 1)
      for (let voltage = 0; voltage < space.voltages.length; voltage += 1)
        for (let current = 0; current < space.currents.length; current += 1)
          for (let reduction = 0; reduction < space.reductions.length; reduction += 1)
            for (let transmission = 0; transmission < space.transmissions.length; transmission += 1)
              for (let microsteps = 0; microsteps < space.microsteps.length; microsteps += 1)
                for (let controller = 0; controller < space.controllers.length; controller += 1)
                  yield { motor, driver, voltage, current, reduction, transmission, microsteps, controller };
}

/** Boxes of a candidate as text. */
export const boxesText = (candidate: Candidate, wishes: Wishes): string => {
  const qualities = qualitiesOf(candidate, wishes);
  return QUALITIES.map((quality) => boxOf(qualities[quality])).join(' ');
};

export function bruteForce(space: Space, wishes: Wishes): BruteForce {
  const rejected: Partial<Record<Reason, number>> = {};
  const boxes = new Set<string>();
  let accepted = 0;
  for (const combination of combinationsOf(space)) {
    const result = evaluatePlainly(space, combination, wishes);
    if ('reason' in result) rejected[result.reason] = (rejected[result.reason] ?? 0) + 1;
    else {
      accepted += 1;
      boxes.add(boxesText(result.candidate, wishes));
    }
  }
  const vectors = [...boxes].map((text) => ({ text, numbers: text.split(' ').map(Number) }));
  const beats = (a: readonly number[], b: readonly number[]): boolean =>
    a.every((item, index) => item <= (b[index] as number)) && a.some((item, index) => item < (b[index] as number));
  const front = vectors
    .filter(({ numbers }) => !vectors.some((other) => beats(other.numbers, numbers)))
    .map(({ text }) => text);
  return { accepted, rejected, front: front.sort() };
}

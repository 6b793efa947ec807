import {
  axisField,
  backlashTotal,
  guideFriction,
  isBrushed,
  lineStiffness,
  stepsPerMotorTurn,
  stepsPerUnit,
  travelPerMotorTurn,
  travelPerTurn,
  type AxisContext,
} from '../drive-line/index.js';
import { chainSpread } from '../diagnosis/index.js';
import { Reckoner } from '../reckoner/index.js';

/** What the causes have to know of an axis, as designed. SI: metres, or radians where it turns. */
export interface Bearings {
  readonly reckoner: Reckoner<AxisContext>;
  readonly isTurning: boolean;
  readonly isStepper: boolean;
  /** Travel of a microstep, and of four full steps, in which a motor falls out of step. */
  readonly microstep: number;
  readonly cycle: number;
  /** The same at the motor's shaft [rad]. */
  readonly microstepAngle: number;
  readonly cycleAngle: number;
  /** Travel that is commanded for a turn of the screw, wheel or table, and of the motor, with the setting in force. */
  readonly screwTurn: number;
  readonly motorTurn: number;
  /** Relative spread of a chain made as said. */
  readonly chainSpread: number;
  /** Lost motion that the design reckons with, and what rubs [N], [N·m]. */
  readonly play: number;
  readonly friction: number;
  /** What a push of 1 N, 1 N·m stretches by the design; 0 where it is stiff or not known. */
  readonly yields: number;
  /** Sizes of what can be wrong with it, from hardly seen to plain. */
  readonly sizes: readonly number[];
}

/** What rubs where nobody has said it [N], [N·m] (common practice, no source). */
const USUAL_FRICTION = { length: 10, angle: 0.1 } as const;
/** Sizes that are thought of [m], [rad]. */
const SIZES = {
  length: [0.03e-3, 0.1e-3, 0.3e-3, 1e-3],
  angle: [2e-3, 6e-3, 20e-3, 60e-3],
} as const;

/** @returns null while the steps of an axis are not known: nothing could be sent to it */
export function bearingsOf(context: AxisContext): Bearings | null {
  const reckoner = new Reckoner(context);
  const { axis } = context;
  const [perUnit, perTurn, motorTurn] = [stepsPerUnit, stepsPerMotorTurn, travelPerMotorTurn].map((figure) =>
    reckoner.value(figure),
  );
  if (perUnit == null || perTurn == null || motorTurn == null) return null;
  const isTurning = axis.job.kind === 'rotary';
  const microsteps = reckoner.reading(axisField.microsteps)?.value ?? axis.driver.microsteps;
  const friction = reckoner.value(guideFriction) ?? 0;
  const stiffness = isTurning ? null : reckoner.value(lineStiffness);
  const microstepAngle = (2 * Math.PI) / perTurn;
  // A turn is so many microsteps, and these are so much travel to the controller.
  const commanded = Math.abs(perTurn / perUnit);
  const dimension = isTurning ? 'angle' : 'length';
  return {
    reckoner,
    isTurning,
    isStepper: !isBrushed(context),
    microstep: 1 / perUnit,
    cycle: (4 * microsteps) / perUnit,
    microstepAngle,
    cycleAngle: 4 * microsteps * microstepAngle,
    screwTurn: Math.abs((reckoner.value(travelPerTurn) ?? motorTurn) / motorTurn) * commanded,
    motorTurn: commanded,
    chainSpread: chainSpread(axis),
    play: reckoner.value(backlashTotal) ?? 0,
    friction: friction > 0 ? friction : USUAL_FRICTION[dimension],
    yields: stiffness !== null && stiffness > 0 ? 1 / stiffness : 0,
    sizes: SIZES[dimension],
  };
}

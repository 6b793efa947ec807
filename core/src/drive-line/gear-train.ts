import { trainRatio, type Gearhead, type Stage } from '../parts/index.js';
import { saidCount, readQuantity, type Quantity } from '../shape/index.js';
import { backDriving, wormBackwardEfficiency, wormEfficiency, type Worm } from '../mechanics/index.js';
import { rationalToNumber } from '../quantity/index.js';

/** `32/9 · 22/11`, for the working. */
export function trainText(stages: readonly Stage[]): string {
  return stages.length === 0
    ? '1'
    : stages
        .map((stage) => {
          const ratio = `${saidCount(stage, 'driven')}/${saidCount(stage, 'driver')}`;
          return stage.kind === 'planetary' ? `(1 + ${ratio})` : ratio;
        })
        .join(' · ');
}

/** What a train passes on. */
export interface TrainLosses {
  readonly forward: number;
  /** Driven from its last shaft; nothing and less where it locks. */
  readonly backward: number;
  /** Whether somebody said what this rests on. */
  readonly isSaid: boolean;
}

const LOSSLESS: TrainLosses = { forward: 1, backward: 1, isSaid: true };

/** Efficiency of one after the other driven backwards: what locks stays locked, whatever stands beside it. */
export function chainBackward(first: number, second: number): number {
  if (first <= 0) return first;
  return second <= 0 ? second : first * second;
}

function chain(parts: readonly TrainLosses[]): TrainLosses {
  return parts.reduce(
    (whole, part) => ({
      forward: whole.forward * part.forward,
      backward: chainBackward(whole.backward, part.backward),
      isSaid: whole.isSaid && part.isSaid,
    }),
    LOSSLESS,
  );
}

/** Usual efficiency of a stage of which nothing is said (common practice, no source). */
const USUAL_EFFICIENCIES = { gear: 0.97, belt: 0.96, planetary: 0.95 } as const;
/**
 * A worm is about this many times as thick as its module, so each start adds some 4.8° of lead angle (common practice,
 * no source).
 */
const WORM_QUOTIENT = 12;
/** Oiled steel on bronze while it turns; at rest it grips more, in vibration less (common practice, no source). */
const WORM_FRICTION = 0.06;
const WORM_PRESSURE_ANGLE = Math.PI / 9;

const isSaid = (item: Quantity | null): item is Quantity => item !== null && item.from !== 'assumed';

function wormOf({ driver, driven, leadAngle, friction }: Extract<Stage, { kind: 'worm' }>): Worm {
  return {
    starts: driver,
    wheelTeeth: driven,
    leadAngle: leadAngle ? readQuantity(leadAngle, 'angle').value : Math.atan(driver / WORM_QUOTIENT),
    pressureAngle: WORM_PRESSURE_ANGLE,
    friction: friction ? readQuantity(friction, 'ratio').value : WORM_FRICTION,
  };
}

/** Losses of one stage: as said; of a worm by its lead angle and friction; else the usual of its kind. */
function stageLosses(stage: Stage): TrainLosses {
  if (stage.efficiency) {
    const forward = readQuantity(stage.efficiency, 'ratio').value;
    return { forward, backward: backDriving(forward), isSaid: isSaid(stage.efficiency) };
  }
  if (stage.kind === 'worm') {
    const worm = wormOf(stage);
    return {
      forward: wormEfficiency(worm),
      backward: wormBackwardEfficiency(worm),
      isSaid: isSaid(stage.leadAngle) && isSaid(stage.friction),
    };
  }
  const usual = USUAL_EFFICIENCIES[stage.kind];
  return { forward: usual, backward: backDriving(usual), isSaid: false };
}

/** Losses of a train of stages, its efficiencies multiplied. */
export function trainLosses(stages: readonly Stage[]): TrainLosses {
  return chain(stages.map(stageLosses));
}

/**
 * One stage of a small gearhead reduces by about this much at most, and passes on 0.7 to 0.9 (common practice, no
 * source).
 */
const STAGE_RATIO_MOST = 10;
const STAGE_FORWARD = 0.8;
const STAGE_BACKWARD = backDriving(0.9);

/**
 * Losses of a motor's own gearhead: by its stages, else as its sheet prints them, else by the stages that so large a
 * ratio takes, each at a careful guess for the way that hurts.
 */
export function gearheadLosses(gearhead: Gearhead | null): TrainLosses {
  if (!gearhead) return LOSSLESS;
  if (gearhead.efficiency) {
    const forward = readQuantity(gearhead.efficiency, 'ratio').value;
    return { forward, backward: backDriving(forward), isSaid: isSaid(gearhead.efficiency) };
  }
  if (hasTeeth(gearhead)) return trainLosses(gearhead.stages);
  const ratio = gearhead.nominal ? readQuantity(gearhead.nominal, 'ratio').value : 1;
  const stageCount = Math.max(1, Math.ceil(Math.log(Math.max(ratio, 1)) / Math.log(STAGE_RATIO_MOST) - 1e-9));
  return { forward: STAGE_FORWARD ** stageCount, backward: STAGE_BACKWARD ** stageCount, isSaid: false };
}

/** Losses from the motor's shaft to the last one: gearhead, then reduction. */
export function wholeTrainLosses(gearhead: Gearhead | null, reduction: readonly Stage[]): TrainLosses {
  return chain([gearheadLosses(gearhead), trainLosses(reduction)]);
}

/**
 * Play of the last shaft [rad]: each stage's own, divided by what the stages after it reduce; null while no stage's is
 * known.
 */
export function trainBacklash(stages: readonly Stage[]): number | null {
  if (stages.every((stage) => stage.backlash === null)) return null;
  return stages.reduce((play, { backlash }, index) => {
    const after = rationalToNumber(trainRatio(stages.slice(index + 1)));
    return play + (backlash ? readQuantity(backlash, 'angle').value / after : 0);
  }, 0);
}

/** Play of a gearhead at its output [rad]: as printed for the whole, else by its stages. */
export function gearheadBacklash(gearhead: Gearhead | null): number | null {
  if (!gearhead) return null;
  return gearhead.backlash ? readQuantity(gearhead.backlash, 'angle').value : trainBacklash(gearhead.stages);
}

/** Inertia of the wheels of a train [kg·m²] as felt at its first shaft; what nobody said is not counted. */
export function trainInertia(stages: readonly Stage[]): number {
  return stages.reduce((sum, { inertia }, index) => {
    const before = rationalToNumber(trainRatio(stages.slice(0, index)));
    return sum + (inertia ? readQuantity(inertia, 'inertia').value / before ** 2 : 0);
  }, 0);
}

/** Turns of the motor for one of its gearhead's output: by the teeth, else as printed. */
export function gearheadTurns(gearhead: Gearhead | null): number {
  if (!gearhead) return 1;
  if (hasTeeth(gearhead)) return rationalToNumber(trainRatio(gearhead.stages));
  return gearhead.nominal ? readQuantity(gearhead.nominal, 'ratio').value : 1;
}

/** Whether somebody has counted all teeth of a train. */
export function isTrainKnown(stages: readonly Stage[]): boolean {
  return stages.every((stage) => stage.guessed.length === 0);
}

/** Whether the teeth are known, so that the printed ratio need not be believed. */
export function hasTeeth(gearhead: Gearhead): boolean {
  return gearhead.stages.length > 0 && isTrainKnown(gearhead.stages);
}

/**
 * How far a printed ratio may be from the exact one: half of its last printed digit, 0.5 for “51” and 0.05 for “50.9”.
 * A fraction such as 172/25 is exact.
 */
export function printedRounding({ text }: Quantity): number {
  const plain = text.trim();
  if (plain.includes('/')) return 0;
  const decimals = /[.,](\d+)/.exec(plain)?.[1]?.length ?? 0;
  return 0.5 * 10 ** -decimals;
}

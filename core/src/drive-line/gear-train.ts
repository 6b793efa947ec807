import { readQuantity, type Gearhead, type Stage } from '../machine/index.js';
import { backwardEfficiency } from '../mechanics/index.js';
import { multiplyRational, ONE, rational, rationalToNumber, type Rational } from '../quantity/index.js';

/** Turns in for one turn out: driven over driver teeth, a worm counting its starts; a planetary set with its ring held, sun driving, 1 + ring/sun. */
function stageRatio({ kind, driver, driven }: Stage): Rational {
  return rational(kind === 'planetary' ? driver + driven : driven, driver);
}

/** Turns of the first shaft for one of the last: the product of the stages. */
export function trainRatio(stages: readonly Stage[]): Rational {
  return stages.reduce((ratio, stage) => multiplyRational(ratio, stageRatio(stage)), ONE);
}

/** `32/9 · 22/11`, for the working. */
export function trainText(stages: readonly Stage[]): string {
  return stages.length === 0 ? '1' : stages.map(({ kind, driver, driven }) => (kind === 'planetary' ? `(1 + ${driven}/${driver})` : `${driven}/${driver}`)).join(' · ');
}

/** Usual efficiency of a stage of which nothing is said (common practice, no source); a single-start worm is the poorest. */
const USUAL_EFFICIENCIES: Readonly<Record<Stage['kind'], number>> = { gear: 0.97, belt: 0.96, planetary: 0.95, worm: 0.5 };

/** Efficiency of a train: the product of its stages, the usual one where none is said. */
export function trainEfficiency(stages: readonly Stage[]): number {
  return stages.reduce((product, { kind, efficiency }) => product * (efficiency ? readQuantity(efficiency, 'ratio').value : USUAL_EFFICIENCIES[kind]), 1);
}

/** Efficiency of a train driven backwards: each stage about 2 − 1/η, so one of half or less locks. */
export function trainBackwardEfficiency(stages: readonly Stage[]): number {
  return stages.reduce((product, stage) => product * backwardEfficiency(trainEfficiency([stage])), 1);
}

/** Play of the last shaft [rad]: each stage's own, divided by what the stages after it reduce; null while no stage's is known. */
export function trainBacklash(stages: readonly Stage[]): number | null {
  if (stages.every((stage) => stage.backlash === null)) return null;
  return stages.reduce((play, { backlash }, index) => {
    const after = rationalToNumber(trainRatio(stages.slice(index + 1)));
    return play + (backlash ? readQuantity(backlash, 'angle').value / after : 0);
  }, 0);
}

/** Whether the teeth are known, so that the printed ratio need not be believed. */
export function hasTeeth(gearhead: Gearhead): boolean {
  return gearhead.stages.length > 0;
}

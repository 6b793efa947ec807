import type { Gearhead, Stage } from '../machine/index.js';
import { multiplyRational, ONE, rational, type Rational } from '../quantity/index.js';

/** Turns of the first shaft for one of the last: Π(driven / driver teeth), a worm counting its starts. */
export function trainRatio(stages: readonly Stage[]): Rational {
  return stages.reduce((ratio, stage) => multiplyRational(ratio, rational(stage.driven, stage.driver)), ONE);
}

/** `32/9 · 22/11`, for the working. */
export function trainText(stages: readonly Stage[]): string {
  return stages.length === 0 ? '1' : stages.map((stage) => `${stage.driven}/${stage.driver}`).join(' · ');
}

/** Whether the teeth are known, so that the printed ratio need not be believed. */
export function hasTeeth(gearhead: Gearhead): boolean {
  return gearhead.stages.length > 0;
}

import type { Say } from '@crisp-notch/core/drive-line';
import type { Axis, Job } from '@crisp-notch/core/machine';
import type { Dimension } from '@crisp-notch/core/quantity';
import type { Place, Quality, Reason, Relaxable, Relaxation } from '@crisp-notch/core/search';

export const PLACE_WORDS: Readonly<Record<Place, string>> = {
  motor: 'Motor, wiring',
  driver: 'Driver',
  current: 'Current',
  microsteps: 'Microsteps',
  reduction: 'Reduction',
  transmission: 'Screw or belt',
  voltage: 'Supply voltage',
  controller: 'Controller',
};

/** After “so many fail on …”. */
export const REASON_WORDS: Readonly<Record<Reason, string>> = {
  brushed: 'a brushed motor, which is not searched',
  'motor-unknown': 'gaps in the motor’s sheet',
  wiring: 'wiring that the driver cannot feed',
  voltage: 'the driver’s voltage window',
  volts: 'too few volts for the current',
  current: 'more current than motor or driver allows',
  hot: 'a driver that overheats',
  'mechanics-unknown': 'gaps in the screw’s or belt’s sheet',
  whirl: 'a screw above its critical speed',
  buckling: 'a screw that buckles',
  falls: 'a weight that drops with the power off',
  'motor-speed': 'a motor faster than such motors are run',
  force: 'force at speed',
  lag: 'the load pushing it off its notch',
  microsteps: 'steps finer than the driver has',
  resolution: 'resolution',
  pulses: 'pulse rate',
  start: 'starting without a ramp',
  price: 'price',
};

export const QUALITY_WORDS: Readonly<Record<Quality | 'balance', string>> = {
  balance: 'on the whole',
  cost: 'cost',
  speed: 'speed margin',
  force: 'force margin',
  resolution: 'resolution',
  heat: 'heat',
  noise: 'noise',
};

const DIMENSIONS: Readonly<
  Record<Exclude<Relaxable, 'holdsUnpowered'>, readonly [linear: Dimension, rotary: Dimension]>
> = {
  speed: ['speed', 'angular-speed'],
  acceleration: ['acceleration', 'angular-acceleration'],
  load: ['force', 'torque'],
  margin: ['ratio', 'ratio'],
  resolution: ['length', 'angle'],
  tolerance: ['length', 'angle'],
  priceMost: ['price', 'price'],
};

/** Dimension of a wish on an axis. */
export function wishDimension(wish: Exclude<Relaxable, 'holdsUnpowered'>, kind: Job['kind']): Dimension {
  return DIMENSIONS[wish][kind === 'linear' ? 0 : 1];
}

const WISHES: Readonly<Record<Relaxable, (from: string, to: string) => string>> = {
  speed: (from, to) => `Go ${to} instead of ${from}.`,
  acceleration: (from, to) => `Accelerate by ${to} instead of ${from}.`,
  load: (from, to) => `Push ${to} instead of ${from} at the tool.`,
  margin: (from, to) => `Keep a torque margin of ${to}× instead of ${from}×.`,
  resolution: (from, to) => `Accept a resolution of ${to} instead of ${from}.`,
  tolerance: (from, to) => `Accept ±${to} instead of ±${from}.`,
  priceMost: (from, to) => `Spend ${to} instead of ${from}.`,
  holdsUnpowered: () => 'Let it drop with the power off, and fit a brake or a counterweight.',
};

/** One way to give way, as a sentence. */
export function relaxationWords(
  { wish, from, to }: Pick<Relaxation, 'wish' | 'from' | 'to'>,
  axis: Axis,
  say: Say,
): string {
  if (wish === 'holdsUnpowered') return WISHES[wish]('', '');
  const dimension = wishDimension(wish, axis.job.kind);
  return WISHES[wish](say(from, dimension), say(to, dimension));
}

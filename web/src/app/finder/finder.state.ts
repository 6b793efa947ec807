import type { Say } from '@crisp-notch/core/drive-line';
import type { Axis, Job } from '@crisp-notch/core/machine';
import { inUnit, preferredUnit } from '@crisp-notch/core/quantity';
import {
  isTooLarge,
  PLACES,
  spaceSize,
  type Place,
  type Relaxable,
  type Space,
  type Wishes,
} from '@crisp-notch/core/search';
import { quantityOf, quantityProblem, readQuantity } from '@crisp-notch/core/shape';
import type { Found } from '../workers/finder-messages';
import { PLACE_WORDS, REASON_WORDS, wishDimension } from './finder-words';

const COUNT = new Intl.NumberFormat('en-GB');

/** A count with its thousands apart. */
export const countWords = (count: number): string => COUNT.format(count);

/** Whether a weight pulls on what the axis moves. */
export function isUpright(job: Job): boolean {
  return job.kind === 'linear'
    ? readQuantity(job.incline, 'angle').value !== 0
    : readQuantity(job.imbalance, 'torque').value !== 0;
}

/** What a line may cost at most, as far as it is a price, and whether it has to hold its weight. */
export function limitsOf(priceMost: string, holdsUnpowered: boolean): Pick<Wishes, 'priceMost' | 'holdsUnpowered'> {
  const isPrice = priceMost !== '' && quantityProblem(priceMost, 'price', { least: 0 }) === null;
  return { priceMost: isPrice ? readQuantity(quantityOf(priceMost), 'price').value : null, holdsUnpowered };
}

export interface PlaceView {
  readonly place: Place;
  readonly words: string;
  readonly isFree: boolean;
  readonly count: number;
}

/** The places of a line, and how much there is to choose from in each. */
export function placesOf(space: Space | null, free: readonly Place[]): readonly PlaceView[] {
  const counts: Readonly<Record<Place, number>> | null = space && {
    motor: space.motors.length,
    driver: space.drivers.length,
    current: space.currents.length,
    microsteps: space.microsteps.length,
    reduction: space.reductions.length,
    transmission: space.transmissions.length,
    voltage: space.voltages.length,
    controller: space.controllers.length,
  };
  return PLACES.map((place) => ({
    place,
    words: PLACE_WORDS[place],
    isFree: free.includes(place),
    count: counts?.[place] ?? 0,
  }));
}

/** What is asked of a line, in one line. */
export function wishWords(wishes: Wishes, kind: Job['kind'], say: Say): string {
  const { speed, acceleration, load, margin, tolerance, resolution } = wishes;
  return [
    say(speed, wishDimension('speed', kind)),
    say(acceleration, wishDimension('acceleration', kind)),
    `${say(load, wishDimension('load', kind))} at the tool`,
    `torque margin ${margin}×`,
    ...(tolerance === null ? [] : [`±${say(tolerance, wishDimension('tolerance', kind))}`]),
    ...(resolution === null ? [] : [`steps of ${say(resolution, wishDimension('resolution', kind))}`]),
  ].join(', ');
}

/** Why a search cannot begin, in words; empty where it can. @param missing what is not said of the job yet */
export function waitWords(missing: string, space: Space): string {
  if (missing !== '') return `Enter what it has to do first: ${missing}.`;
  if (isTooLarge(space))
    return 'These are more combinations than are worth waiting for. Fix a place, or name the motors and drivers to look at.';
  return spaceSize(space) === 0 ? 'A free place has nothing to choose from: the shelf holds no such part.' : '';
}

/** How far a search has got, in words and as a share. */
export function progressOf({ done, total, accepted, frontCount }: Found): {
  readonly done: string;
  readonly share: number;
  readonly accepted: string;
  readonly front: string;
} {
  return {
    done: countWords(done),
    share: total === 0 ? 1 : done / total,
    accepted: countWords(accepted),
    front: countWords(frontCount),
  };
}

/** What combinations failed on, most often first. */
export function rejectionsOf({
  rejected,
}: Found): readonly { readonly reason: string; readonly count: string; readonly words: string }[] {
  const entries = Object.entries(rejected) as (readonly [keyof typeof REASON_WORDS, number])[];
  return entries
    .sort(([, a], [, b]) => b - a)
    .map(([reason, count]) => ({ reason, count: countWords(count), words: REASON_WORDS[reason] }));
}

/** One more or one less of a choice of several. */
export const toggled = <T>(chosen: readonly T[], item: T): readonly T[] =>
  chosen.includes(item) ? chosen.filter((other) => other !== item) : [...chosen, item];

/** The axis with one wish of its job given way on. @param to value in SI */
export function givenWay(axis: Axis, wish: Exclude<Relaxable, 'holdsUnpowered' | 'priceMost'>, to: number): Axis {
  const unit = preferredUnit(wishDimension(wish, axis.job.kind), 'metric');
  const value = quantityOf(`${Number(inUnit(to, unit).toPrecision(12))} ${unit.symbol}`.trim());
  return { ...axis, job: { ...axis.job, [wish]: value } };
}

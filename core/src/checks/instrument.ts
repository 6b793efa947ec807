/** What the travel is read with. An indicator's plunger or lever moves with the carriage; a scale is laid along the motion. */
export type InstrumentKind = 'indicator' | 'scale';

/**
 * Travel along the motion from a reading of an instrument that is tilted from it by an angle (geometry). A plunger on a
 * face square to the motion shows too much: true = reading · cos a. A tilted scale shows too little of it: true = reading / cos a.
 * @param tilt angle between instrument and motion [rad], magnitude below a right angle
 */
export function trueTravel(reading: number, kind: InstrumentKind, tilt: number): number {
  return kind === 'indicator' ? reading * Math.cos(tilt) : reading / Math.cos(tilt);
}

/** What an instrument so tilted reads for a true travel; the inverse of {@link trueTravel}. */
export function readingOfTravel(travel: number, kind: InstrumentKind, tilt: number): number {
  return kind === 'indicator' ? travel / Math.cos(tilt) : travel * Math.cos(tilt);
}

/**
 * Standard uncertainty of a difference of two readings that are each rounded to a digit: a rectangular distribution of
 * half-width digit/2 twice, because the zero counts too (JCGM 100:2008, 4.3.7 and F.2.2.1).
 */
export function resolutionUncertainty(digit: number): number {
  return digit / Math.sqrt(6);
}

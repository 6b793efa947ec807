/**
 * What the travel is read with. An indicator's plunger or lever moves with the carriage; a scale is laid along the
 * motion.
 */
export type InstrumentKind = 'indicator' | 'scale';

/**
 * Travel along the motion from a reading of an instrument that is tilted from it by an angle (geometry). A plunger on a
 * face square to the motion shows too much: true = reading · cos a. A tilted scale shows too little of it: true =
 * reading / cos a.
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

/** How far an instrument may be from the motion by how it was set [rad] (common practice, no source). */
const SQUARENESS = { 'by-eye': 4, 'by-square': 1, indicated: 0.2, 'not-said': 1 } as const;
export type Squareness = keyof typeof SQUARENESS;

/** Relative error that a tilt nobody measured may hide, at most: 1 − cos a. */
export function tiltDoubt(square: Squareness): number {
  return 1 - Math.cos((SQUARENESS[square] * Math.PI) / 180);
}

/** What is known of an instrument's own errors, in SI. */
export interface InstrumentDoubt {
  readonly digit: number;
  /** Limit of its error either way; nothing where nobody said it. */
  readonly error: number;
  /** Expanded relative uncertainty of its scale. */
  readonly scale: number;
  /** Relative error that its setting may hide, at most. */
  readonly tilt: number;
  /** How far it reads in one setting; Infinity where it reads all. */
  readonly range: number;
}

/** Parts of the standard uncertainty of one reading [SI], and all together. */
export interface ReadingDoubt {
  readonly digit: number;
  readonly own: number;
  readonly tilt: number;
  readonly whole: number;
}

/**
 * Standard uncertainty of one reading at a distance. The digit counts for the reading and its zero; a printed limit is
 * a rectangular distribution (JCGM 100:2008, 4.3.7); setting the instrument anew every range adds digits as chance and
 * its own error as a whole, because one block used again is wrong by the same.
 */
export function readingDoubt({ digit, error, scale, tilt, range }: InstrumentDoubt, distance: number): ReadingDoubt {
  const settings = 1 + Math.floor((Math.abs(distance) / range) * (1 - 1e-9));
  const byDigit = resolutionUncertainty(digit) * Math.sqrt(settings);
  const byOwn = Math.hypot((error / Math.sqrt(3)) * settings, (scale * distance) / 2);
  const byTilt = (tilt * Math.abs(distance)) / 2;
  return { digit: byDigit, own: byOwn, tilt: byTilt, whole: Math.hypot(byDigit, byOwn, byTilt) };
}

/** Expanded relative uncertainty that all but the digit puts on a scale measured over a reach. */
export function scaleDoubt(doubt: InstrumentDoubt, reach: number): number {
  if (!(reach > 0)) return 0;
  const { own, tilt } = readingDoubt(doubt, reach);
  return (2 * Math.hypot(own, tilt)) / reach;
}

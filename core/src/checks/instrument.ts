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

/** Temperature at which lengths are as they are written (ISO 1:2016) [°C]. */
const REFERENCE = 20;
/** How much more the one may grow than the other, as steel and aluminium do [1/K] (common practice, no source). */
const APART = 12e-6;
/** What steel grows by [1/K], and how much warmer the one may be than the other [K] (common practice, no source). */
const STEEL = 11.5e-6;
const WARMER = 1;

/**
 * Relative standard uncertainty of a length that is read away from 20 °C: what both grow by differs, and one may be
 * warmer than the other (the terms of JCGM 100:2008, H.1.2; both limits as rectangular distributions, 4.3.7).
 * @param temperature of instrument and work [°C]
 */
export function expansionDoubt(temperature: number): number {
  return Math.hypot((temperature - REFERENCE) * APART, STEEL * WARMER) / Math.sqrt(3);
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
  /** Relative standard uncertainty by which it and what it reads grow apart away from 20 °C; none where unsaid. */
  readonly expansion?: number;
  /** How far its zero may have wandered, either way; none where unsaid. */
  readonly drift?: number;
}

/** Parts of the standard uncertainty of one reading [SI], and all together. */
export interface ReadingDoubt {
  readonly digit: number;
  readonly own: number;
  readonly tilt: number;
  readonly expansion: number;
  readonly drift: number;
  readonly whole: number;
}

/**
 * Standard uncertainty of one reading at a distance. The digit counts for the reading and its zero; a printed limit is
 * a rectangular distribution (JCGM 100:2008, 4.3.7); setting the instrument anew every range adds digits as chance and
 * its own error as a whole, because one block used again is wrong by the same.
 */
export function readingDoubt(
  { digit, error, scale, tilt, range, expansion = 0, drift = 0 }: InstrumentDoubt,
  distance: number,
): ReadingDoubt {
  const settings = 1 + Math.floor((Math.abs(distance) / range) * (1 - 1e-9));
  const byDigit = resolutionUncertainty(digit) * Math.sqrt(settings);
  const byOwn = Math.hypot((error / Math.sqrt(3)) * settings, (scale * distance) / 2);
  const byTilt = (tilt * Math.abs(distance)) / 2;
  const byExpansion = expansion * Math.abs(distance);
  const byDrift = drift / Math.sqrt(3);
  return {
    digit: byDigit,
    own: byOwn,
    tilt: byTilt,
    expansion: byExpansion,
    drift: byDrift,
    whole: Math.hypot(byDigit, byOwn, byTilt, byExpansion, byDrift),
  };
}

/** Expanded relative uncertainty that all but the digit puts on a scale measured over a reach. */
export function scaleDoubt(doubt: InstrumentDoubt, reach: number): number {
  if (!(reach > 0)) return 0;
  const { own, tilt, expansion, drift } = readingDoubt(doubt, reach);
  return (2 * Math.hypot(own, tilt, expansion, drift)) / reach;
}

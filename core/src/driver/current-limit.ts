/**
 * Chopper drivers hold the phase current where the voltage over a sense resistor equals a fraction of the reference
 * voltage, so the crest of the sine is
 *
 *     I_pk = V_ref / (gain · R_s)
 *
 * Common practice, no published source; the gain differs between driver classes (8 and 5 are usual).
 */

/** @returns crest of the phase current [A] */
export function currentFromReference(reference: number, gain: number, senseResistor: number): number {
  return reference / (gain * senseResistor);
}

/** @returns reference voltage [V] for a crest of the phase current [A] */
export function referenceFromCurrent(currentPeak: number, gain: number, senseResistor: number): number {
  return currentPeak * gain * senseResistor;
}

/** Sine: effective value of a crest. */
export function rmsFromPeak(currentPeak: number): number {
  return currentPeak / Math.SQRT2;
}

/** Sine: crest of an effective value. */
export function peakFromRms(currentRms: number): number {
  return currentRms * Math.SQRT2;
}

/**
 * What an ammeter in series with one coil reads while the motor holds a full step with both coils on: both coils then
 * carry sin 45° of the crest (definition of the two-phase-on position).
 */
export function ammeterReading(currentPeak: number): number {
  return currentPeak * Math.SQRT1_2;
}

/**
 * Crest [A] that a driver bears from the greatest current of its sheet, which some give as the crest and some as the
 * effective value of the sine; a bridge or array carries plain amperes.
 */
export function crestMost(currentMost: number, reads: 'peak' | 'rms', isRegulated: boolean): number {
  return reads === 'rms' && isRegulated ? peakFromRms(currentMost) : currentMost;
}

/**
 * Direct volts that a voltage of a driver's sheet stands for. One given in volts of alternating current is rectified in
 * the driver, and its capacitors charge to the crest of the sine (definition of the effective value); direct current
 * passes the same diodes.
 */
export function directVoltage(voltage: number, reads: 'dc' | 'ac'): number {
  return reads === 'ac' ? voltage * Math.SQRT2 : voltage;
}

/** How the limit follows from the motor's rated current: as the crest, or as the effective value of the sine. */
export type CurrentSchool = 'crest' | 'rms';

/** @returns crest [A] that a school allows for a rated phase current [A] */
export function advisedPeak(ratedCurrent: number, school: CurrentSchool): number {
  return school === 'crest' ? ratedCurrent : peakFromRms(ratedCurrent);
}

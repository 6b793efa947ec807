/** Air in a closed box on a warm day [°C] (common practice, no source). */
export const BOX_AIR = 40;
/** Temperature rise at which a driver's silicon shuts itself down, over a warm box: 150 °C less 40 °C (common practice, no source). */
export const SAFE_RISE = 110;

/**
 * Heat of a driver [W]: both bridges carry sine and cosine of the same crest through two switches each, 2·Ron·I_pk².
 * @param onResistance of one switch [Ω]
 */
export function driverHeat(onResistance: number, currentPeak: number): number {
  return 2 * onResistance * currentPeak ** 2;
}

/** Growth of a switch's resistance with its temperature [1/K] (common for silicon switches, no source). */
const RESISTANCE_GROWTH = 0.005;
/** Data sheets give the resistance at 25 °C. */
const SHEET_TEMPERATURE = 25;

/**
 * Junction temperature [°C] with the switches' resistance rising as they warm: Tj = (Ta + c(1 − 25k))/(1 − ck), where c is
 * the rise that the resistance at 25 °C alone would give. Leaving the growth out is far too hopeful: 121 °C for 186 °C.
 * @param thermalResistance from junction to air [K/W] @param ambient [°C]
 * @returns Infinity where it runs away
 */
export function junctionTemperature(onResistance: number, currentPeak: number, thermalResistance: number, ambient: number, growth = RESISTANCE_GROWTH): number {
  const c = driverHeat(onResistance, currentPeak) * thermalResistance;
  return c * growth >= 1 ? Infinity : (ambient + c * (1 - SHEET_TEMPERATURE * growth)) / (1 - c * growth);
}

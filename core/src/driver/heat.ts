/** Air in a closed box on a warm day [°C] (common practice, no source). */
export const BOX_AIR = 40;
/**
 * Temperature rise at which a driver's silicon shuts itself down, over a warm box: 150 °C less 40 °C (common practice,
 * no source).
 */
export const SAFE_RISE = 110;

/**
 * What the switches in the path of one coil take: resistance [Ω], or a drop [V] that hardly changes with the current.
 */
export interface PathSwitches {
  readonly resistance: number;
  readonly drop: number;
}

/**
 * A coil's current flows through two switches of a bridge and through one of an array. A drop that is said is that of
 * the whole path and already holds what the switches' resistance does, so only one of the two counts.
 * @param onResistance of one switch [Ω], null if not known @param drop of the path [V], null if not known
 */
export function pathSwitches(isArray: boolean, onResistance: number | null, drop: number | null): PathSwitches {
  if (drop !== null) return { resistance: 0, drop };
  return { resistance: (isArray ? 1 : 2) * (onResistance ?? 0), drop: 0 };
}

/** What a driver carries, standing with its full current. */
export interface DriverLoad {
  /**
   * Crest of the current vector [A] of a stepping motor, both coils together: √2·V/R on constant volts. Plain amperes
   * of a brushed motor.
   */
  readonly current: number;
  readonly isBrushed: boolean;
  readonly switches: PathSwitches;
  /** Of one phase [Ω]; null if not known, and then its share of the switching losses is left out. */
  readonly coil: number | null;
  /** Logic [W]. */
  readonly quiescent: number;
  /** Share of the power drawn that reaches coils and switches. */
  readonly efficiency: number;
}

/** Heat of a driver [W] apart by how it goes with temperature. */
export interface DriverHeat {
  /** Of the switches' resistance at 25 °C, growing as they warm. */
  readonly growing: number;
  /** Drops, logic and the losses of switching. */
  readonly steady: number;
}

/**
 * Heat in a driver's silicon. Two phases carry sine and cosine of one crest, so together I²·R in their resistances and
 * at most √2·I times their drop; what its efficiency keeps back of the power drawn becomes heat in it too (energy
 * balance).
 */
export function driverHeat({ current, isBrushed, switches, coil, quiescent, efficiency }: DriverLoad): DriverHeat {
  const growing = current ** 2 * switches.resistance;
  const dropped = (isBrushed ? 1 : Math.SQRT2) * current * switches.drop;
  const passed = growing + dropped + current ** 2 * (coil ?? 0) + quiescent;
  return { growing, steady: dropped + quiescent + passed * (1 / efficiency - 1) };
}

/** Growth of a switch's resistance with its temperature [1/K] (common for silicon switches, no source). */
const RESISTANCE_GROWTH = 0.005;
/** Data sheets give the resistance at 25 °C. */
const SHEET_TEMPERATURE = 25;

/**
 * Junction temperature [°C] with the switches' resistance rising as they warm: Tj = (Ta + θ·P_steady + c(1 − 25k))/(1 −
 * ck), where c = θ·P_growing is the rise that the resistance at 25 °C alone would give. Leaving the growth out is far
 * too hopeful: 121 °C for 186 °C.
 * @param thermalResistance from junction to air [K/W] @param ambient [°C]
 * @returns Infinity where it runs away
 */
export function junctionTemperature(
  { growing, steady }: DriverHeat,
  thermalResistance: number,
  ambient: number,
  growth = RESISTANCE_GROWTH,
): number {
  const c = growing * thermalResistance;
  return c * growth >= 1
    ? Infinity
    : (ambient + steady * thermalResistance + c * (1 - SHEET_TEMPERATURE * growth)) / (1 - c * growth);
}

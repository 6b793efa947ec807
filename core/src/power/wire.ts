import { BOX_AIR } from '../driver/index.js';
import type { WireSize } from '../machine/index.js';
import { readQuantity } from '../shape/index.js';

/** Copper at 20 °C: 1/58 Ω·mm²/m (IEC 60028, from memory), in Ω·m. */
const COPPER_RESISTIVITY = 1e-6 / 58;
/** Growth of copper's resistance at 20 °C [1/K] (IEC 60028, from memory). */
const COPPER_GROWTH = 0.00393;
const REFERENCE_TEMPERATURE = 20;

/** Diameter of a wire by its gauge number [m]: 0.127 mm · 92^((36 − n)/39) (ASTM B258, from memory). */
export function gaugeDiameter(number: number): number {
  return 0.127e-3 * 92 ** ((36 - number) / 39);
}

/** Cross-section of the copper [m²]. */
export function wireArea(size: WireSize): number {
  return size.kind === 'gauge'
    ? (Math.PI / 4) * gaugeDiameter(size.number) ** 2
    : readQuantity(size.area, 'area').value;
}

/** Resistance of one conductor [Ω]. @param area [m²] @param length of the conductor [m] @param temperature [°C] */
export function copperResistance(area: number, length: number, temperature = REFERENCE_TEMPERATURE): number {
  return ((COPPER_RESISTIVITY * length) / area) * (1 + COPPER_GROWTH * (temperature - REFERENCE_TEMPERATURE));
}

/** Resistance of a pair there and back [Ω]. @param length of the cable [m] */
export function pairResistance(area: number, length: number, temperature = REFERENCE_TEMPERATURE): number {
  return copperResistance(area, 2 * length, temperature);
}

/**
 * Thickness of the usual insulation [m], and how much heat its surface gives off in still air [W/(m²·K)] (common
 * practice, no source).
 */
const INSULATION = 0.7e-3;
const SURFACE_TRANSFER = 10;
/** How much warmer than the air about it a wire may become [K] (common practice, no source). */
export const WIRE_RISE_MOST = 30;

/** Heat that a metre of single wire gives off for a kelvin of rise [W/(m·K)]. */
const shed = (area: number): number => Math.PI * (Math.sqrt((4 * area) / Math.PI) + 2 * INSULATION) * SURFACE_TRANSFER;

/**
 * How much warmer than still air of 40 °C a single insulated wire becomes [K]: I²R = h·π·D·ΔT, the copper's own growth
 * counted. Wires in a bundle become warmer.
 * @returns Infinity where it runs away
 */
export function wireRise(area: number, current: number): number {
  const cold = current ** 2 * copperResistance(area, 1, BOX_AIR);
  const growth = current ** 2 * (COPPER_RESISTIVITY / area) * COPPER_GROWTH;
  const rest = shed(area) - growth;
  return rest <= 0 ? Infinity : cold / rest;
}

/** Current [A] at which a single wire becomes 30 K warmer than air of 40 °C. */
export function wireCurrentMost(area: number): number {
  return Math.sqrt((shed(area) * WIRE_RISE_MOST) / copperResistance(area, 1, BOX_AIR + WIRE_RISE_MOST));
}

/** Ratings that fuses are sold in [A] (IEC 60127-2 and its neighbours, from memory). */
const FUSE_RATINGS = [0.5, 0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.15, 4, 5, 6.3, 8, 10, 12.5, 16, 20, 25, 30, 40];
/** A fuse runs all day at this share of its rating (common practice, no source). */
const FUSE_LOAD = 0.8;

/** Current [A] that a fuse of a rating carries all day. */
export function fuseCarries(rating: number): number {
  return rating * FUSE_LOAD;
}

/**
 * The smallest usual fuse that carries a current all day and still protects the wire.
 * @returns its rating [A]; null where none does both: the wire is too thin for the load
 */
export function fuseFor(current: number, wireMost: number): number | null {
  const found = FUSE_RATINGS.find((rating) => fuseCarries(rating) >= current);
  return found !== undefined && found <= wireMost ? found : null;
}

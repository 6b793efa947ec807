import { driverHeat, junctionTemperature, type DriverLoad } from './heat.js';

/** What a heat sink, and a sink in a fan's air, leave of the resistance from silicon to air (common practice, no source). */
export const COOLINGS = [
  { id: 'bare', words: 'bare', share: 1 },
  { id: 'sink', words: 'with a heat sink', share: 0.6 },
  { id: 'fan', words: 'with sink and fan', share: 0.35 },
] as const;

/** Silicon lives longer below this [°C] (common practice, no source). */
export const COOL_ENOUGH = 125;

/**
 * The greatest current [A] with which a driver's silicon stays below a temperature, by halving.
 * @param load with the current that is to be lowered, at most
 * @param thermalResistance from junction to air [K/W] @param ambient [°C]
 * @returns null where it is too hot without any current
 */
export function coolLimit(
  load: DriverLoad,
  thermalResistance: number,
  ambient: number,
  most = COOL_ENOUGH,
): number | null {
  const isCool = (current: number): boolean =>
    junctionTemperature(driverHeat({ ...load, current }), thermalResistance, ambient) <= most;
  if (!isCool(0)) return null;
  if (isCool(load.current)) return load.current;
  let [cool, hot] = [0, load.current];
  for (let count = 0; count < 60; count += 1) {
    const middle = (cool + hot) / 2;
    if (isCool(middle)) cool = middle;
    else hot = middle;
  }
  return cool;
}

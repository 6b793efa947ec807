import { coolingOf, limitInForce, type AxisContext } from '@crisp-notch/core/drive-line';
import { currentSteps, stepFor } from '@crisp-notch/core/driver';
import { countedCurrents, type DriverCurrentSteps } from '@crisp-notch/core/parts';
import { formatNumber } from '@crisp-notch/core/quantity';
import type { Reckoner } from '@crisp-notch/core/reckoner';

const amperes = (value: number): string => `${formatNumber(value, { significant: 3 })} A`;
const volts = (value: number): string => `${formatNumber(value, { significant: 3 })} V`;

/** Between what the limit may be set: the least of the driver, and the lowest of what motor and driver bear. */
export function bandWords(least: number | null, motor: number | null, driver: number | null): string {
  const most = [motor, driver].filter((item) => item !== null);
  if (most.length === 0) return '';
  const upper = Math.min(...most);
  const whose = upper === driver && upper !== motor ? 'driver' : 'motor';
  return `${least === null ? 'up to' : `${amperes(least)} to`} ${amperes(upper)}, by the ${whose}`;
}

/** Trimmers that are as near as this are set (common practice, no source). */
const NEAR = 0.01;

/** Which way to turn a trimmer from what it reads to what it should. */
export function turnWords(reads: number, wanted: number, raises: 'not-tried' | 'clockwise' | 'anticlockwise'): string {
  if (Math.abs(reads / wanted - 1) <= NEAR) return 'It is there.';
  const isUp = reads < wanted;
  const other = raises === 'clockwise' ? 'anticlockwise' : 'clockwise';
  const way = raises === 'not-tried' ? 'try a little and see the meter' : isUp ? raises : other;
  return `${isUp ? 'Up' : 'Down'} by ${volts(Math.abs(wanted - reads))}: ${way}`;
}

/** Which switches or number to set for a limit, and what comes of it. */
export function stepWords(said: DriverCurrentSteps, limit: number): string {
  const steps = countedCurrents(said);
  const step = stepFor(steps, limit);
  if (step === null) {
    const [least] = currentSteps(steps);
    return least ? `None: the least is ${amperes(least.crest)}` : 'None';
  }
  const what = said.kind === 'switches' ? `switches ${step.setting}` : `number ${step.setting} of ${said.most}`;
  return `${what}: ${amperes(step.crest)} crest`;
}

/** How warm the silicon becomes with each cooling, and what the limit should come down to. */
export function coolingWords(reckoner: Reckoner<AxisContext>): string {
  const limit = reckoner.value(limitInForce);
  return (coolingOf(reckoner) ?? [])
    .map(({ words, temperature, limit: allowed }) => {
      const warm = Number.isFinite(temperature) ? `${Math.round(temperature)} °C` : 'runs away';
      const lower =
        allowed !== null && limit !== null && allowed < limit * 0.999 ? `, ${amperes(allowed)} for 125 °C` : '';
      return `${words} ${warm}${lower}`;
    })
    .join('; ');
}

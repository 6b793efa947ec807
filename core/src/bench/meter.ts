import { probePoint, type PointName } from '../line-port/index.js';
import { gauss } from '../statistics/index.js';
import type { BenchAxis } from './axis.js';
import type { Looked, Shown } from './instruments.js';

/** Where a tip is: on an axis, or on the controller where there is none. */
interface Tip {
  readonly axis: BenchAxis | null;
  readonly point: PointName;
}

/** What a meter shows of its own leads [Ω]. */
const LEADS = 0.2;
const OHMS_DIGIT = 0.1;
const OHMS_NOISE = 0.03;
const OHMS_MOST = 2e6;
const VOLTS_DIGIT = 0.01;
const VOLTS_NOISE = 0.005;
/** Grounds that are not joined drift apart by so much [V] (common practice, no source). */
const FLOATS = 0.9;
/** Copper at 20 °C. */
const COPPER_GROWTH = 0.0039;

/** Pairs of the driver’s motor terminals with a coil between them, by how the motor’s leads are put on. */
const COILS = {
  right: { 'A+': 'A-', 'B+': 'B-' },
  reversed: { 'A+': 'A-', 'B+': 'B-' },
  crossed: { 'A+': 'B+', 'A-': 'B-' },
  open: { 'A+': 'A-' },
} as const;

const to = (digit: number, value: number): number => digit * Math.round(value / digit);

/** What a meter was held to: a value, or why it shows none. */
export type Probed = { readonly ok: true; readonly shown: Shown } | { readonly ok: false; readonly says: string };

/** Resistance of a coil as warm as it is [Ω]; null for a motor without coils to measure. */
function coilOf({ truth, heat }: BenchAxis): number | null {
  return truth.coilResistance === null ? null : truth.coilResistance * (1 + COPPER_GROWTH * (heat.motor - 20));
}

/** What lies between two tips [Ω]; null: nothing does. */
function ohmsBetween(one: Tip, other: Tip): number | null {
  if (one.axis === other.axis && one.point === other.point) return 0;
  const grounds = [one, other].map(({ axis, point }) =>
    point === 'ground' ? (axis === null ? 0 : (axis.truth.signalGround ?? Infinity)) : null,
  );
  // All grounds meet at the controller.
  if (grounds.every((item) => item !== null)) {
    const sum = grounds.reduce<number>((total, item) => total + (item ?? 0), 0);
    return Number.isFinite(sum) ? sum : null;
  }
  const { axis } = one;
  if (axis === null || axis !== other.axis) return null;
  const { motor } = axis.truth;
  const joint = motor.kind === 'stepper' ? motor.coils : 'right';
  const pairs: Readonly<Partial<Record<PointName, PointName>>> =
    motor.kind === 'stepper' ? COILS[joint] : { 'A+': 'A-' };
  return pairs[one.point] === other.point || pairs[other.point] === one.point ? coilOf(axis) : null;
}

/** Volts of a tip against its own ground. */
function voltsAt({ axis, point }: Tip, bench: Looked): number {
  if (axis === null || point === 'ground') return 0;
  if (point === 'V+') return bench.busOf(axis).volts;
  // The driver lets a current flow through the coil; its other end is at ground.
  const coil = coilOf(axis) ?? 0;
  if (point === 'A+') return Math.max(0, axis.shaft.current) * coil;
  return point === 'A-' ? Math.max(0, -axis.shaft.current) * coil : 0;
}

const VOLT_POINTS: readonly PointName[] = ['V+', 'ground', 'A+', 'A-'];

/**
 * A multimeter between two named points of the rig’s wiring.
 * @param from see {@link probePoint}
 */
export function probe(
  bench: Looked & { axis(letter: string): BenchAxis | null },
  from: string,
  other: string,
  what: 'volts' | 'ohms',
  random: () => number,
): Probed {
  const tips: Tip[] = [];
  for (const name of [from, other]) {
    const found = probePoint(name);
    const axis = found?.letter == null ? null : bench.axis(found.letter);
    if (!found || (found.letter !== null && !axis)) return { ok: false, says: `There is no point ${name} here.` };
    tips.push({ axis, point: found.point });
  }
  const [one, two] = tips as [Tip, Tip];
  const isPowered = bench.isPowered();
  if (what === 'ohms') {
    if (isPowered)
      return { ok: false, says: 'Ohms are measured with the power off: a powered circuit lies, and harms the meter.' };
    const ohms = ohmsBetween(one, two);
    if (ohms === null) return { ok: true, shown: { value: OHMS_MOST, unit: 'Ω', isBeyond: true } };
    const value = to(OHMS_DIGIT, Math.max(0, ohms + LEADS + OHMS_NOISE * gauss(random)));
    return { ok: true, shown: { value, unit: 'Ω', isBeyond: false } };
  }
  const strange = [one, two].find(({ axis, point }) => axis !== null && !VOLT_POINTS.includes(point));
  if (strange) return { ok: false, says: 'The meter averages the chopping there and tells nothing: take A+ and A-.' };
  const isApart =
    one.axis !== two.axis && [one, two].some(({ axis }) => axis !== null && axis.truth.signalGround === null);
  const drift = isApart && isPowered ? FLOATS * (2 * random() - 1) : 0;
  const volts = voltsAt(one, bench) - voltsAt(two, bench) + drift + VOLTS_NOISE * gauss(random);
  return { ok: true, shown: { value: to(VOLTS_DIGIT, volts), unit: 'V', isBeyond: false } };
}

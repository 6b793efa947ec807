import { divideRational, ONE, rational, subtractRational, type Rational } from '../quantity/index.js';

/** Teeth of a planetary set with its ring held: the planets follow from sun and ring. */
export interface PlanetarySet {
  readonly sun: number;
  readonly ring: number;
  readonly planets: number;
}

/** Teeth of a set whose stepped planets run in two rings: the first held, the second driven. */
export interface TwoRingSet extends PlanetarySet {
  /** Teeth of the planets' second wheel and of the ring that it drives. */
  readonly secondPlanet: number;
  readonly secondRing: number;
}

/** What passes each way; nothing and less where it locks. */
export interface BothWays {
  readonly forward: number;
  readonly backward: number;
}

/** Teeth of a planet that fills the room between sun and ring of one module; null where they leave half a tooth. */
export function planetTeeth({ sun, ring }: Pick<PlanetarySet, 'sun' | 'ring'>): number | null {
  const teeth = (ring - sun) / 2;
  return Number.isInteger(teeth) && teeth > 0 ? teeth : null;
}

/**
 * Turns of the sun for one of the last wheel, exactly: 1 + R/S of the carrier; with a second ring
 * (1 + R1/S)/(1 − R1·P2/(P1·R2)), negative where that turns the other way (Willis’ equation; Dudley’s Handbook of
 * Practical Gear Design, “Epicyclic gear ratios”, from memory).
 * @returns null where planets do not fit between sun and ring, or the second ring would stand still
 */
export function planetaryRatio(set: PlanetarySet | TwoRingSet): Rational | null {
  const planet = planetTeeth(set);
  if (planet === null) return null;
  const toCarrier = rational(BigInt(set.sun + set.ring), BigInt(set.sun));
  if (!('secondRing' in set)) return toCarrier;
  const share = rational(BigInt(set.ring * set.secondPlanet), BigInt(planet * set.secondRing));
  const left = subtractRational(ONE, share);
  return left.numerator === 0n ? null : divideRational(toCarrier, left);
}

/** Whether planets evenly round the sun mesh with both wheels: (S + R)/n is whole. */
export const planetsFit = ({ sun, ring, planets }: PlanetarySet): boolean => (sun + ring) % planets === 0;

const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b));

/**
 * Whether stepped planets that are all alike mesh with both rings, evenly round the sun. Rolled on to the next place in
 * the first ring a planet stands R1/(n·P1) turns on, in the second R2/(n·P2); by taking other teeth of both wheels it
 * can make good any multiple of 1/P1 and of 1/P2: (R2·P1 − R1·P2)/n has to be a multiple of what divides P1 and P2.
 */
export function steppedPlanetsFit(set: TwoRingSet): boolean {
  const planet = planetTeeth(set);
  if (planet === null || !planetsFit(set)) return false;
  const apart = set.secondRing * planet - set.ring * set.secondPlanet;
  return apart % (set.planets * greatestDivisor(planet, set.secondPlanet)) === 0;
}

/** Room between the tips of neighbouring planets, in modules: (S + P)·sin(π/n) − (P + 2); nothing and less: they collide. */
export function planetGap(set: PlanetarySet, wheel = planetTeeth(set) ?? 0): number {
  const planet = planetTeeth(set) ?? 0;
  return (set.sun + planet) * Math.sin(Math.PI / set.planets) - (wheel + 2);
}

/** How a torque at one central wheel comes out at another, the third held or carried along, in the carrier's frame. */
interface Meshes {
  /** Speeds of the central wheels against the carrier, for one turn of the sun. */
  readonly speeds: readonly number[];
  readonly losses: readonly number[];
}

/**
 * Torques at three central wheels of one planet carrier that bears none: Σ T = 0, and in the carrier's frame, where
 * all wheels only roll, Σ T·ω·η^w = 0, w = 1 for a wheel that drives the planets there and −1 for one that they drive.
 * Which is which follows from the torques themselves, so all ways are tried.
 * @param known index of the wheel whose torque is 1
 * @returns all torques that hold together
 */
function carrierFreeTorques({ speeds, losses }: Meshes, known: number): readonly (readonly number[])[] {
  const found: (readonly number[])[] = [];
  for (let way = 0; way < 8; way += 1) {
    const drives = speeds.map((_, index) => ((way >> index) & 1) === 1);
    const weight = speeds.map((speed, index) => {
      const eta = losses[index] as number;
      return speed * (drives[index] ? eta : 1 / eta);
    });
    const [a, b] = [0, 1, 2].filter((index) => index !== known) as [number, number];
    const determinant = (weight[b] as number) - (weight[a] as number);
    if (Math.abs(determinant) < 1e-12) continue;
    const torques: number[] = [0, 0, 0];
    torques[known] = 1;
    torques[a] = ((weight[known] as number) - (weight[b] as number)) / determinant;
    torques[b] = -1 - torques[a];
    if (torques.every((torque, index) => torque * (speeds[index] as number) > 0 === drives[index])) found.push(torques);
  }
  return found;
}

/**
 * Efficiency of a planetary set from its rolling power: what the meshes lose while the carrier is thought to stand,
 * which is not what it passes on (VDI 2157:2012, “Planetary gear trains; symbols, designations, calculation”; Müller,
 * Die Umlaufgetriebe; from memory).
 * @param mesh efficiency of one mesh, sun or ring with a planet
 * @returns null where the set has no ratio
 */
export function planetaryEfficiency(set: PlanetarySet | TwoRingSet, mesh: number): BothWays | null {
  const planet = planetTeeth(set);
  const ratio = planetaryRatio(set);
  if (planet === null || !ratio) return null;
  const { sun, ring } = set;
  if (!('secondRing' in set)) {
    const [k, rolling] = [ring / sun, mesh * mesh];
    return { forward: (k * rolling + 1) / (k + 1), backward: (k + 1) / (k / rolling + 1) };
  }
  // For one turn of the sun the carrier turns by 1/(1 + R1/S); against it the wheels roll.
  const carrier = 1 / (1 + ring / sun);
  const last = Number(ratio.denominator) / Number(ratio.numerator);
  const speeds = [1 - carrier, -carrier, last - carrier];
  const losses = [mesh, mesh, mesh];
  // Driven at the sun it gives out at the ring; of what would hold together, that is the one that passes on most.
  const forward = carrierFreeTorques({ speeds, losses }, 0).map((torques) => -(torques[2] as number) * last);
  // Driven at its ring, turning the way of its torque, it gives out at the sun what is left; pushed on there, it locks.
  const way = Math.sign(last);
  const backward = carrierFreeTorques({ speeds: speeds.map((speed) => way * speed), losses }, 2).map(
    (torques) => -(torques[0] as number) / last,
  );
  return forward.length === 0 || backward.length === 0
    ? null
    : { forward: Math.max(...forward), backward: Math.max(...backward) };
}

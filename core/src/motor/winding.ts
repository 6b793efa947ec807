/**
 * How the coils of a motor are joined. Four leads: one coil a phase. Five leads: the taps are joined, so only single
 * half coils can be fed. Six leads: half or whole coils. Eight leads: half coils in any way.
 */
export type Wiring = 'coil' | 'half' | 'series' | 'parallel' | 'unipolar';
export type LeadCount = 4 | 5 | 6 | 8;

/** What a connection makes of the numbers of one half coil. */
export interface WindingFactors {
  readonly resistance: number;
  readonly inductance: number;
  /** Current at equal copper loss. */
  readonly current: number;
  /** Torque for an ampere of one phase. */
  readonly torquePerAmpere: number;
}

/**
 * Relative to one half coil, at equal copper loss in the whole motor. Turns double in series, so inductance goes with
 * their square (Ampère's and Faraday's laws; any electric-machines textbook); in parallel the same turns share the
 * copper. Holding torque grows by √2 in both, because all the copper works.
 */
const FACTORS: Readonly<Record<Wiring, WindingFactors>> = {
  coil: { resistance: 1, inductance: 1, current: 1, torquePerAmpere: 1 },
  half: { resistance: 1, inductance: 1, current: 1, torquePerAmpere: 1 },
  unipolar: { resistance: 1, inductance: 1, current: 1, torquePerAmpere: 1 },
  series: { resistance: 2, inductance: 4, current: Math.SQRT1_2, torquePerAmpere: 2 },
  parallel: { resistance: 0.5, inductance: 1, current: Math.SQRT2, torquePerAmpere: 1 },
};

const WIRINGS: Readonly<Record<LeadCount, readonly Wiring[]>> = {
  4: ['coil'],
  5: ['unipolar'],
  6: ['series', 'half', 'unipolar'],
  8: ['series', 'parallel', 'half', 'unipolar'],
};

/** The ways to wire a motor with so many leads, the usual one first. */
export function wiringsOf(leads: LeadCount): readonly Wiring[] {
  return WIRINGS[leads];
}

/**
 * What the sheet's numbers have to be multiplied by: from the connection they are quoted for to the one that is wired.
 */
export function windingFactors(quotedFor: Wiring, wired: Wiring): WindingFactors {
  const [from, to] = [FACTORS[quotedFor], FACTORS[wired]];
  return {
    resistance: to.resistance / from.resistance,
    inductance: to.inductance / from.inductance,
    current: to.current / from.current,
    torquePerAmpere: to.torquePerAmpere / from.torquePerAmpere,
  };
}

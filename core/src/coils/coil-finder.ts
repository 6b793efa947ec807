import type { LeadCount } from '../motor/index.js';
import {
  between,
  CASE,
  cellOf,
  hypothesesOf,
  joinsOf,
  looksOf,
  pathsOf,
  type Between,
  type Connection,
  type Hypothesis,
  type Paths,
} from './coil-network.js';

/** One thing that was found out about a motor's leads, by their numbers from 0; {@link CASE} is the case. */
export type CoilReading =
  /** Ohms less those of the meter's own leads [Ω]; null: open. */
  | { readonly kind: 'ohms'; readonly leads: readonly [number, number]; readonly value: number | null }
  /** Whether the shaft turns stiffly while the two are joined. */
  | { readonly kind: 'stiff'; readonly leads: readonly [number, number]; readonly isSo: boolean }
  /** Whether a lamp across the two flickers while the shaft is turned. */
  | { readonly kind: 'lamp'; readonly leads: readonly [number, number]; readonly isSo: boolean };

/** A measurement that may be made next. */
export interface NextReading {
  readonly leads: readonly [number, number];
  /** What it tells on average [bit]. */
  readonly gain: number;
}

export type Sure = 'certain' | 'possible' | 'no';

/** What is believed of a pair of leads. */
export interface PairBelief {
  readonly leads: readonly [number, number];
  /** Chance that they are joined through a winding. */
  readonly chance: number;
  readonly sure: Sure;
}

export interface CoilBelief {
  /** Hypotheses that what was read leaves, the likeliest first, with their chances. */
  readonly left: readonly { readonly hypothesis: Hypothesis; readonly chance: number }[];
  readonly pairs: readonly PairBelief[];
  /** The one measurement that tells most; null where every answer is implied already. */
  readonly next: NextReading | null;
  /** Who is joined with whom, whatever else may be wrong; null while that is not sure. */
  readonly connection: Connection | null;
  /** All that a meter can tell, faults too; null while two are left that it could tell apart. */
  readonly found: Hypothesis | null;
  /** Ohms of a half coil as the readings have it [Ω]; null before the first. */
  readonly half: number | null;
}

/** Above this a meter's reading counts as open (common practice, no source) [Ω]. */
export const OPEN_FROM = 10_000;
/** A sound motor has at least this to its case (common practice, no source) [Ω]. */
export const SOUND_CASE = 1e6;

/** Spread of readings and of the coils of one motor, as shares; and what a meter's last digits and contacts add [Ω]. */
const NOISE = 0.03;
const MATCH = 0.015;
const DIGIT = 0.04;
/** Natural logarithm of the ohms of half a coil while nobody knows them: from a tenth of an ohm to some hundred. */
const UNKNOWN = { mean: Math.log(2), spread: 1.6 };
/** How far a sheet's ohms may be out: a batch differs by a third. */
const BY_SHEET = 0.2;
/** An odd winding has anything from a third to three times of the others. */
const ODD = 0.5;
/** How often a hand or an eye is wrong. */
const SENSES = 0.04;
/** How often a contact is not made, or a neighbour is touched. */
const SLIP = 0.002;

const CERTAIN = 0.98;
const JOINED = 0.95;
const NO = 0.02;
/** What is less likely than this beside the likeliest is let go. */
const LET_GO = 1e-6;
/** A measurement that tells less is not worth making: its answer is implied [bit]. */
const WORTH = 0.03;
/** Ohms less sure than this are not told from twice as many. */
const UNSCALED = 0.3;

interface Seen {
  readonly paths: Paths;
  /** What lies between each two points, as a number for each cell of the paths. */
  readonly codes: Uint8Array;
  readonly looks: string;
  readonly joins: string;
  readonly hypothesis: Hypothesis;
  readonly prior: number;
}

/** Codes of a cell: nothing conducts; no ohms; from there on five times the half coils and the odd ones. */
const [NO_PATH, NO_OHMS, CODES] = [0, 1, 32];
const decoded = (code: number): Between => ({ halves: Math.floor((code - NO_OHMS) / 5), odd: (code - NO_OHMS) % 5 });

const seenBy = new Map<LeadCount, readonly Seen[]>();

/** Every hypothesis with its paths, worked out once for a number of leads. */
function allSeen(leads: LeadCount): readonly Seen[] {
  const known = seenBy.get(leads);
  if (known) return known;
  const made = hypothesesOf(leads).map((hypothesis): Seen => {
    const paths = pathsOf(hypothesis);
    return {
      hypothesis,
      prior: hypothesis.prior,
      paths,
      codes: Uint8Array.from(paths.cells, (cell) => (cell === null ? NO_PATH : NO_OHMS + 5 * cell.halves + cell.odd)),
      looks: looksOf(paths),
      joins: joinsOf(hypothesis.connection),
    };
  });
  seenBy.set(leads, made);
  return made;
}

const gauss = (off: number, variance: number): number =>
  Math.exp(-(off * off) / (2 * variance)) / Math.sqrt(2 * Math.PI * variance);

/**
 * How well the readings fit a hypothesis whose half coil has unknown ohms: finite readings are logarithms of a multiple
 * of them with noise, so the ohms are integrated out in closed form (a Gaussian prior stays Gaussian).
 */
function likelihood(
  { paths }: Seen,
  readings: readonly CoilReading[],
  sheet: number | null,
): { readonly fit: number; readonly half: number; readonly spread: number; readonly odd: number } {
  let fit = 1;
  const begun = sheet === null ? UNKNOWN : { mean: Math.log(sheet), spread: BY_SHEET };
  let [mean, variance] = [begun.mean, begun.spread ** 2];
  // An odd winding has a factor of its own, learnt from the first reading that shows it alone.
  let odd = 1;
  let isOddKnown = false;
  for (const reading of readings) {
    const path = between(paths, reading.leads[0], reading.leads[1]);
    if (reading.kind !== 'ohms') {
      const isWound = path !== null && path.halves + path.odd > 0;
      fit *= reading.isSo === isWound ? 1 - SENSES : SENSES;
      continue;
    }
    const { value } = reading;
    if (value === null) {
      fit *= path === null ? 1 : SLIP;
      continue;
    }
    if (path === null) {
      fit *= SLIP;
      continue;
    }
    const units = path.halves + path.odd * odd;
    if (units === 0) {
      fit *= Math.abs(value) < 6 * DIGIT ? 1 : SLIP;
      continue;
    }
    if (value <= DIGIT) {
      // A winding has some ohms, but half a coil of a large motor has few.
      fit *= Math.exp(mean) * units < 4 * DIGIT ? 1 : SLIP;
      continue;
    }
    const noise = NOISE ** 2 + MATCH ** 2 + (DIGIT / value) ** 2;
    if (path.odd > 0 && !isOddKnown) {
      const rest = value - path.halves * Math.exp(mean);
      odd = Math.max(0.05, rest / (path.odd * Math.exp(mean)));
      isOddKnown = true;
      fit *= gauss(Math.log(odd), ODD ** 2 + variance + noise);
      continue;
    }
    const seen = Math.log(value / units);
    fit *= Math.max(gauss(seen - mean, variance + noise), SLIP * 1e-2);
    const gain = variance / (variance + noise);
    mean += gain * (seen - mean);
    variance *= 1 - gain;
  }
  return { fit, half: Math.exp(mean), spread: Math.sqrt(variance), odd };
}

/** Readings as they are weighed: those that show the ordinary half coil first, whatever order they were made in. */
const inOrder = (readings: readonly CoilReading[], { paths }: Seen): readonly CoilReading[] => {
  const isOdd = ({ leads: [one, other] }: CoilReading): boolean => (between(paths, one, other)?.odd ?? 0) > 0;
  if (!readings.some(isOdd)) return readings;
  return [...readings.filter((reading) => !isOdd(reading)), ...readings.filter(isOdd)];
};

interface Weighed {
  readonly seen: Seen;
  readonly chance: number;
  readonly half: number;
  readonly spread: number;
  readonly odd: number;
}

function weigh(leads: LeadCount, readings: readonly CoilReading[], sheet: number | null): readonly Weighed[] {
  const all = allSeen(leads).map((seen) => {
    const { fit, ...rest } = likelihood(seen, inOrder(readings, seen), sheet);
    return { seen, weight: seen.prior * fit, ...rest };
  });
  const most = all.reduce((best, { weight }) => Math.max(best, weight), 0);
  const kept = all.filter(({ weight }) => weight > most * LET_GO);
  const sum = kept.reduce((total, { weight }) => total + weight, 0);
  return kept
    .map(({ weight, ...rest }) => ({ ...rest, chance: weight / sum }))
    .sort((one, other) => other.chance - one.chance);
}

/** Steps of the logarithm by which two readings are told apart. */
const STEP = 4 * NOISE;
/** Ohms that can be told apart lie within so many steps on either side of one ohm. */
const STEPS = 120;
/** Answers that are no step of ohms. */
const [OPEN, NOTHING, SOME, ODD_OHMS] = [0, 1, 2, 3];
const FIRST_STEP = ODD_OHMS + 9;
const ANSWERS = FIRST_STEP + 2 * STEPS + 1;

/** What a meter would show, as far as it could be told apart, by what lies between two points. */
type Answers = (code: number) => number;

/**
 * While the ohms of half a coil are not known, any ohms tell only that something conducts; and those of a winding that
 * is not as the others are anything at first.
 */
function answersOf({ half, spread, odd }: Weighed): Answers {
  const known = new Int16Array(CODES).fill(-1);
  return (code) => {
    if (code === NO_PATH) return OPEN;
    if (code === NO_OHMS) return NOTHING;
    const kept = known[code] as number;
    if (kept >= 0) return kept;
    const { halves, odd: odds } = decoded(code);
    const step = Math.round(Math.log(half * (halves + odds * odd)) / STEP);
    const answer =
      odds > 0 && odd === 1
        ? ODD_OHMS + halves
        : spread > UNSCALED
          ? SOME
          : FIRST_STEP + STEPS + Math.max(-STEPS, Math.min(STEPS, step));
    known[code] = answer;
    return answer;
  };
}

/** A pair of leads, or a lead and the case, and where it stands among the cells of the paths. */
interface Measurable {
  readonly leads: readonly [number, number];
  readonly cell: number;
}

const pairsOf = (leads: LeadCount): readonly (readonly [number, number])[] =>
  Array.from({ length: leads }, (_, one) => one).flatMap((one) =>
    Array.from({ length: leads - one - 1 }, (_, more) => [one, one + 1 + more] as const),
  );

/** Bits that each measurement tells on average: the entropy of its answer, which the motor decides. */
function gainsOf(left: readonly Weighed[], cells: readonly number[]): readonly number[] {
  const chances = new Float64Array(cells.length * ANSWERS);
  // Motor by motor: what one shows lies together.
  for (const item of left) {
    const answer = answersOf(item);
    const { codes } = item.seen;
    for (let index = 0; index < cells.length; index += 1) {
      const place = index * ANSWERS + answer(codes[cells[index] as number] as number);
      chances[place] = (chances[place] as number) + item.chance;
    }
  }
  return cells.map((_, index) =>
    chances
      .subarray(index * ANSWERS, (index + 1) * ANSWERS)
      .reduce((sum, chance) => (chance > 0 ? sum - chance * Math.log2(chance) : sum), 0),
  );
}

/** The chance that each pair is joined through a winding. */
function joinedChances(left: readonly Weighed[], cells: readonly number[]): readonly number[] {
  const chances = new Float64Array(cells.length);
  for (const { chance, seen } of left)
    for (let index = 0; index < cells.length; index += 1)
      if ((seen.codes[cells[index] as number] as number) > NO_OHMS)
        chances[index] = (chances[index] as number) + chance;
  return [...chances];
}

/** The likeliest of all that is left, if what it has in common with others is sure enough. */
function sureOf(left: readonly Weighed[], common: (seen: Seen) => string, enough: number): Hypothesis | null {
  const [first] = left;
  if (!first) return null;
  const wanted = common(first.seen);
  const chance = left.reduce((sum, item) => (common(item.seen) === wanted ? sum + item.chance : sum), 0);
  return chance >= enough ? first.seen.hypothesis : null;
}

/**
 * What readings say of how a motor's leads are connected inside. All connections that fit are kept with their odds:
 * sound ones and each with one fault; see `hypothesesOf`.
 *
 * @param sheet ohms of half a coil by the sheet [Ω]; null if unknown
 * @returns belief, with the next measurement by expected information (Shannon, A Mathematical Theory of Communication)
 */
export function findCoils(leads: LeadCount, readings: readonly CoilReading[], sheet: number | null = null): CoilBelief {
  const left = weigh(leads, readings, sheet);
  const isRead = ({ kind, leads: [a, b] }: CoilReading, [one, other]: readonly [number, number]): boolean =>
    kind === 'ohms' && ((a === one && b === other) || (a === other && b === one));
  const pairs = pairsOf(leads);
  const measurable = [...pairs, ...Array.from({ length: leads }, (_, lead) => [lead, CASE] as const)].map(
    (pair): Measurable => ({ leads: pair, cell: cellOf(leads, pair[0], pair[1]) }),
  );
  const open = measurable.filter(({ leads: pair }) => !readings.some((reading) => isRead(reading, pair)));
  const gains = gainsOf(
    left,
    open.map(({ cell }) => cell),
  );
  const next = open.reduce<NextReading | null>((best, item, index) => {
    const gain = gains[index] as number;
    return gain > (best?.gain ?? WORTH) + 1e-9 ? { leads: item.leads, gain } : best;
  }, null);
  const chances = joinedChances(
    left,
    pairs.map(([one, other]) => cellOf(leads, one, other)),
  );
  const isScaled = readings.some((reading) => reading.kind === 'ohms' && reading.value !== null);
  return {
    left: left.map(({ seen, chance }) => ({ hypothesis: seen.hypothesis, chance })),
    pairs: pairs.map((pair, index) => {
      const chance = chances[index] as number;
      return { leads: pair, chance, sure: chance >= CERTAIN ? 'certain' : chance <= NO ? 'no' : 'possible' };
    }),
    next,
    connection: sureOf(left, ({ joins }) => joins, JOINED)?.connection ?? null,
    found: sureOf(left, ({ looks }) => looks, CERTAIN),
    half: isScaled ? (left[0]?.half ?? null) : null,
  };
}

import { faultsInForce, type RatioFault } from '../diagnosis/index.js';
import type { AxisContext } from '../drive-line/index.js';
import { bearingsOf } from './bearings.js';
import type { Cause } from './cause.js';
import { nextMeasurement, type NextMeasurement } from './next.js';
import { rowsOf, type MadeCheck } from './row.js';
import { weigh, type Weighed } from './weigh.js';

/** How much a check speaks for a cause or against it, by how many times it changes its odds. */
export type Weight = 'strongly-for' | 'for' | 'little' | 'against' | 'strongly-against';

export interface Evidence {
  readonly checkId: string;
  readonly weight: Weight;
  /** By how many times it changes the odds of the cause. */
  readonly times: number;
}

/** One thing that may be wrong, alone or with another. */
export interface Suspect {
  readonly id: string;
  /** What is wrong, as a sentence, and what is to be done. */
  readonly sentence: string;
  readonly remedy: string;
  readonly fault: RatioFault | null;
  /** Chance that it is there. */
  readonly chance: number;
}

/** What can be said of an axis by everything that was measured of it. */
export interface Diagnosis {
  /** Readings that it rests on. */
  readonly readingCount: number;
  /** Likeliest first; those below one in two hundred are left out. */
  readonly suspects: readonly Suspect[];
  /** Chances that nothing is wrong, and that it is something else. */
  readonly nothing: number;
  readonly somethingElse: number;
  /** What can be told: nothing is shown, what is wrong is told, or it cannot be told yet. */
  readonly statement: 'nothing-shown' | 'told' | 'open';
  /** Something likely is neither told nor ruled out. */
  readonly isOpen: boolean;
  /** Suspects of which it can be told that they are there. */
  readonly told: readonly Suspect[];
  /** What tells them apart, or what would still show something; null where all is told, or nothing would. */
  readonly next: NextMeasurement | null;
}

/** From such a chance on it is told. */
export const TOLD = 0.9;
/** A suspect that is likelier than that, and not told, keeps the question open. */
const OPEN = 0.2;
const SHOWN_LEAST = 0.005;

const idsOf = ({ hypothesis }: Weighed): readonly string[] =>
  [...hypothesis.ratios, ...hypothesis.causes].map(({ id }) => id);

/** Chances that each is there, alone or with another. */
function chances(weighed: readonly Weighed[]): ReadonlyMap<string, number> {
  const sums = new Map<string, number>();
  for (const item of weighed) for (const id of idsOf(item)) sums.set(id, (sums.get(id) ?? 0) + item.chance);
  return sums;
}

const odds = (chance: number): number => Math.max(chance, 1e-12) / Math.max(1 - chance, 1e-12);

function weightOf(times: number): Weight {
  if (times >= 100) return 'strongly-for';
  if (times >= 3) return 'for';
  if (times > 1 / 3) return 'little';
  return times > 1 / 100 ? 'against' : 'strongly-against';
}

/**
 * What is wrong with an axis by all of its checks together.
 * @param checks of the axis as it is now; what was measured on another design says nothing of this one
 * @returns null while nothing was read that says anything of it
 */
export function diagnose(context: AxisContext, checks: readonly MadeCheck[]): Diagnosis | null {
  const bearings = bearingsOf(context);
  if (!bearings) return null;
  const rows = checks.flatMap((check, place) => rowsOf(check, place));
  if (rows.length === 0) return null;
  const weighed = weigh(rows, bearings, faultsInForce(bearings.reckoner));
  const suspects = suspectsOf(weighed);
  const nothing = chanceOf(weighed, 'nothing');
  const told = suspects.filter(({ chance }) => chance >= TOLD);
  const isOpen = suspects.some(({ chance }) => chance >= OPEN && chance < TOLD) || (told.length === 0 && nothing < 0.5);
  return {
    readingCount: rows.length,
    suspects,
    nothing,
    somethingElse: chanceOf(weighed, 'else'),
    statement: told.length > 0 ? 'told' : isOpen ? 'open' : 'nothing-shown',
    isOpen,
    told,
    next: isOpen || told.length === 0 ? nextMeasurement(weighed, rows, checks, context, bearings) : null,
  };
}

const chanceOf = (weighed: readonly Weighed[], key: string): number =>
  weighed.find(({ hypothesis }) => hypothesis.key === key)?.chance ?? 0;

function suspectsOf(weighed: readonly Weighed[]): readonly Suspect[] {
  const known = new Map<string, Cause | RatioFault>(
    weighed.flatMap(({ hypothesis: { ratios, causes } }) => [...ratios, ...causes].map((item) => [item.id, item])),
  );
  return [...chances(weighed)]
    .filter(([, chance]) => chance >= SHOWN_LEAST)
    .sort(([, a], [, b]) => b - a)
    .map(([id, chance]): Suspect => {
      const item = known.get(id) as Cause | RatioFault;
      if (!('factor' in item)) return { id, sentence: item.sentence, remedy: item.remedy, fault: null, chance };
      return { id, sentence: item.sentence, remedy: item.correct ? COUNT_IT : READ_IT, fault: item, chance };
    });
}

const COUNT_IT = 'Count and measure the part, and put the drive line right.';
const READ_IT = 'Read in the right unit, and enter the readings anew.';

/**
 * How much each check by itself speaks for suspects or against them: by how many times it changes the odds that they had
 * before anything was measured.
 * @returns by suspect, in the order of the checks; a check that reads nothing of the way is left out
 */
export function evidenceFor(
  suspects: readonly Suspect[],
  context: AxisContext,
  checks: readonly MadeCheck[],
): ReadonlyMap<string, readonly Evidence[]> {
  const bearings = bearingsOf(context);
  if (!bearings) return new Map();
  const faults = faultsInForce(bearings.reckoner);
  const before = chances(weigh([], bearings, faults));
  const alone = checks.flatMap((check, place) => {
    const rows = rowsOf(check, place);
    return rows.length === 0 ? [] : [{ checkId: check.id, after: chances(weigh(rows, bearings, faults)) }];
  });
  return new Map(
    suspects.map(({ id }) => [
      id,
      alone.map(({ checkId, after }) => {
        const times = odds(after.get(id) ?? 0) / odds(before.get(id) ?? 0);
        return { checkId, weight: weightOf(times), times };
      }),
    ]),
  );
}

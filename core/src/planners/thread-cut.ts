import { MICROSCOPE } from '../bench/index.js';
import type { Machine } from '../machine/index.js';
import type { ThreadRow } from '../program/index.js';
import { valueOf } from '../shape/index.js';
import { passFound, runIn, threadFound, type GrooveRead, type ThreadFound } from '../threads/index.js';

/** A pass of a thread as it was sent, and where its groove lies. */
export interface PassCut {
  readonly row: ThreadRow;
  readonly groove: GrooveRead;
}

/** What came of a thread that was cut. Lengths along the work [m]. */
export interface ThreadCutFound {
  readonly wanted: number;
  readonly found: ThreadFound;
  /** What its lead may be off by: the error that the screw is said to have, and the uncertainty of the reading. */
  readonly stated: number;
  readonly isRight: boolean;
  /** v²/2a from rest. */
  readonly reckonedLag: number;
  /** Every pass lies in the groove of the one before. */
  readonly isOne: boolean;
}

/** Passes that lie so much of their lead apart cut flanks of their own (common practice, no source). */
const ONE_GROOVE = 0.02;
/** What a microscope is wrong by at a mark, as a standard uncertainty. */
const OWN = Math.hypot(MICROSCOPE.noise, MICROSCOPE.digit / Math.sqrt(12));
/** A spindle is slower while it cuts, and the carriage comes up to its speed sooner: the ramp with some room. */
const ROOM = 1.2;

/**
 * Lead, lag and groove of the passes of a program, against what was asked.
 * @returns null where there was none, or none that could be read
 */
export function threadCut(machine: Machine, cut: readonly PassCut[]): ThreadCutFound | null {
  const [first] = cut;
  if (!first) return null;
  const { lead: wanted, letter } = first.row;
  // Threads of two leads in one program are none of one.
  const ofOne = cut.filter(({ row }) => row.letter === letter && Math.abs(row.lead / wanted - 1) < 1e-9);
  const found = threadFound(
    ofOne.map(({ row, groove }) =>
      passFound(groove, ROOM * runIn(row.lead * row.turns, row.acceleration), row.way, OWN),
    ),
  );
  if (!found) return null;
  const axis = machine.axes.find((item) => item.letter === letter);
  const off = axis?.faults.leadError ? (valueOf(axis.faults.leadError, 'length') ?? 0) : 0;
  const travel = axis?.job.travel ? (valueOf(axis.job.travel, 'length') ?? 0) : 0;
  const stated = found.expanded + (travel > 0 ? (off / travel) * wanted : 0);
  return {
    wanted,
    found,
    stated,
    isRight: Math.abs(found.lead - wanted) <= stated,
    reckonedLag: runIn(wanted * first.row.turns, first.row.acceleration),
    isOne: found.apart <= ONE_GROOVE * wanted,
  };
}

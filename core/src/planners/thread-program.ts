import type { WorkOf } from '../work/index.js';
import { commentWords, numberWord } from '../program/index.js';
import { readQuantity } from '../shape/index.js';

/** Flank of a thread of 60°, for an infeed along it: a little less than half of it (common practice, no source). */
const FLANK = (29.5 * Math.PI) / 180;
/** A spindle is said in whole turns a minute. */
const MINUTE = 60;
const DECIMALS = 4;
/** Until a spindle has come to its speed [s] (common practice, no source); slower, the first pass would lie elsewhere. */
const SPINDLE_WAIT = 5;

/** What a thread's program needs besides what was filled in [m]. */
export interface ThreadCut {
  readonly pitch: number;
  readonly lead: number;
  readonly diameter: number;
  readonly length: number;
  /** From the face to where the carriage starts. */
  readonly from: number;
  /** Depths after each pass. */
  readonly depths: readonly number[];
  /** Whole depth, and half-angle of a taper. */
  readonly depth: number;
  readonly taper: number;
  /** Behind the thread, in which it comes to rest [m]. */
  readonly relief: number;
  /** What X words count. */
  readonly counts: 'radius' | 'diameter';
}

/** Half of the diameter that the tool's tip stands at, at the face of the work [m]. */
export const tipRadius = ({ diameter, depth }: ThreadCut, side: 'external' | 'internal', at: number): number =>
  side === 'external' ? diameter / 2 - at : diameter / 2 - depth + at;

/** Where a pass starts: deeper passes start nearer where they follow a flank [m]. */
export const startOf = (
  { from, depth, pitch }: ThreadCut,
  infeed: 'straight' | 'flank',
  at: number,
  start: number,
): number => from + start * pitch + (infeed === 'flank' ? (depth - at) * Math.tan(FLANK) : 0);

const word = (metres: number): string => numberWord(metres * 1000, DECIMALS);

/**
 * The passes of a thread, start after start: G33, thread cutting with a constant lead (ISO 6983-1:2009, from memory),
 * with G0 G4 G18 G21 G90 G97 M0 M3 M5 M2 F S of the same family. Z from the face of the work, away from the chuck; X in
 * diameters or radii.
 */
export function threadProgram(cut: ThreadCut, work: WorkOf<'thread'>, title: string): string {
  const clear = readQuantity(work.clear, 'length').value;
  const turns = (readQuantity(work.spindle, 'spindle-speed').value / (2 * Math.PI)) * MINUTE;
  const counted = cut.counts === 'diameter' ? 2 : 1;
  const x = (radius: number): string => `X${word(counted * radius)}`;
  // Out of the thread: outside beyond its largest diameter, inside within its smallest.
  const widest = (cut.length + cut.relief) * Math.tan(cut.taper);
  const free =
    work.side === 'external' ? cut.diameter / 2 + widest + clear : Math.max(0, cut.diameter / 2 - cut.depth - clear);
  const outer = cut.from + (work.starts - 1) * cut.pitch;
  const lines = [
    commentWords(title),
    commentWords(
      `${work.starts > 1 ? `${work.starts} starts, ` : ''}lead ${word(cut.lead)} mm, X in ${cut.counts === 'diameter' ? 'diameters' : 'radii'}, Z 0 at the face of the work.`,
    ),
    commentWords('The spindle keeps one speed for all passes: another one shifts the thread.'),
    commentWords('Chuck key out, sleeves and hair tied back, an emergency stop within reach.'),
    'G18',
    'G21',
    'G90',
    `G97 S${numberWord(turns, 0)}`,
    `M0 ${commentWords('tool set, work held, chuck key out')}`,
    'M3',
    `G4 P${SPINDLE_WAIT} ${commentWords('the spindle comes to its speed')}`,
    `G0 ${x(free)}`,
    `G0 Z${word(outer)}`,
  ];
  for (let start = 0; start < work.starts; start += 1)
    cut.depths.forEach((at, index) => {
      const begins = startOf(cut, work.infeed, at, start);
      const radius = tipRadius(cut, work.side, at);
      // A taper grows towards the chuck, and begins before the face.
      const [first, last] = [
        radius - begins * Math.tan(cut.taper),
        radius + (cut.length + cut.relief) * Math.tan(cut.taper),
      ];
      lines.push(
        `G0 Z${word(begins)} ${commentWords(`${work.starts > 1 ? `start ${start + 1}, ` : ''}pass ${index + 1} of ${cut.depths.length}`)}`,
        `G0 ${x(first)}`,
        `G33 ${cut.taper > 0 ? `${x(last)} ` : ''}Z${word(-cut.length - cut.relief)} K${word(cut.lead)}`,
        `G0 ${x(free)}`,
      );
    });
  return [...lines, `G0 Z${word(outer)}`, 'M5', 'M2', ''].join('\n');
}

import { placeOn, stopsFirst, type Finding } from '../finding/index.js';
import type { Auxiliary, Machine } from '../machine/index.js';

/** What one auxiliary does over a program. */
export interface AuxiliaryRun {
  readonly id: string;
  readonly name: string;
  readonly switchedOn: readonly number[];
  readonly switchedOff: readonly number[];
}

export interface ProgramCheck {
  readonly lineCount: number;
  readonly cuttingMoves: number;
  readonly runs: readonly AuxiliaryRun[];
  readonly findings: readonly Finding[];
}

/** Longest program that is looked at. */
export const PROGRAM_MOST = 5_000_000;

type Words = readonly string[];

/** Words of a line in capitals, numbers without leading zeros and trailing ones: `m08` is M8. Comments are left out. */
function wordsOf(line: string): Words {
  const code = line.replace(/\([^)]*\)?/g, ' ').replace(/;.*$/, '');
  return [...code.toUpperCase().matchAll(/([A-Z])\s*([+-]?(?:\d+\.?\d*|\.\d+))/g)].map(
    ([, letter, number]) => `${letter}${Number(number)}`,
  );
}

/** `M3/M4` is either, `M64 P1` is both on one line. */
const alternatives = (text: string): readonly Words[] =>
  text.split('/').flatMap((item) => (wordsOf(item).length > 0 ? [wordsOf(item)] : []));
const says = (line: Words, asked: readonly Words[]): boolean =>
  asked.some((words) => words.every((word) => line.includes(word)));

/** Why a text cannot switch anything from a program; null where it can, or where nothing is said. */
export function programWordProblem(text: string): string | null {
  const isWord = (item: string): boolean =>
    /^\s*[A-Z]\s*[+-]?(\d+\.?\d*|\.\d+)(\s*[A-Z]\s*[+-]?(\d+\.?\d*|\.\d+))*\s*$/i.test(item);
  return text.trim() === '' || text.split('/').every(isWord)
    ? null
    : 'A program word is a letter and a number: M8, M64 P1, or M3/M4 for either.';
}

/** Moves that cut, and words that end a program (NISTIR 6556:2000, threads by ISO 6983-1:2009, both from memory). */
const CUTTING = ['G1', 'G2', 'G3', 'G33'];
const OTHER_MOTION = ['G0', 'G80'];
const ENDS = ['M2', 'M30'];
/** Words that switch spindle and coolant in that language. */
const SWITCHING = ['M3', 'M4', 'M5', 'M7', 'M8', 'M9'];
const MOVING = /^[XYZABCUVW]/;

interface Watched {
  readonly item: Auxiliary;
  readonly name: string;
  readonly on: readonly Words[];
  readonly off: readonly Words[];
  readonly switchedOn: number[];
  readonly switchedOff: number[];
  isOn: boolean;
  /** First line that cuts while it is off, and how many do. */
  firstDry: number | null;
  dryCount: number;
}

const watch = (item: Auxiliary): Watched => ({
  item,
  name: item.name || item.specification.use,
  on: alternatives(item.on),
  off: alternatives(item.off),
  switchedOn: [],
  switchedOff: [],
  isOn: false,
  firstDry: null,
  dryCount: 0,
});

/** What the auxiliary is needed for while the tool cuts: a spindle always, coolant and fans by choice. */
const isForCutting = ({ item }: Watched): boolean =>
  item.specification.use === 'spindle' || item.specification.use === 'coolant';

/**
 * Reads a program for the words that switch the machine's auxiliaries: whether each appears, is on while the tool cuts,
 * and is switched off again. It follows the program line by line and runs nothing.
 */
export function checkProgram(machine: Machine, program: string): ProgramCheck {
  const lines = program.slice(0, PROGRAM_MOST).split(/\r\n|\r|\n/);
  const watched = machine.auxiliaries.filter((item) => item.on.trim() !== '').map(watch);
  const findings: Finding[] = [];
  const unanswered = new Map<string, number>();
  let motion = 'G0';
  let [cuttingMoves, endLine] = [0, 0];
  lines.forEach((text, index) => {
    const number = index + 1;
    const words = wordsOf(text);
    if (words.length === 0 || endLine > 0) return;
    for (const word of words)
      if (
        SWITCHING.includes(word) &&
        !watched.some(({ on, off }) => [...on, ...off].some((group) => group.includes(word)))
      )
        unanswered.set(word, unanswered.get(word) ?? number);
    // Of one line, switching on comes before its move and switching off after it.
    for (const entry of watched)
      if (says(words, entry.on)) {
        entry.isOn = true;
        entry.switchedOn.push(number);
      }
    motion = words.find((word) => CUTTING.includes(word) || OTHER_MOTION.includes(word)) ?? motion;
    if (CUTTING.includes(motion) && words.some((word) => MOVING.test(word))) {
      cuttingMoves += 1;
      for (const entry of watched.filter((item) => !item.isOn && isForCutting(item))) {
        entry.firstDry ??= number;
        entry.dryCount += 1;
      }
    }
    for (const entry of watched)
      if (says(words, entry.off)) {
        entry.isOn = false;
        entry.switchedOff.push(number);
      }
    if (words.some((word) => ENDS.includes(word))) endLine = number;
  });
  findings.push(...watched.flatMap((entry) => findingsOf(entry, cuttingMoves)));
  for (const [word, line] of unanswered)
    findings.push({
      id: `unanswered-${word}`,
      severity: 'caution',
      place: placeOn('supply', { line }),
      sentence: `${word} switches nothing of this machine: no auxiliary goes by it.`,
      remedies: [],
    });
  if (endLine === 0 && lines.some((line) => wordsOf(line).length > 0))
    findings.push({
      id: 'no-end',
      severity: 'caution',
      place: placeOn('supply'),
      sentence: 'The program does not end with M2 or M30.',
      remedies: [],
    });
  return {
    lineCount: lines.length,
    cuttingMoves,
    runs: watched.map(({ item, name, switchedOn, switchedOff }) => ({ id: item.id, name, switchedOn, switchedOff })),
    findings: stopsFirst(findings),
  };
}

function findingsOf(
  { item, name, switchedOn, isOn, firstDry, dryCount }: Watched,
  cuttingMoves: number,
): readonly Finding[] {
  const isSpindle = item.specification.use === 'spindle';
  const found: Finding[] = [];
  const moves = (count: number): string => `${count} cutting ${count === 1 ? 'move' : 'moves'}`;
  if (switchedOn.length === 0 && cuttingMoves > 0)
    found.push({
      id: `never-${item.id}`,
      severity: isSpindle ? 'stop' : 'caution',
      place: placeOn('supply', { itemId: item.id }),
      sentence: `${name} is never switched on (${item.on}) in ${moves(cuttingMoves)}.`,
      remedies: [],
    });
  else if (firstDry !== null)
    found.push({
      id: `dry-${item.id}`,
      severity: isSpindle ? 'stop' : 'caution',
      place: placeOn('supply', { itemId: item.id, line: firstDry }),
      sentence: `${name} is off in ${moves(dryCount)}, from line ${firstDry}.`,
      remedies: [],
    });
  if (isOn && switchedOn.length > 0)
    found.push({
      id: `left-on-${item.id}`,
      severity: 'caution',
      place: placeOn('supply', { itemId: item.id, line: switchedOn.at(-1) ?? null }),
      sentence: `${name} is switched on in line ${switchedOn.at(-1)} and not off again${item.off ? ` (${item.off})` : ''}.`,
      remedies: [],
    });
  return found;
}

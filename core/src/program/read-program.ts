import { arcAbout, arcOfRadius, type Arc, type ArcRead } from './arc.js';
import { wordsOfLine } from './line-words.js';

/** Letters that are axes in RS274/NGC. */
const AXIS_LETTERS = 'XYZABCUVW';

/** An axis that a program may move. */
export interface ProgramAxis {
  readonly letter: string;
  readonly isTurning: boolean;
  /** Its words count diameters, twice as far as its slide goes; radii and centres of arcs stay what they are. */
  readonly isInDiameters?: boolean;
}

export const ZERO_SYSTEMS = ['G54', 'G55', 'G56', 'G57', 'G58', 'G59'] as const;
export type ZeroSystem = (typeof ZERO_SYSTEMS)[number];
/** Where the zeros of the work lie from home, for each axis [m], [rad]; one that is not said lies at home. */
export type Zeros = Readonly<Partial<Record<ZeroSystem, readonly number[]>>>;

/** A straight piece or an arc that is gone through, in machine coordinates. */
export interface PathMove {
  readonly kind: 'move';
  readonly line: number;
  readonly from: readonly number[];
  readonly to: readonly number[];
  readonly arc: Arc | null;
  /** Along the path: of the sliding axes; of the turning ones where only they move [m], [rad]. */
  readonly length: number;
  /** As asked [m/s], [rad/s]; null: as quick as the axes can. */
  readonly feed: number | null;
  /** It comes to rest at its end. */
  readonly isExact: boolean;
  /** It goes home by G28; home lies outside the fence. */
  readonly isHome: boolean;
  /** A thread: along its path for a turn of the spindle, from its index on [m]; null where it goes by itself. */
  readonly perTurn: number | null;
}

export type ProgramStep =
  | PathMove
  | { readonly kind: 'dwell'; readonly line: number; readonly time: number }
  /** It waits for somebody. */
  | { readonly kind: 'pause'; readonly line: number; readonly words: string }
  /** Spindle, coolant and other things that are switched. */
  | {
      readonly kind: 'switch';
      readonly line: number;
      readonly words: string;
      /** What it makes the spindle turn, against the clock negative [1/s]; null where it is not the spindle. */
      readonly spindle: number | null;
    };

/** Why a line cannot be carried out. */
export interface LineProblem {
  readonly line: number;
  readonly says: string;
}

export interface ProgramRead {
  readonly steps: readonly ProgramStep[];
  readonly lineCount: number;
  /** Those of the first lines, and how many there are. */
  readonly problems: readonly LineProblem[];
  readonly problemCount: number;
  /** What was taken for granted. */
  readonly cautions: readonly LineProblem[];
  readonly systems: readonly ZeroSystem[];
}

export interface ReadOptions {
  readonly axes: readonly ProgramAxis[];
  readonly zeros: Zeros;
  /** Where it begins, from home. */
  readonly start: readonly number[];
  /** M words besides those of the language that switch something of this machine. */
  readonly switching?: readonly number[];
  /** A length as people write it, for what is said. */
  readonly say: (length: number) => string;
}

/** Problems that are kept with their lines; more are only counted. */
const PROBLEMS_KEPT = 50;
const INCH = 25.4e-3;
const MILLIMETRE = 1e-3;
const DEGREE = Math.PI / 180;

/**
 * Groups of words of which a line may have one (NISTIR 6556:2000, table 4; threads by G33 and spindle speeds in turns by
 * G97 as in ISO 6983-1:2009; both from memory).
 */
const GROUPS: readonly (readonly number[])[] = [
  [0, 1, 2, 3, 33, 80],
  [17, 18, 19],
  [20, 21],
  [40],
  [49],
  [54, 55, 56, 57, 58, 59],
  [61, 64],
  [90, 91],
  [93, 94, 95],
  [97],
  [4, 28],
  [53],
];
const GROUP_OF = new Map(GROUPS.flatMap((words, group) => words.map((word) => [word, group] as const)));
const MOTION_GROUP = 0;
/** Words of the language that are refused, and what they would do. */
const NOT_HERE: Readonly<Record<number, string>> = {
  5: 'splines',
  7: 'diameter words',
  8: 'radius words',
  10: 'setting of zeros',
  30: 'a second reference',
  38.2: 'probing',
  41: 'cutter compensation',
  42: 'cutter compensation',
  43: 'tool length compensation',
  73: 'drilling cycles',
  76: 'threading cycles',
  92: 'shifted zeros',
  96: 'constant surface speed',
};
/** By which letter a thread's lead along an axis is said (ISO 6983-1:2009, from memory). */
const LEADS: Readonly<Record<string, string>> = { I: 'X', J: 'Y', K: 'Z' };
const isCycle = (word: number): boolean => word >= 81 && word <= 89;
const M_GROUPS: readonly (readonly number[])[] = [[0, 1, 2, 30], [3, 4, 5], [6], [7, 8, 9]];
const M_WORDS = new Set(M_GROUPS.flat());
const PAUSES: Readonly<Record<number, string>> = { 0: 'M0: it waits', 1: 'M1: it waits', 6: 'M6: change the tool' };
const ENDS = [2, 30];
const SPINDLE_SENSES: ReadonlyMap<number, 1 | -1 | 0> = new Map([
  [3, 1],
  [4, -1],
  [5, 0],
]);
const MINUTE = 60;

/** A line that cannot be carried out. */
class Refused extends Error {}

class Reader {
  readonly steps: ProgramStep[] = [];
  readonly problems: LineProblem[] = [];
  readonly cautions: LineProblem[] = [];
  readonly systems = new Set<ZeroSystem>();
  problemCount = 0;
  hasEnded = false;
  hasWords = false;
  private line = 0;
  /** What the line in work says: its G words, its M words, and the values of all other letters. */
  private readonly codes: number[] = [];
  private readonly switches: number[] = [];
  private readonly values = new Map<string, number>();
  /** Where its axis words lead, by the places of the axes. */
  private readonly moved = new Map<number, number>();
  /** Groups of G words that it has said, a bit each. */
  private groups = 0;
  private motion: number | null = null;
  private plane = 17;
  private isInch = false;
  private hasUnits = false;
  private isAbsolute = true;
  private feedMode = 94;
  private system: ZeroSystem = 'G54';
  private isExact = false;
  private feed: number | null = null;
  private spindle: number | null = null;
  /** Which way the spindle turns; 0 while it stands. */
  private turning: 1 | -1 | 0 = 0;
  private at: readonly number[];
  private readonly places: ReadonlyMap<string, number>;

  constructor(private readonly options: ReadOptions) {
    this.at = options.start;
    this.places = new Map(
      options.axes.flatMap(({ letter }, place) => (AXIS_LETTERS.includes(letter) ? [[letter, place] as const] : [])),
    );
  }

  take(text: string, line: number): void {
    this.line = line;
    this.codes.length = 0;
    this.switches.length = 0;
    this.values.clear();
    this.groups = 0;
    let count = 0;
    try {
      const trouble = wordsOfLine(text, (letter, value) => {
        count += 1;
        this.sort(letter, value);
      });
      if (trouble) {
        this.problem(`Column ${trouble.column}: ${trouble.says}`);
        return;
      }
      if (count === 0) return;
      this.hasWords = true;
      this.judgeSwitches();
      this.carryOut();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.problem(error.message);
    }
  }

  private problem(says: string): void {
    this.problemCount += 1;
    if (this.problems.length < PROBLEMS_KEPT) this.problems.push({ line: this.line, says });
  }

  private sort(letter: string, value: number): void {
    if (letter === 'G') {
      const group = GROUP_OF.get(value);
      if (group === undefined) throw new Refused(refusalOfG(value));
      if ((this.groups & (1 << group)) !== 0) throw new Refused(`G${value} contradicts another word of its line.`);
      this.groups |= 1 << group;
      this.codes.push(value);
    } else if (letter === 'M') {
      if (!M_WORDS.has(value) && !(this.options.switching ?? []).includes(value))
        throw new Refused(`M${value} switches nothing of this machine, and is no word that a program is run by here.`);
      this.switches.push(value);
    } else if (letter !== 'N') {
      if (this.values.has(letter)) throw new Refused(`${letter} stands twice in one line.`);
      this.values.set(letter, value);
    }
  }

  private judgeSwitches(): void {
    if (this.switches.length < 2) return;
    for (const group of M_GROUPS) {
      const said = this.switches.filter((item) => group.includes(item));
      if (said.length > 1 && !(said.includes(7) && said.includes(8) && said.length === 2))
        throw new Refused(`${said.map((item) => `M${item}`).join(' and ')} contradict each other.`);
    }
  }

  /** In the order in which the language has it, whatever the order in the line (NISTIR 6556:2000, table 8, from memory). */
  private carryOut(): void {
    const { codes, switches, values: left } = this;
    const has = (code: number): boolean => codes.includes(code);
    const taken = (letter: string): number | undefined => {
      const value = left.get(letter);
      left.delete(letter);
      return value;
    };
    const before = this.feedMode;
    this.feedMode = codes.find((code) => code >= 93 && code <= 95) ?? this.feedMode;
    // What a feed is of changes with its mode.
    if (this.feedMode !== before) this.feed = null;
    this.takeUnits(codes);
    const said = taken('S');
    this.takeSpeeds(taken('F'), said, taken('T'));
    // A spindle that turns already takes its new speed at once.
    if (said !== undefined && this.turning !== 0 && !switches.some((code) => SPINDLE_SENSES.has(code)))
      this.steps.push({ kind: 'switch', line: this.line, words: `S${said}`, spindle: this.turnsNow() });
    this.switchBefore(switches, taken, has(4));
    if (has(4)) {
      const time = taken('P');
      if (time === undefined || time < 0) throw new Refused('G4 wants a time, P, in seconds.');
      this.steps.push({ kind: 'dwell', line: this.line, time });
    }
    this.plane = codes.find((code) => code >= 17 && code <= 19) ?? this.plane;
    const system = codes.find((code) => code >= 54 && code <= 59);
    if (system !== undefined) this.system = `G${system}` as ZeroSystem;
    if (has(61)) this.isExact = true;
    if (has(64)) {
      this.isExact = false;
      // How far a corner may be rounded; corners are gone through exactly here.
      taken('P');
    }
    if (has(90)) this.isAbsolute = true;
    if (has(91)) this.isAbsolute = false;
    const moved = this.axisWords(left);
    if (has(28)) this.goHome(moved);
    else this.move(codes, moved, left);
    for (const [letter] of left) throw new Refused(`${letter} belongs to no word of this line.`);
    for (const code of switches) {
      if (PAUSES[code] !== undefined && code !== 6)
        this.steps.push({ kind: 'pause', line: this.line, words: PAUSES[code] });
      if (ENDS.includes(code)) this.hasEnded = true;
    }
  }

  private takeUnits(codes: readonly number[]): void {
    if (codes.includes(20)) this.isInch = true;
    if (codes.includes(21)) this.isInch = false;
    if (codes.includes(20) || codes.includes(21)) this.hasUnits = true;
  }

  private takeSpeeds(feed: number | undefined, spindle: number | undefined, tool: number | undefined): void {
    if (feed !== undefined) {
      if (feed < 0) throw new Refused('A feed is not negative.');
      this.feed = feed;
    } else if (this.feedMode === 93) this.feed = null;
    if (spindle !== undefined) {
      if (spindle < 0) throw new Refused('A spindle speed is not negative; M4 turns it the other way.');
      this.spindle = spindle;
    }
    if (tool !== undefined && (tool < 0 || !Number.isInteger(tool))) throw new Refused('A tool is a whole number.');
  }

  /** Tool, spindle, coolant and whatever else is switched come before the move. */
  private switchBefore(
    switches: readonly number[],
    taken: (letter: string) => number | undefined,
    isDwell: boolean,
  ): void {
    const others = this.options.switching ?? [];
    for (const code of switches) {
      if (code === 6) this.steps.push({ kind: 'pause', line: this.line, words: PAUSES[6] ?? '' });
      else if ((code >= 3 && code <= 9) || others.includes(code)) {
        const which = others.includes(code) && !isDwell ? taken('P') : undefined;
        const words = `M${code}${which === undefined ? '' : ` P${which}`}`;
        const sense = SPINDLE_SENSES.get(code);
        if (sense !== undefined) this.turning = sense;
        const spindle = sense === undefined ? null : this.turnsNow();
        this.steps.push({ kind: 'switch', line: this.line, words, spindle });
      }
    }
  }

  /** What the spindle is told to turn [1/s]; null where nobody said how quick. */
  private turnsNow(): number | null {
    if (this.turning === 0) return 0;
    return this.spindle === null ? null : (this.turning * this.spindle) / MINUTE;
  }

  /** Takes the axes' words out of what a line still has. */
  private axisWords(left: Map<string, number>): ReadonlyMap<number, number> {
    const { moved } = this;
    moved.clear();
    for (const [letter, value] of left) {
      if (!AXIS_LETTERS.includes(letter)) continue;
      left.delete(letter);
      const place = this.places.get(letter);
      if (place === undefined) throw new Refused(`This machine has no axis ${letter}.`);
      moved.set(place, value * this.unitOf(place));
    }
    return moved;
  }

  private unitOf(place: number): number {
    const axis = this.options.axes[place];
    if (axis?.isTurning) return DEGREE;
    if (!this.hasUnits) {
      this.hasUnits = true;
      this.cautions.push({
        line: this.line,
        says: 'The program does not say its units, G20 or G21: millimetres are taken.',
      });
    }
    return axis?.isInDiameters ? this.length / 2 : this.length;
  }

  private get length(): number {
    return this.isInch ? INCH : MILLIMETRE;
  }

  private target(moved: ReadonlyMap<number, number>, isMachine: boolean): readonly number[] {
    const zero = this.options.zeros[this.system];
    if (!isMachine && this.isAbsolute) this.systems.add(this.system);
    return this.at.map((now, place) => {
      const value = moved.get(place);
      if (value === undefined) return now;
      if (isMachine) return value;
      return this.isAbsolute ? value + (zero?.[place] ?? 0) : now + value;
    });
  }

  /** By a point, where one is said, and home, as quick as it can. */
  private goHome(moved: ReadonlyMap<number, number>): void {
    if (moved.size > 0) this.push(this.target(moved, false), null, null);
    this.push(
      this.at.map(() => 0),
      null,
      null,
      { isHome: true },
    );
  }

  private move(codes: readonly number[], moved: ReadonlyMap<number, number>, left: Map<string, number>): void {
    const said = codes.find((code) => GROUP_OF.get(code) === MOTION_GROUP);
    if (said !== undefined) this.motion = said;
    const { motion } = this;
    const isArc = motion === 2 || motion === 3;
    const isMachine = codes.includes(53);
    if (isMachine && motion !== 0 && motion !== 1) throw new Refused('G53 goes with G0 or G1 only.');
    if (moved.size === 0) {
      if (isArc && (said !== undefined || ['I', 'J', 'K', 'R'].some((letter) => left.has(letter))))
        this.arc(moved, left);
      return;
    }
    if (codes.includes(4)) throw new Refused('A dwell does not move.');
    if (motion === null || motion === 80)
      throw new Refused('Nothing says how to move: G0, G1, G2, G3 or G33 has to come before.');
    if (isArc) this.arc(moved, left);
    else if (motion === 33) this.thread(moved, left);
    else {
      const { axes } = this.options;
      const to = this.target(moved, isMachine);
      const isTurn = !slides(axes, this.at, to);
      this.push(to, null, motion === 0 ? null : this.feedOver(lengthOf(axes, this.at, to), isTurn));
    }
  }

  /** A pass of a thread: from the spindle's index on, in step with it. */
  private thread(moved: ReadonlyMap<number, number>, left: Map<string, number>): void {
    const { axes } = this.options;
    const said = Object.keys(LEADS).filter((letter) => left.has(letter));
    const [letter] = said;
    if (letter === undefined || said.length > 1)
      throw new Refused('A thread wants its lead along one axis: K along Z, I along X or J along Y.');
    const [lead, place] = [(left.get(letter) ?? 0) * this.length, this.places.get(LEADS[letter] ?? '')];
    left.delete(letter);
    if (lead <= 0) throw new Refused('The lead of a thread is more than nothing.');
    if ([...moved.keys()].some((item) => axes[item]?.isTurning))
      throw new Refused('A thread goes with axes that slide.');
    const turns = this.turnsNow();
    if (turns === null || turns === 0)
      throw new Refused('A thread goes with the spindle: S and M3 or M4 have to come before.');
    const to = this.target(moved, false);
    const along = place === undefined ? 0 : Math.abs((to[place] ?? 0) - (this.at[place] ?? 0));
    if (along === 0) throw new Refused(`${letter} says a lead along ${LEADS[letter] ?? ''}, which does not move here.`);
    const perTurn = (lead * lengthOf(axes, this.at, to)) / along;
    this.push(to, null, perTurn * Math.abs(turns), { perTurn });
  }

  private arc(moved: ReadonlyMap<number, number>, left: Map<string, number>): void {
    const letters = { 17: ['X', 'Y', 'Z'], 18: ['Z', 'X', 'Y'], 19: ['Y', 'Z', 'X'] }[this.plane] as [
      string,
      string,
      string,
    ];
    const offsets: Readonly<Record<string, string>> = { X: 'I', Y: 'J', Z: 'K' };
    const [first, second] = [this.places.get(letters[0]), this.places.get(letters[1])];
    if (first === undefined || second === undefined)
      throw new Refused(`An arc in the plane of G${this.plane} needs ${letters[0]} and ${letters[1]}.`);
    if ([first, second].some((place) => this.options.axes[place]?.isTurning))
      throw new Refused('An arc goes with axes that slide.');
    const plane = { first, second, along: this.places.get(letters[2]) ?? null };
    for (const place of moved.keys())
      if (this.options.axes[place]?.isTurning) throw new Refused('An axis that turns does not go along with an arc.');
    const to = this.target(moved, false);
    const isClockwise = this.motion === 2;
    const radius = left.get('R');
    left.delete('R');
    const about = letters.slice(0, 2).map((letter) => {
      const name = offsets[letter] ?? '';
      const value = left.get(name);
      left.delete(name);
      return value;
    });
    let read: ArcRead;
    if (radius !== undefined) {
      if (about.some((item) => item !== undefined)) throw new Refused('An arc has a radius or a centre, not both.');
      read = arcOfRadius(plane, this.at, to, radius * this.length, isClockwise, this.options.say);
    } else {
      if (about.every((item) => item === undefined))
        throw new Refused('An arc wants its centre, by I, J or K, or its radius, R.');
      const offset = [(about[0] ?? 0) * this.length, (about[1] ?? 0) * this.length] as const;
      read = arcAbout(plane, this.at, to, offset, isClockwise, this.options.say);
    }
    if (!read.ok) throw new Refused(read.says);
    const { arc } = read;
    const along = arc.along === null ? 0 : (to[arc.along] ?? 0) - (this.at[arc.along] ?? 0);
    const length = Math.hypot(arc.radius * arc.sweep, along);
    this.push(to, arc, this.feedOver(length), { length });
  }

  /** The feed of a move by what F says [m/s]; [rad/s] where only turning axes move, whose unit is the degree. */
  private feedOver(length: number, isTurn = false): number {
    const { feed } = this;
    if (this.feedMode === 93) {
      if (feed === null || feed === 0) throw new Refused('By G93 every move wants its own F.');
      return (length * feed) / MINUTE;
    }
    if (feed === null || feed === 0) throw new Refused('Nothing says how quick: F has to come before.');
    const unit = isTurn ? DEGREE : this.length;
    if (this.feedMode === 94) return (feed * unit) / MINUTE;
    if (this.spindle === null || this.spindle === 0)
      throw new Refused('A feed by the turn, G95, needs the speed of the spindle, S.');
    return (feed * this.spindle * unit) / MINUTE;
  }

  private push(
    to: readonly number[],
    arc: Arc | null,
    feed: number | null,
    more: { readonly length?: number; readonly isHome?: boolean; readonly perTurn?: number } = {},
  ): void {
    const from = this.at;
    this.at = to;
    const length = more.length ?? lengthOf(this.options.axes, from, to);
    if (length === 0) return;
    const { line, isExact } = this;
    const { isHome = false, perTurn = null } = more;
    this.steps.push({ kind: 'move', line, from, to, arc, length, feed, isExact, isHome, perTurn });
  }
}

function refusalOfG(value: number): string {
  const what = isCycle(value) ? 'drilling cycles' : NOT_HERE[value];
  return what === undefined
    ? `G${value} is no word that is known here.`
    : `G${value} is not carried out here: ${what}.`;
}

const slides = (axes: readonly ProgramAxis[], from: readonly number[], to: readonly number[]): boolean =>
  axes.some(({ isTurning }, place) => !isTurning && from[place] !== to[place]);

/** Length of a straight way: of the sliding axes; of the turning ones where only they move (NISTIR 6556:2000, 2.1.2.5, from memory). */
function lengthOf(axes: readonly ProgramAxis[], from: readonly number[], to: readonly number[]): number {
  const isTurn = !slides(axes, from, to);
  let sum = 0;
  for (const [place, { isTurning }] of axes.entries())
    if (isTurning === isTurn) sum += ((to[place] ?? 0) - (from[place] ?? 0)) ** 2;
  return Math.sqrt(sum);
}

/**
 * Reads a program of RS274/NGC words (NISTIR 6556:2000, from memory) into moves, waits and switchings, in machine
 * coordinates [m], [rad]. Nothing that it cannot carry out is passed over: every such line is named with its reason.
 */
export function readProgram(text: string, options: ReadOptions): ProgramRead {
  const reader = new Reader(options);
  let lineCount = 0;
  let begins = 0;
  while (begins <= text.length) {
    let ends = text.indexOf('\n', begins);
    if (ends < 0) ends = text.length;
    lineCount += 1;
    if (!reader.hasEnded) reader.take(text.slice(begins, text[ends - 1] === '\r' ? ends - 1 : ends), lineCount);
    begins = ends + 1;
  }
  const { steps, problems, problemCount, cautions, systems } = reader;
  if (!reader.hasEnded && reader.hasWords)
    cautions.push({ line: lineCount, says: 'The program does not end with M2 or M30.' });
  return { steps, lineCount, problems, problemCount, cautions, systems: [...systems].sort() };
}

import { axisContext, sayIn } from '../drive-line/index.js';
import { machineKindOf } from '../machine-kinds/index.js';
import type { Machine, MoveWay } from '../machine/index.js';
import type { UnitSystem } from '../quantity/index.js';
import type { ThreadPass } from '../line-port/index.js';
import { Reckoner } from '../reckoner/index.js';
import { arcAt } from './arc.js';
import { pathAxis, type PathAxis } from './path-axes.js';
import { pathPieces, type PlannedPiece } from './path-pieces.js';
import { pathSheet, type PathSheet } from './path-sheet.js';
import { planProgram, quickestAlong, type PlannedMove } from './plan-program.js';
import { readProgram, type LineProblem, type ProgramStep, type Zeros, type ZeroSystem } from './read-program.js';

/** What a program is looked at with. */
export interface PreviewAsked {
  readonly machine: Machine;
  readonly text: string;
  /** Whose fence holds: the rig's or the machine's. */
  readonly way: MoveWay;
  readonly zeros: Zeros;
  /** Where the axes of the machine stand [m], [rad], in its order. */
  readonly start: readonly number[];
  readonly units: UnitSystem;
}

/** A stretch of the path as it is drawn: places of all axes, one after the other. */
export interface PathLine {
  readonly isRapid: boolean;
  readonly points: readonly (readonly number[])[];
}

export interface ProgramPreview {
  readonly lineCount: number;
  readonly moveCount: number;
  /** Passes of threads among them. */
  readonly threadCount: number;
  readonly problems: readonly LineProblem[];
  readonly problemCount: number;
  readonly cautions: readonly LineProblem[];
  readonly systems: readonly ZeroSystem[];
  /** Without what waits for somebody [s]. */
  readonly time: number;
  readonly sheet: PathSheet;
  readonly path: readonly PathLine[];
  /** Axes of the path, in the order of its places. */
  readonly axes: readonly { readonly id: string; readonly letter: string }[];
}

/** A pass of a thread, from rest to rest. */
export interface ThreadRow {
  readonly kind: 'thread';
  readonly line: number;
  readonly pass: ThreadPass;
  /** Axis along which it goes farthest, its lead there [m], and how it speeds up there [m/s²]. */
  readonly letter: string;
  readonly lead: number;
  readonly acceleration: number;
  /** Way that it goes there [m], and turns of the spindle that it was planned with [1/s]. */
  readonly way: number;
  readonly turns: number;
  readonly time: number;
}

/** What is done one after the other: rows of pieces without rest between them, and what comes between. */
export type ProgramRow =
  | { readonly kind: 'path'; readonly pieces: readonly PlannedPiece[] }
  | ThreadRow
  | Exclude<ProgramStep, { readonly kind: 'move' }>;

/** A picture has no more points than these. */
const POINTS_MOST = 6000;
/** An arc is drawn with a point for so much of it [rad]. */
const DRAWN_TURN = Math.PI / 24;
const PROBLEMS_SHOWN = 50;

interface Looked {
  readonly axes: readonly PathAxis[];
  readonly steps: readonly ProgramStep[];
  readonly planned: readonly PlannedMove[];
  readonly preview: ProgramPreview;
}

function look({ machine, text, way, zeros, start, units }: PreviewAsked): Looked {
  const say = sayIn(units);
  const found = machine.axes.flatMap(({ id }, place) => {
    const context = axisContext(machine, id);
    const axis = context && pathAxis(new Reckoner(context), way);
    return axis ? [{ axis, start: start[place] ?? 0, place }] : [];
  });
  const axes = found.map(({ axis }) => axis);
  /** Of all axes of the machine, those that can be moved. */
  const own = (values: readonly number[]): readonly number[] => found.map(({ place }) => values[place] ?? 0);
  const switching = machine.auxiliaries.flatMap(({ on, off }) =>
    [...`${on} ${off}`.matchAll(/M\s*(\d+)/gi)].map(([, code]) => Number(code)),
  );
  const read = readProgram(text, {
    axes,
    zeros: Object.fromEntries(Object.entries(zeros).map(([system, values]) => [system, own(values)])),
    start: found.map((item) => item.start),
    switching,
    say: (length) => say(length, 'length'),
  });
  const plan = planProgram(read.steps, axes);
  const sheet = pathSheet(plan.moves, axes, (place, { dimensions }) => say(place, dimensions.travel));
  const unturned = machineKindOf(machine.kind).turnsWork ? [] : threadLines(read.steps);
  const problems = [...read.problems, ...sheet.problems, ...unturned].sort((one, other) => one.line - other.line);
  const unfenced = sheet.axes.filter(({ axis, least }) => least !== null && axis.reach?.by === 'travel');
  const cautions: LineProblem[] = [...read.cautions];
  if (unfenced.length > 0)
    cautions.push({
      line: 1,
      says: `${unfenced.map(({ axis }) => axis.letter).join(', ')} ${unfenced.length === 1 ? 'has' : 'have'} no fence yet: the whole travel is taken.`,
    });
  const across = sheet.axes.find(({ axis, least }) => least !== null && axis.isReadInDiameters && !axis.isInDiameters);
  if (across)
    cautions.push({
      line: 1,
      says: `Words of ${across.axis.letter} are taken for the way of its slide, not for diameters, as its job says.`,
    });
  return {
    axes,
    steps: read.steps,
    planned: plan.moves,
    preview: {
      lineCount: read.lineCount,
      moveCount: plan.moves.length,
      threadCount: plan.moves.filter(({ move }) => move.perTurn !== null).length,
      problems: problems.slice(0, PROBLEMS_SHOWN),
      problemCount: read.problemCount + sheet.problems.length + unturned.length,
      cautions,
      systems: read.systems,
      time: plan.time,
      sheet,
      path: drawnPath(plan.moves),
      axes: axes.map(({ id, letter }) => ({ id, letter })),
    },
  };
}

/** What speaks against threads where no spindle tells its turns. */
const threadLines = (steps: readonly ProgramStep[]): readonly LineProblem[] =>
  steps.flatMap((step) =>
    step.kind === 'move' && step.perTurn !== null
      ? [
          {
            line: step.line,
            says: 'A thread goes with a spindle that turns the work and tells its turns: this machine has none.',
          },
        ]
      : [],
  );

/** Places along the moves, no more than a picture shows. */
function drawnPath(planned: readonly PlannedMove[]): readonly PathLine[] {
  const every = Math.max(1, Math.ceil(planned.length / POINTS_MOST));
  const lines: { isRapid: boolean; points: (readonly number[])[] }[] = [];
  planned.forEach(({ move: { feed, arc, from, to } }, index) => {
    const isRapid = feed === null;
    let line = lines.at(-1);
    if (line?.isRapid !== isRapid) {
      line = { isRapid, points: [from] };
      lines.push(line);
    }
    const parts = arc && every === 1 ? Math.max(1, Math.ceil(Math.abs(arc.sweep) / DRAWN_TURN)) : 1;
    for (let part = 1; part < parts && arc; part += 1) {
      const [first, second] = arcAt(arc, part / parts);
      line.points.push(
        to.map((end, place) => {
          if (place === arc.first) return first;
          if (place === arc.second) return second;
          return (from[place] ?? 0) + ((end - (from[place] ?? 0)) * part) / parts;
        }),
      );
    }
    if (index % every === 0 || index === planned.length - 1) line.points.push(to);
  });
  return lines;
}

/** What a program does on a machine: its path, its time, what it asks of every axis, and why it is refused. */
export function previewProgram(asked: PreviewAsked): ProgramPreview {
  return look(asked).preview;
}

/**
 * What is to be sent for a program, in its order.
 * @param order letters of the axes in the order of the controller
 * @returns null where anything speaks against running it
 */
export function programRows(asked: PreviewAsked, order: readonly string[]): readonly ProgramRow[] | null {
  const { axes, steps, planned, preview } = look(asked);
  if (preview.problemCount > 0) return null;
  const moved = axes.filter(({ letter }) =>
    preview.sheet.axes.some(({ axis, least }) => axis.letter === letter && least !== null),
  );
  if (moved.some(({ letter }) => !order.includes(letter))) return null;
  const perUnit = axes.map((axis) => axis.perUnit);
  const places = axes.map(({ letter }) => order.indexOf(letter));
  let at = axes.map(({ id, perUnit: pulses }) => {
    const place = asked.machine.axes.findIndex((axis) => axis.id === id);
    return Math.round((asked.start[place] ?? 0) * pulses);
  });
  const rows: ProgramRow[] = [];
  let row: PlannedMove[] = [];
  const close = (): void => {
    if (row.length === 0) return;
    const pieces = pathPieces(row, perUnit, at);
    at = at.map((now, place) => pieces.reduce((sum, { piece }) => sum + (piece.by[place] ?? 0), now));
    rows.push({
      kind: 'path',
      pieces: pieces.map((item) => ({ ...item, piece: { ...item.piece, by: ordered(item.piece.by) } })),
    });
    row = [];
  };
  const ordered = (by: readonly number[]): readonly number[] =>
    order.map((_, place) => {
      const own = places.indexOf(place);
      return own < 0 ? 0 : (by[own] ?? 0);
    });
  let next = 0;
  for (const step of steps) {
    if (step.kind === 'move') {
      const item = planned[next];
      next += 1;
      if (!item) continue;
      const { perTurn } = item.move;
      if (perTurn === null) row.push(item);
      else {
        close();
        const [piece] = pathPieces([item], perUnit, at).map((found) => found.piece);
        if (!piece) continue;
        const { by, length, acceleration } = piece;
        at = at.map((now, place) => now + (by[place] ?? 0));
        const pass = { by: ordered(by), length, perTurn, top: quickestAlong(item.move, axes), acceleration };
        rows.push(threadRow(item, pass, axes));
      }
    } else {
      close();
      rows.push(step);
    }
  }
  close();
  return rows;
}

function threadRow({ move, time }: PlannedMove, pass: ThreadPass, axes: readonly PathAxis[]): ThreadRow {
  const ways = axes.map((_, place) => Math.abs((move.to[place] ?? 0) - (move.from[place] ?? 0)));
  const way = Math.max(...ways);
  const { perTurn, acceleration } = pass;
  const share = way / move.length;
  return {
    kind: 'thread',
    line: move.line,
    pass,
    letter: axes[ways.indexOf(way)]?.letter ?? '',
    lead: perTurn * share,
    acceleration: acceleration * share,
    way,
    turns: (move.feed ?? 0) / perTurn,
    time,
  };
}

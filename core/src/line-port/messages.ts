import {
  checkShape,
  choice,
  flag,
  kinds,
  list,
  nullable,
  real,
  record,
  text,
  whole,
  type JsonSchema,
  type Of,
  type RecordOf,
} from '../shape/index.js';

/** The port that this program speaks; a controller that speaks another says so in its hello. */
export const PORT_VERSION = 2;
/** Longest line, its end not counted [characters]. */
export const LINE_MOST = 4096;
/** A jog that is not asked for again within this time ends by its ramp [s]. */
export const JOG_RENEWED_WITHIN = 0.3;
/** Everything ends by its ramp when no line came for so long while something moved [s]. */
export const WATCHED_FOR = 1;

const ID_MOST = 2 ** 31 - 1;
const id = whole(1, ID_MOST);
const axis = text(3, 1);
const PULSES_MOST = 2 ** 31 - 1;
const pulses = whole(-PULSES_MOST, PULSES_MOST);
/** Pulses in a second, and in a second each second. */
const rate = real(0.001, 1e6);
const start = real(0, 1e6);
const acceleration = real(0.001, 1e9);
/** Of a capture [s]. */
const CAPTURE_MOST = 2;
/** Edges in one answer to a capture. */
export const EDGES_MOST = 200;

/** Pieces of a path in one line, and as many as a controller keeps at most. */
export const PIECES_IN_LINE = 16;
export const PATH_QUEUE = 256;
const along = real(0, 1e6);
/**
 * A straight piece that several axes go through in step: pulses of each, in the order of the hello; its length in any
 * unit, and in the same unit and a second how quick it may be entered, gone through and left, and its ramps.
 */
const pathPiece = record({
  by: list(pulses, 12),
  length: real(1e-9, 1e6),
  enters: along,
  top: real(1e-9, 1e6),
  leaves: along,
  acceleration: real(1e-9, 1e9),
});
export type PathPiece = Of<typeof pathPiece>;

/**
 * A pass of a thread, from rest to rest: pulses of each axis, in the order of the hello; its length in any unit, and in
 * the same unit how far it goes for a turn of the spindle, and in a second how quick it can go at most, and its ramps.
 */
const threadPass = {
  by: list(pulses, 12),
  length: real(1e-9, 1e6),
  perTurn: real(1e-9, 1e6),
  top: real(1e-9, 1e6),
  acceleration: real(1e-9, 1e9),
};
export type ThreadPass = RecordOf<typeof threadPass>;
/** Of a spindle [1/s]. */
const TURNS_MOST = 1000;
/** Passes of which a bench keeps how they were cut, and turns of each. */
export const PASSES_KEPT = 200;
export const TURNS_KEPT = 200;

/** What can be read where; see the bench's instruments. */
export const INSTRUMENTS = [
  'indicator',
  'indicator-zero',
  'rule',
  'fine-scale',
  'rule-second',
  'fine-scale-second',
  'angle',
  'ammeter',
  'scale',
  'torque-arm',
  'push-light',
  'push-heavy',
  'motor-temperature',
  'driver-temperature',
  'supply-volts',
  'supply-current',
] as const;
export type Instrument = (typeof INSTRUMENTS)[number];
/** Those that stand beside side 2 of a gantry; other axes have none of them. */
export const SIDE_TWO: readonly Instrument[] = ['rule-second', 'fine-scale-second'];

/** How hard the bench pushes on a carriage [N], or on what turns [N·m]. */
export const PUSHES = {
  light: { force: 30, torque: 0.2 },
  heavy: { force: 90, torque: 0.6 },
} as const;

/** What the host says. Every line has a number, which rises from line to line; the answer bears it. */
const request = kinds({
  /** Must come first. */
  hello: { id, version: whole(1, 1000) },
  power: { id, on: flag() },
  enable: { id, axis, on: flag() },
  /** Crest of the phase current [A]. */
  current: { id, axis, ampere: real(0, 100) },
  /** How the driver divides a full step, where the controller can set it. */
  microsteps: { id, axis, count: whole(1, 1024) },
  /** By so many pulses from where it is commanded to be. */
  move: { id, axis, pulses, rate, start, acceleration },
  /** Pieces behind those that wait already; behind the last one it comes to rest and has ended. */
  path: { id, pieces: list(pathPiece, PIECES_IN_LINE), isLast: flag() },
  /** The spindle turns so many times a second, against the clock negative; 0: it comes to rest. */
  spindle: { id, turns: real(-TURNS_MOST, TURNS_MOST) },
  /** From the next index of the spindle on it goes in step with it; at its end it is at rest, as a path is. */
  thread: { id, ...threadPass },
  /** Where the groove of a pass lay at each whole turn of the work, along it. */
  groove: { id, pass: whole(0, PASSES_KEPT) },
  /** A path that was held goes on. */
  resume: { id },
  /**
   * Until held, or not said again in time, and no further than a place of the count, where one is said: a limit that
   * the host alone watched would be passed by as much as the line is late. The rate has the sense.
   */
  jog: { id, axis, rate: real(-1e6, 1e6), start, acceleration, until: nullable(pulses) },
  /** Fast to the switch, off it, slowly to it again; what it is at then is nothing from there on. */
  home: {
    id,
    axis,
    towards: choice(-1, 1),
    fast: rate,
    slow: rate,
    start,
    acceleration,
    /** It gives up beyond. */
    most: whole(1, PULSES_MOST),
  },
  /**
   * Of an axis with a motor and a switch on each side, at home: the motor of side 2 alone goes slowly to its own switch,
   * and on by so many pulses. Side 1 holds meanwhile.
   */
  square: { id, axis, towards: choice(-1, 1), rate, start, acceleration, most: whole(1, PULSES_MOST), offset: pulses },
  /** One axis, or all, comes to rest by its ramp. */
  hold: { id, axis: nullable(axis) },
  /** No further pulse on any axis. What went faster than its start rate is not known until it is homed. */
  stop: { id },
  /** Said while something moves, so that a lost host is noticed. */
  alive: { id },
  where: { id },
  read: { id, axis, instrument: choice(...INSTRUMENTS) },
  /** Meter between two nets of the wiring. */
  probe: { id, from: text(120, 1), to: text(120, 1), what: choice('volts', 'ohms') },
  /** Step edges of the axis from its next pulse on. */
  capture: { id, axis, time: real(0.0001, CAPTURE_MOST) },
});
export type PortRequest = Of<typeof request>;
export type RequestKind = PortRequest['kind'];
export const REQUEST_KINDS = Object.keys(request.variants) as readonly RequestKind[];

/** Where an axis is commanded to be, and whether that can be trusted. */
const place = record({ axis, pulses: real(-PULSES_MOST, PULSES_MOST), isKnown: flag(), isMoving: flag() });
export type Place = Of<typeof place>;

export const REFUSALS = [
  'malformed',
  'too-long',
  'unknown',
  'late',
  'hello-first',
  'other-version',
  'no-such-axis',
  'not-powered',
  'not-enabled',
  'alarm',
  'busy',
  'full',
  'no-path',
  'no-spindle',
  'no-switch',
  'one-side',
  'not-here',
  'stopped',
] as const;
export type Refusal = (typeof REFUSALS)[number];

/** What the controller says: answers, which bear the number of their line, and what happens. */
const said = kinds({
  hello: {
    id,
    version: whole(1, 1000),
    name: text(80),
    axes: list(axis, 12),
    can: list(choice(...REQUEST_KINDS), 40),
  },
  ok: { id },
  no: { id: nullable(id), error: choice(...REFUSALS), says: text(300) },
  /** Answer to a stop, a hold and to where; and by itself while something moves. */
  at: { id: nullable(id), places: list(place, 12) },
  /** A move has come to its end, been held or stopped. */
  done: { id, axis, pulses: real(-PULSES_MOST, PULSES_MOST), how: choice('reached', 'held', 'stopped') },
  /** Answer to a path and to resume, and by itself while it runs: pieces that are behind it, and that wait. */
  path: {
    id: nullable(id),
    done: whole(0, PULSES_MOST),
    waiting: whole(0, PATH_QUEUE),
    state: choice('running', 'held', 'ended', 'stopped'),
  },
  /**
   * Passes that there were, where this one began, and where it was at each whole turn from its index on, as a bench
   * microscope along the work shows it [m].
   */
  groove: {
    id,
    passes: whole(0, PASSES_KEPT),
    begins: real(-1e3, 1e3),
    marks: list(real(-1e3, 1e3), TURNS_KEPT),
  },
  /** Where the switch was found by the count before, which is nothing from now on. */
  homed: { id, axis, seen: real(-PULSES_MOST, PULSES_MOST) },
  /** Side 2 stands square; its motor went by so many pulses more than that of side 1, all in all. */
  squared: { id, axis, alone: real(-PULSES_MOST, PULSES_MOST) },
  /** Home was not found, or found pressed for good. */
  lost: { id, axis, says: text(300) },
  alarm: { axis, says: text(300) },
  reading: { id, value: real(-1e12, 1e12), unit: text(12), isBeyond: flag() },
  /** Times from the first edge [s]; the direction line, and its last change before the first edge [s]. */
  captured: {
    id,
    axis,
    isForward: flag(),
    ahead: nullable(real(0, 1e6)),
    from: whole(0, 1_000_000),
    edges: list(real(0, 1e6), EDGES_MOST),
    isLast: flag(),
  },
});
export type PortSaid = Of<typeof said>;

/** Outcome of reading a line: what it says, or why it is refused, with its number where that could be read. */
export type RequestRead =
  | { readonly ok: true; readonly request: PortRequest }
  | { readonly ok: false; readonly id: number | null; readonly error: Refusal; readonly says: string };

function parsed(line: string): unknown {
  try {
    return JSON.parse(line) as unknown;
  } catch {
    return undefined;
  }
}

const numberOf = (value: unknown): number | null => {
  const found = typeof value === 'object' && value !== null ? (value as { readonly id?: unknown }).id : null;
  return typeof found === 'number' && Number.isInteger(found) && found >= 1 && found <= ID_MOST ? found : null;
};

/** Reads a line of the host. Nothing that is not wholly right is obeyed. */
export function readRequest(line: string): RequestRead {
  if (line.length > LINE_MOST)
    return { ok: false, id: null, error: 'too-long', says: `A line has at most ${LINE_MOST} characters.` };
  const value = parsed(line);
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { ok: false, id: null, error: 'malformed', says: 'A line is one JSON object.' };
  const { kind } = value as { readonly kind?: unknown };
  if (!REQUEST_KINDS.includes(kind as RequestKind))
    return { ok: false, id: numberOf(value), error: 'unknown', says: 'The kind of this line is not known here.' };
  const checked = checkShape(request, value);
  if (checked.ok) return { ok: true, request: checked.value };
  const problem = checked.error[0];
  const says = `${problem?.path ?? ''} ${problem?.message ?? ''}`.trim().slice(0, 300);
  return { ok: false, id: numberOf(value), error: 'malformed', says };
}

/** Reads a line of the controller; null for anything that is none. */
export function readSaid(line: string): PortSaid | null {
  if (line.length > LINE_MOST) return null;
  const checked = checkShape(said, parsed(line));
  return checked.ok ? checked.value : null;
}

/** A line as it is sent, with its end. */
export const lineOf = (message: PortRequest | PortSaid): string => `${JSON.stringify(message)}\n`;

/** JSON Schema of both directions (draft 2020-12), for who builds a controller. */
export function linePortJsonSchema(): JsonSchema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Crisp Notch line port',
    description: 'One JSON object a line, UTF-8, ended by a line feed. Version 1.',
    anyOf: [{ $ref: '#/$defs/request' }, { $ref: '#/$defs/said' }],
    $defs: {
      request: { description: 'What the host says.', ...request.schema },
      said: { description: 'What the controller says.', ...said.schema },
    },
  };
}

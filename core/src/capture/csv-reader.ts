import {
  CaptureFault,
  CHANNEL_LIMIT,
  shownBytes,
  UNKNOWN,
  WORD_LIMIT,
  type CaptureReader,
  type CaptureSink,
  type Level,
} from './capture.js';

const NEW_LINE = 10;
const RETURN = 13;
const BLANK = 32;
const QUOTE = 34;
const HASH = 35;
const PLUS = 43;
const COMMA = 44;
const MINUS = 45;
const POINT = 46;
const ZERO = 48;
const NINE = 57;
const SEMICOLON = 59;
const TAB = 9;

/** Digits that a double holds exactly, and powers of ten that it holds exactly. */
const MANTISSA_MOST = 2 ** 53;
const POWERS = Array.from({ length: 23 }, (_, power) => 10 ** power);

/** A number in bytes; NaN where it is none. @param decimal sign before its fraction, besides the point */
function numberIn(bytes: Uint8Array, from: number, to: number, decimal: number): number {
  let place = from;
  let isNegative = false;
  if (bytes[place] === MINUS || bytes[place] === PLUS) {
    isNegative = bytes[place] === MINUS;
    place += 1;
  }
  let [mantissa, digits, decimals, isAfter] = [0, 0, 0, false];
  for (; place < to; place += 1) {
    const byte = bytes[place] as number;
    if (byte >= ZERO && byte <= NINE) {
      mantissa = mantissa * 10 + byte - ZERO;
      digits += 1;
      if (isAfter) decimals += 1;
    } else if ((byte === POINT || byte === decimal) && !isAfter) isAfter = true;
    else break;
  }
  if (digits === 0) return NaN;
  const isPlain = place === to && mantissa < MANTISSA_MOST && decimals < POWERS.length;
  // One correctly rounded division; what has more digits or an exponent is left to the language.
  const value = isPlain ? mantissa / (POWERS[decimals] as number) : slowNumber(bytes, from, to, decimal);
  return isPlain && isNegative ? -value : value;
}

function slowNumber(bytes: Uint8Array, from: number, to: number, decimal: number): number {
  const text = String.fromCharCode(...bytes.subarray(from, to)).replace(String.fromCharCode(decimal), '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text) ? Number(text) : NaN;
}

/** Bytes as text: UTF-8, or one sign each where they are none. */
function textOf(bytes: Uint8Array): string {
  const signs = [...bytes];
  try {
    return decodeURIComponent(signs.map((byte) => `%${byte.toString(16).padStart(2, '0')}`).join(''));
  } catch {
    return String.fromCharCode(...signs);
  }
}

const TIME_HEAD = /^(t|seconds|timestamp)$|(^|[^a-z])time([^a-z]|$)/i;
const UNIT_HEAD = /(?:^|[[(_\s])(s|sec|ms|us|µs|ns)[\])]?$/i;
const COUNT_HEAD = /^(edge|edges|nr|no|number|n|index|sample|#)\.?$/i;
const DIRECTION_HEAD = /dir/i;
const UNITS: Readonly<Record<string, number>> = { s: 1, sec: 1, ms: 1e-3, us: 1e-6, µs: 1e-6, ns: 1e-9 };

/** Words that say a level. */
const LEVEL_WORDS: Readonly<Record<string, Level>> = {
  '0': 0,
  '1': 1,
  low: 0,
  high: 1,
  l: 0,
  h: 1,
  false: 0,
  true: 1,
  back: 0,
  backward: 0,
  forward: 1,
  x: UNKNOWN,
  z: UNKNOWN,
  '': UNKNOWN,
};

/** What the columns of a table are. */
interface Columns {
  readonly time: number;
  readonly count: number;
  /** Channel of each column; −1 where it is none. */
  readonly channelOf: readonly number[];
}

/**
 * Reads a capture kept as a table, from bytes as they come: a column of times and one for each line with its level, or
 * one rising edge in each row. Commas, semicolons or tabs stand between the cells; with semicolons a comma may be the
 * decimal sign. The head says the unit of the times, as “time (µs)”; without one they are seconds.
 */
export function csvReader(sink: CaptureSink): CaptureReader {
  let line = 1;
  let rest = new Uint8Array(0);
  let separator = COMMA;
  let columns: Columns | null = null;
  let isEdgeList = false;
  let last: number[] = [];
  let time = -Infinity;
  let rowCount = 0;
  /** Nothing ends the last line: it may be cut. */
  let isUnended = false;

  const fault = (reason: string): CaptureFault =>
    new CaptureFault(line, isUnended ? `the file ends in the middle of it (${reason.replace(/\.$/, '')}).` : reason);

  const tooLong = (): CaptureFault => fault('a line is longer than any of such a file.');

  /** Bounds of the cells of a row, blanks and quotes taken off: from, to, from, to. */
  let bounds = new Int32Array(32);
  const cellsOf = (bytes: Uint8Array, from: number, to: number): number => {
    let [count, start] = [0, from];
    for (let place = from; place <= to; place += 1) {
      if (place < to && bytes[place] !== separator) continue;
      let [low, high] = [start, place];
      while (low < high && isBlank(bytes[low] as number)) low += 1;
      while (high > low && isBlank(bytes[high - 1] as number)) high -= 1;
      if (high - low > 1 && bytes[low] === QUOTE && bytes[high - 1] === QUOTE) {
        low += 1;
        high -= 1;
      }
      if (count > CHANNEL_LIMIT) throw fault(`it has more than ${CHANNEL_LIMIT} columns.`);
      if (count * 2 === bounds.length) {
        const wider = new Int32Array(2 * bounds.length);
        wider.set(bounds);
        bounds = wider;
      }
      bounds[2 * count] = low;
      bounds[2 * count + 1] = high;
      count += 1;
      start = place + 1;
    }
    return count;
  };

  const textAt = (bytes: Uint8Array, cell: number): string =>
    textOf(bytes.subarray(bounds[2 * cell], bounds[2 * cell + 1]));

  const readHead = (bytes: Uint8Array, from: number, to: number): void => {
    const tally = (sign: number): number => bytes.subarray(from, to).filter((byte) => byte === sign).length;
    separator = [COMMA, SEMICOLON, TAB].reduce((best, sign) => (tally(sign) > tally(best) ? sign : best));
    const count = cellsOf(bytes, from, to);
    const names = Array.from({ length: count }, (_, cell) => textAt(bytes, cell));
    if (names.some((name) => name.includes('\0'))) throw fault('this is no text: it holds zero bytes.');
    const time = names.findIndex((name) => TIME_HEAD.test(name));
    if (time < 0) throw fault('the first row names the columns, one of them “time”.');
    const unit = UNIT_HEAD.exec(names[time] as string)?.[1]?.toLowerCase() ?? 's';
    const isLine = names.map((name, cell) => cell !== time && !COUNT_HEAD.test(name));
    const lines = names.filter((_, cell) => isLine[cell]);
    isEdgeList = lines.length === 0 || (lines.length === 1 && DIRECTION_HEAD.test(lines[0] as string));
    let channel = isEdgeList ? 1 : 0;
    columns = { time, count, channelOf: isLine.map((is) => (is ? channel++ : -1)) };
    last = Array.from({ length: channel }, () => -1);
    sink.head({
      channels: isEdgeList ? ['edges', ...lines] : lines,
      tick: UNITS[unit] ?? 1,
      isEdgeList,
    });
  };

  const levelAt = (bytes: Uint8Array, cell: number): Level => {
    const [from, to] = [bounds[2 * cell] as number, bounds[2 * cell + 1] as number];
    if (to - from === 1) {
      const byte = bytes[from] as number;
      if (byte === ZERO) return 0;
      if (byte === ZERO + 1) return 1;
    }
    const level = LEVEL_WORDS[textAt(bytes, cell).toLowerCase()];
    if (level === undefined)
      throw fault(`“${shownBytes(bytes.subarray(from, to))}” is no level: 0 or 1, low or high, x for unknown.`);
    return level;
  };

  const readRow = (bytes: Uint8Array, from: number, to: number, known: Columns): void => {
    const count = cellsOf(bytes, from, to);
    if (count !== known.count) throw fault(`${count} cells where the head names ${known.count}.`);
    const [low, high] = [bounds[2 * known.time] as number, bounds[2 * known.time + 1] as number];
    const at = numberIn(bytes, low, high, separator === SEMICOLON ? COMMA : POINT);
    if (!Number.isFinite(at)) throw fault(`“${shownBytes(bytes.subarray(low, high))}” is no time.`);
    if (at < time) throw fault(`time goes back from ${time} to ${at}.`);
    time = at;
    rowCount += 1;
    for (let cell = 0; cell < count; cell += 1) {
      const channel = known.channelOf[cell] as number;
      if (channel < 0) continue;
      const level = levelAt(bytes, cell);
      if (level === last[channel]) continue;
      last[channel] = level;
      sink.change(at, channel, level);
    }
    if (isEdgeList) sink.change(at, 0, 1);
  };

  const readLine = (bytes: Uint8Array, from: number, to: number): void => {
    let [low, high] = [from, to];
    if (to - from > WORD_LIMIT) throw tooLong();
    if (line === 1 && bytes[low] === 0xef && bytes[low + 1] === 0xbb && bytes[low + 2] === 0xbf) low += 3;
    if (high > low && bytes[high - 1] === RETURN) high -= 1;
    // Remarks and empty lines say nothing.
    if (high > low && bytes[low] !== HASH && !(high - low === 1 && isBlank(bytes[low] as number))) {
      if (columns === null) readHead(bytes, low, high);
      else readRow(bytes, low, high, columns);
    }
    line += 1;
  };

  return {
    push: (piece) => {
      let bytes = piece;
      if (rest.length > 0) {
        bytes = new Uint8Array(rest.length + piece.length);
        bytes.set(rest);
        bytes.set(piece, rest.length);
      }
      let from = 0;
      for (;;) {
        const to = bytes.indexOf(NEW_LINE, from);
        if (to < 0) break;
        readLine(bytes, from, to);
        from = to + 1;
      }
      if (bytes.length - from > WORD_LIMIT) throw tooLong();
      rest = bytes.slice(from);
    },
    end: () => {
      isUnended = rest.length > 0;
      if (isUnended) readLine(rest, 0, rest.length);
      isUnended = false;
      if (rowCount === 0) throw fault('it ends without a single row.');
    },
  };
}

const isBlank = (byte: number): boolean => byte === BLANK || byte === TAB;

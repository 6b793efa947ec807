import {
  CaptureFault,
  CHANNEL_LIMIT,
  shownBytes,
  TIME_LIMIT,
  UNKNOWN,
  WORD_LIMIT,
  type CaptureReader,
  type CaptureSink,
  type Level,
} from './capture.js';

const NEW_LINE = 10;
const BLANK = 32;
const HASH = 35;
const DOLLAR = 36;
const ZERO = 48;
const NINE = 57;

/** Level that a value character says; undefined where it is none (IEEE 1364-2005, 18.2.1). */
const LEVEL_OF: readonly (Level | undefined)[] = Array.from({ length: 128 }, (_, code) => {
  const character = String.fromCharCode(code).toLowerCase();
  if (character === '0') return 0;
  if (character === '1') return 1;
  return character === 'x' || character === 'z' ? UNKNOWN : undefined;
});
/** Values of several bits and of real numbers begin so; their identifier stands in a word of its own. */
const WORDY = new Set(['b', 'B', 'r', 'R'].map((letter) => letter.charCodeAt(0)));

/** Words that begin a piece of the head. */
const KEYWORDS = new Set(
  ['timescale', 'var', 'scope', 'upscope', 'enddefinitions', 'date', 'version', 'comment'].map((word) => `$${word}`),
);
const UNITS: Readonly<Record<string, number>> = { s: 1, ms: 1e-3, us: 1e-6, ns: 1e-9, ps: 1e-12, fs: 1e-15 };
const IGNORED = -1;
/** What words between a keyword and its $end are for. */
type Inside = 'timescale' | 'var' | 'scope' | 'other' | null;

/**
 * Reads a value change dump (IEEE 1364-2005, clause 18) from bytes as they come: no piece of it is kept but the word at
 * the end of the last. Lines of one bit are its channels; what wider ones do is passed over.
 */
export function vcdReader(sink: CaptureSink): CaptureReader {
  let line = 1;
  let rest = new Uint8Array(0);
  let isBody = false;
  let inside: Inside = null;
  let words: string[] = [];
  let tick: number | null = null;
  const scopes: string[] = [];
  const declared: { readonly name: string; readonly path: string }[] = [];
  const codes = new Map<number | string, number>();
  /** The same for identifiers of one character, which most are. */
  const single = new Int32Array(128).fill(-2);
  let time = 0;
  let wasTimed = false;
  let changeCount = 0;
  /** The identifier of a wide value comes next. */
  let isWide = false;

  const fault = (reason: string): CaptureFault => new CaptureFault(line, reason);

  /** Identifiers as numbers while they are short, because comparing texts takes longer. */
  const codeOf = (bytes: Uint8Array, from: number, to: number): number | string => {
    if (to - from > 7) return String.fromCharCode(...bytes.subarray(from, to));
    let code = 0;
    for (let place = from; place < to; place += 1) code = code * 128 + (bytes[place] as number);
    return code;
  };

  const declare = (): void => {
    const [, width, code, ...name] = words;
    if (code === undefined || name.length === 0 || !/^\d+$/.test(width ?? ''))
      throw fault('a $var says its kind, its width, its sign and its name.');
    const bytes = Uint8Array.from(code, (character) => character.charCodeAt(0));
    const key = codeOf(bytes, 0, bytes.length);
    // One sign under several names is one line that is seen from several places.
    if (codes.has(key)) return;
    if (Number(width) !== 1) codes.set(key, IGNORED);
    else {
      if (declared.length === CHANNEL_LIMIT) throw fault(`it has more than ${CHANNEL_LIMIT} lines.`);
      codes.set(key, declared.length);
      declared.push({ name: name.join(''), path: scopes.join('.') });
    }
    if (bytes.length === 1) single[bytes[0] as number] = codes.get(key) as number;
  };

  const scale = (): void => {
    const said = /^(1|10|100)(s|ms|us|ns|ps|fs)$/.exec(words.join(''));
    if (!said) throw fault(`the timescale is 1, 10 or 100 of s, ms, us, ns, ps or fs, not “${words.join(' ')}”.`);
    tick = Number(said[1]) * (UNITS[said[2] as string] as number);
  };

  const close = (): void => {
    if (inside === 'var') declare();
    else if (inside === 'timescale') scale();
    else if (inside === 'scope') scopes.push(words[1] ?? '');
    inside = null;
    words = [];
  };

  const begin = (): void => {
    if (tick === null) throw fault('no timescale is said before $enddefinitions.');
    if (declared.length === 0) throw fault('no line of one bit is declared.');
    const isTwice = (name: string): boolean => declared.filter((item) => item.name === name).length > 1;
    isBody = true;
    sink.head({
      channels: declared.map(({ name, path }) => (isTwice(name) && path !== '' ? `${path}.${name}` : name)),
      tick,
      isEdgeList: false,
    });
  };

  const keyword = (word: string): void => {
    if (word === '$end') {
      const wasEnd = inside === 'other' && words[0] === '$enddefinitions';
      close();
      if (wasEnd) begin();
      return;
    }
    if (inside !== null) throw fault(`${word} begins before the one before it has its $end.`);
    if (word === '$upscope') scopes.pop();
    const kinds: Readonly<Record<string, Inside>> = { $timescale: 'timescale', $var: 'var', $scope: 'scope' };
    inside = kinds[word] ?? 'other';
    words = word === '$enddefinitions' ? [word] : [];
  };

  const headWord = (bytes: Uint8Array, from: number, to: number): void => {
    // Dates, versions and remarks may be as long as they like.
    if (inside === 'other' && to - from !== 4) return;
    const word = String.fromCharCode(...bytes.subarray(from, to));
    // A line's sign may be any character, also one that keywords begin with.
    const isKeyword =
      inside === null ? word.startsWith('$') : word === '$end' || (inside !== 'other' && KEYWORDS.has(word));
    if (isKeyword) keyword(word);
    else if (inside === null) throw fault(`“${shownBytes(bytes.subarray(from, to))}” stands where a $ keyword should.`);
    else if (inside !== 'other') words.push(word);
  };

  const bodyKeyword = (word: string): void => {
    if (word === '$end') inside = null;
    // Values stand between a dump’s keyword and its $end as they do elsewhere; a remark holds anything.
    else if (word === '$comment') inside = 'other';
    else if (!/^\$dump(vars|all|on|off)$/.test(word)) throw fault(`${word} has no place among the changes.`);
  };

  const bodyWord = (bytes: Uint8Array, from: number, to: number): void => {
    const first = bytes[from] as number;
    if (inside === 'other') {
      if (first === DOLLAR && to - from === 4) bodyKeyword(String.fromCharCode(...bytes.subarray(from, to)));
      return;
    }
    if (isWide) {
      isWide = false;
      if (!codes.has(codeOf(bytes, from, to)))
        throw fault(`no line is declared as “${shownBytes(bytes.subarray(from, to))}”.`);
      return;
    }
    if (first === HASH) {
      let at = 0;
      for (let place = from + 1; place < to; place += 1) {
        const digit = bytes[place] as number;
        if (digit < ZERO || digit > NINE) throw fault(`“${shownBytes(bytes.subarray(from, to))}” is no time.`);
        at = at * 10 + digit - ZERO;
      }
      if (to - from === 1) throw fault('a # without a time.');
      if (at > TIME_LIMIT) throw fault('the time is too large to be counted.');
      if (at < time) throw fault(`time goes back from ${time} to ${at}.`);
      time = at;
      wasTimed = true;
      return;
    }
    const level = LEVEL_OF[first];
    if (level !== undefined) {
      const channel =
        to - from === 2 ? (single[bytes[from + 1] as number] ?? -2) : (codes.get(codeOf(bytes, from + 1, to)) ?? -2);
      if (channel < IGNORED)
        throw fault(
          to - from === 1
            ? 'a value without a line.'
            : `no line is declared as “${shownBytes(bytes.subarray(from + 1, to))}”.`,
        );
      if (channel === IGNORED) return;
      changeCount += 1;
      sink.change(time, channel, level);
    } else if (WORDY.has(first)) isWide = true;
    else if (first === DOLLAR) bodyKeyword(String.fromCharCode(...bytes.subarray(from, to)));
    else throw fault(`“${shownBytes(bytes.subarray(from, to))}” is no change.`);
  };

  /** @returns where something stands that is not plain: it is read, or refused, as a word */
  const readPlain = (bytes: Uint8Array, from: number): number => {
    const end = bytes.length;
    const { change } = sink;
    // What changes with every word is kept here while it does.
    let [place, now, lines, changes] = [from, time, 0, 0];
    while (place < end) {
      const byte = bytes[place] as number;
      if (byte === NEW_LINE) {
        lines += 1;
        place += 1;
      } else if (byte === HASH) {
        let at = 0;
        let next = place + 1;
        let digit = (bytes[next] as number) - ZERO;
        while (digit >= 0 && digit <= 9) {
          at = at * 10 + digit;
          next += 1;
          digit = next < end ? (bytes[next] as number) - ZERO : -1;
        }
        if (next === place + 1 || next >= end || (bytes[next] as number) > BLANK || at < now || at > TIME_LIMIT) break;
        now = at;
        wasTimed = true;
        place = next;
      } else if (byte === ZERO || byte === ZERO + 1) {
        if (place + 2 >= end || (bytes[place + 2] as number) > BLANK) break;
        const channel = single[bytes[place + 1] as number] ?? -2;
        if (channel < 0) break;
        changes += 1;
        change(now, channel, byte === ZERO ? 0 : 1);
        place += 2;
      } else if (byte === BLANK) place += 1;
      else break;
    }
    time = now;
    line += lines;
    changeCount += changes;
    return place;
  };

  const push = (piece: Uint8Array): void => {
    let bytes = piece;
    if (rest.length > 0) {
      bytes = new Uint8Array(rest.length + piece.length);
      bytes.set(rest);
      bytes.set(piece, rest.length);
      rest = new Uint8Array(0);
    }
    const end = bytes.length;
    let place = 0;
    while (place < end) {
      // Most of a dump are times and changes of lines with signs of one character: they are read where they stand.
      if (isBody && inside === null && !isWide) place = readPlain(bytes, place);
      if (place === end) return;
      const byte = bytes[place] as number;
      if (byte <= BLANK) {
        if (byte === NEW_LINE) line += 1;
        else if (byte === 0) throw fault('this is no text: it holds zero bytes.');
        place += 1;
        continue;
      }
      const from = place;
      while (place < end && (bytes[place] as number) > BLANK) place += 1;
      if (place === end) {
        if (place - from > WORD_LIMIT) throw fault('a word is longer than any of such a file.');
        rest = bytes.slice(from);
        return;
      }
      if (isBody) bodyWord(bytes, from, place);
      else headWord(bytes, from, place);
    }
  };

  const cut = (): CaptureFault => fault('the file ends in the middle of it: it was cut.');

  return {
    push,
    end: () => {
      // A time whose line is not ended may lack digits; a change that names a line is whole.
      if (rest.length > 0) {
        if (!isBody || isWide || rest[0] === HASH) throw cut();
        bodyWord(rest, 0, rest.length);
      }
      if (!isBody || inside !== null || isWide) throw cut();
      if (!wasTimed || changeCount === 0) throw fault('it ends without a single change.');
    },
  };
}

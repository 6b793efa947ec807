/** What cannot be read in a line, and where. */
export interface LineTrouble {
  /** From 1. */
  readonly column: number;
  readonly says: string;
}

const [TAB, SPACE, PERCENT, OPEN, CLOSE, PLUS, MINUS, POINT, SLASH, SEMICOLON] = [
  9, 32, 37, 40, 41, 43, 45, 46, 47, 59,
];
const [ZERO, NINE, UPPER_A, UPPER_Z, LOWER_A, LOWER_Z] = [48, 57, 65, 90, 97, 122];
const isDigit = (code: number): boolean => code >= ZERO && code <= NINE;
const isSpace = (code: number): boolean => code === SPACE || code === TAB;

/** Digits of which every whole number is exact, and powers of ten. */
const EXACT_DIGITS = 15;
const TENS = Array.from({ length: EXACT_DIGITS + 1 }, (_, power) => 10 ** power);

const EXPRESSION = 'Expressions and parameters are not worked out here: write the number itself.';
const EXPRESSION_BEGINS = '[#=*';

/**
 * Cuts a line of RS274/NGC into words: letters in either case, spaces wherever they are, comments in brackets or behind a
 * semicolon (NISTIR 6556:2000, ch. 3, from memory). A slash at its beginning is read as if the switch for it were off.
 * @param take gets each word: its letter in capitals, and its number
 * @returns null where all of it can be read
 */
export function wordsOfLine(line: string, take: (letter: string, value: number) => void): LineTrouble | null {
  let hasWords = false;
  const end = line.length;
  let at = 0;
  const no = (place: number, says: string): LineTrouble => ({ column: place + 1, says });
  while (at < end) {
    const code = line.charCodeAt(at);
    if (isSpace(code) || (code === SLASH && !hasWords)) {
      at += 1;
      continue;
    }
    if (code === SEMICOLON) break;
    if (code === OPEN) {
      const close = line.indexOf(')', at);
      const within = line.indexOf('(', at + 1);
      if (close < 0) return no(at, 'The comment is not closed.');
      if (within >= 0 && within < close) return no(within, 'A comment stands within a comment.');
      at = close + 1;
      continue;
    }
    if (code === PERCENT && line.trim() === '%') break;
    const letter = code >= LOWER_A && code <= LOWER_Z ? code - LOWER_A + UPPER_A : code;
    if (letter < UPPER_A || letter > UPPER_Z) {
      const sign = String.fromCodePoint(line.codePointAt(at) ?? 0);
      if (EXPRESSION_BEGINS.includes(sign)) return no(at, EXPRESSION);
      if (code === CLOSE) return no(at, 'A comment ends that never began.');
      return no(at, isDigit(code) ? 'A number stands without its letter.' : `“${sign}” belongs to no word.`);
    }
    const begins = at;
    at += 1;
    while (at < end && isSpace(line.charCodeAt(at))) at += 1;
    const number = at;
    const isNegative = line.charCodeAt(at) === MINUS;
    if (isNegative || line.charCodeAt(at) === PLUS) at += 1;
    let [digits, points, decimals, whole] = [0, 0, 0, 0];
    for (; at < end; at += 1) {
      const next = line.charCodeAt(at);
      if (isDigit(next)) {
        digits += 1;
        decimals += points;
        whole = whole * 10 + (next - ZERO);
      } else if (next === POINT) points += 1;
      else break;
    }
    const name = String.fromCharCode(letter);
    if (digits === 0 && EXPRESSION_BEGINS.includes(line.charAt(number) || ' ')) return no(number, EXPRESSION);
    if (digits === 0 || points > 1) {
      const written = line.slice(number, at).trim();
      return no(begins, written === '' ? `${name} has no number.` : `“${written}” behind ${name} is no number.`);
    }
    // Within fifteen digits a quotient of two whole numbers is the very number that is written.
    const value = digits <= EXACT_DIGITS ? whole / (TENS[decimals] ?? 1) : Math.abs(Number(line.slice(number, at)));
    hasWords = true;
    take(name, isNegative ? -value : value);
  }
  return null;
}

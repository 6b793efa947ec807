import { choice, list, nullable, record, text, whole, type Of } from '../shape/index.js';
import type { Cells } from './columns.js';

/** The most pins or switches that say one divisor. */
const MICROSTEP_PINS_MOST = 6;

/** Which pins or switches of a driver say how finely it divides a step. */
export const microstepTable = record({
  set: choice('jumpers', 'switches', 'wires'),
  /** What a jumper that is in, or a switch that is on, makes of its pin. */
  closed: choice('high', 'low'),
  pins: list(record({ name: text(12, 1), open: choice('low', 'high', 'floats') }), MICROSTEP_PINS_MOST),
  /** Levels of the pins in their order, `h` or `l` each, and what they give. */
  rows: list(record({ levels: text(MICROSTEP_PINS_MOST, 1), microsteps: whole(1, 1024) }), 64),
  /** What it makes of each step inside; null: nothing finer. */
  inside: nullable(whole(1, 1024)),
  /** What changes what the pins mean. */
  note: text(200),
});
export type MicrostepTable = Of<typeof microstepTable>;

const OPEN = { '+': 'high', '-': 'low', '?': 'floats' } as const;
const SIGN = { high: '+', low: '-', floats: '?' } as const;

/**
 * A table in one line, as tables of parts hold it: how it is set, the pins with what they are while open, the rows.
 * `jumpers high; M1- M2- M3-; lll=1 hll=2; inside 256; note`.
 */
export function microstepTableText(table: MicrostepTable | null): string {
  if (table === null) return '';
  return [
    `${table.set} ${table.closed}`,
    table.pins.map(({ name, open }) => `${name}${SIGN[open]}`).join(' '),
    table.rows.map(({ levels, microsteps }) => `${levels}=${microsteps}`).join(' '),
    table.inside === null ? '' : `inside ${table.inside}`,
    table.note,
  ].join('; ');
}

/** The same read back; what is not understood is handed on for the check to name. Null for nothing. */
export function microstepTableOf(cells: Cells, column: string): unknown {
  const text = cells[column] ?? '';
  if (text === '') return null;
  const [how = '', pins = '', rows = '', inside = '', ...note] = text.split(';').map((piece) => piece.trim());
  const [set, closed] = how.split(' ');
  const words = (piece: string): readonly string[] => piece.split(/\s+/).filter((word) => word !== '');
  return {
    set,
    closed,
    pins: words(pins).map((word) => ({ name: word.slice(0, -1), open: OPEN[word.slice(-1) as keyof typeof OPEN] })),
    rows: words(rows).map((word) => {
      const [levels = '', count = ''] = word.split('=');
      return { levels, microsteps: Number(count) };
    }),
    inside: inside === '' ? null : Number(inside.replace(/^inside\s*/, '')),
    note: note.join('; '),
  };
}

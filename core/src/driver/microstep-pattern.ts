/** Level of a pin: high or low. */
export type Level = 'h' | 'l';

/** Which pins or switches of a driver say how finely it divides a step; see the shape of drivers. */
export interface StepTable {
  /** What a jumper that is in, or a switch that is on, makes of its pin. */
  readonly closed: 'high' | 'low';
  readonly pins: readonly { readonly name: string; readonly open: 'high' | 'low' | 'floats' }[];
  readonly rows: readonly { readonly levels: string; readonly microsteps: number }[];
}

/** What to do with one pin: closed by its jumper or switch, left open, or tied by a wire. */
export interface PinSetting {
  readonly name: string;
  readonly level: Level;
  readonly by: 'closed' | 'open' | 'wire';
}

const levelOf = (word: 'high' | 'low'): Level => (word === 'high' ? 'h' : 'l');

/** What divisor a row of levels gives; null where the table has none for it. */
export function divisorOf({ rows }: StepTable, levels: string): number | null {
  return rows.find((row) => row.levels === levels)?.microsteps ?? null;
}

/** How each pin is set for a divisor: the first row of the table that gives it. @returns null where none does */
export function patternOf(table: StepTable, microsteps: number): readonly PinSetting[] | null {
  const row = table.rows.find((item) => item.microsteps === microsteps);
  if (!row) return null;
  return table.pins.map(({ name, open }, place) => {
    const level: Level = row.levels[place] === 'h' ? 'h' : 'l';
    const isOpen = open !== 'floats' && levelOf(open) === level;
    // A pin that is pulled nowhere, or the way that closing it goes, takes a wire to the other level.
    const by = level === levelOf(table.closed) && !isOpen ? 'closed' : isOpen ? 'open' : 'wire';
    return { name, level, by };
  });
}

/** One pin that is not as it should be, and what the driver makes of a step then. */
export interface StuckPin {
  readonly name: string;
  readonly level: Level;
  /** Null where the table has nothing for those levels. */
  readonly microsteps: number | null;
}

/** What comes of each single pin that is stuck at the other level than a divisor wants. */
export function stuckPins(table: StepTable, microsteps: number): readonly StuckPin[] {
  const levels = patternOf(table, microsteps)?.map(({ level }) => level) ?? [];
  return levels.map((level, place) => {
    const other: Level = level === 'h' ? 'l' : 'h';
    const stuck = levels.map((item, index) => (index === place ? other : item)).join('');
    return { name: table.pins[place]?.name ?? '', level: other, microsteps: divisorOf(table, stuck) };
  });
}

/** What is wrong with a table, in words; empty for nothing. */
export function tableProblem({ pins, rows }: StepTable): string {
  if (pins.length === 0) return 'Name its pins or switches first.';
  const bad = rows.find(({ levels }) => levels.length !== pins.length || /[^hl]/.test(levels));
  if (bad) return `“${bad.levels}” has to have ${pins.length} levels, h or l each.`;
  const twice = rows.find(({ levels }, index) => rows.findIndex((row) => row.levels === levels) !== index);
  if (twice) return `“${twice.levels}” stands there twice.`;
  return rows.length === 0 ? 'Say what at least one row of levels gives.' : '';
}

/** How far a turn counted by a mark may be out, as a share (common practice, no source). */
const COUNT_SHARE = 0.08;

/** The divisor of a list that a counted one is; null where none is near, so that it has to be counted again. */
export function nearestDivisor(counted: number, divisors: readonly number[]): number | null {
  const near = [...divisors].sort((a, b) => Math.abs(Math.log(a / counted)) - Math.abs(Math.log(b / counted)))[0];
  return near !== undefined && Math.abs(counted / near - 1) <= COUNT_SHARE ? near : null;
}

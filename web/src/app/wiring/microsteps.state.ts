import { divisorOf, patternOf, stuckPins, tableProblem, type Level, type PinSetting } from '@crisp-notch/core/driver';
import { countProof, type Axis } from '@crisp-notch/core/machine';
import { microstepTableOf, microstepTableText, type MicrostepTable } from '@crisp-notch/core/parts';
import { valueOf } from '@crisp-notch/core/shape';

/** `1/8`, or full steps. */
export const divisorWords = (microsteps: number): string => (microsteps === 1 ? 'full steps' : `1/${microsteps}`);

const BY: Readonly<Record<MicrostepTable['set'], Readonly<Record<PinSetting['by'], string>>>> = {
  jumpers: { closed: 'jumper in', open: 'jumper out', wire: 'a wire' },
  switches: { closed: 'switch on', open: 'switch off', wire: 'a wire' },
  wires: { closed: 'wired', open: 'left open', wire: 'wired' },
};

/** One pin as the hand sets it. */
export interface PinShown {
  readonly name: string;
  readonly isClosed: boolean;
  readonly words: string;
  readonly level: string;
}

/** What the page shows of the microsteps of one axis. */
export interface MicrostepSight {
  readonly table: MicrostepTable | null;
  /** Divisors of the table, each once, the coarsest first. */
  readonly divisors: readonly number[];
  /** Null where the table does not give the divisor that is set. */
  readonly pins: readonly PinShown[] | null;
  /** What comes of each pin that is stuck, in words. */
  readonly stuck: readonly string[];
  /** What was counted, in words with its tone; null while nothing was. */
  readonly proof: { readonly words: string; readonly tone: 'good' | 'stop' | 'caution' } | null;
  /** Pulses that should turn the motor once. */
  readonly pulsesOfTurn: number | null;
}

const LEVELS: Readonly<Record<Level, string>> = { h: 'high', l: 'low' };

/** What a row of levels that somebody asks for gives, in words. */
export function levelsGive(table: MicrostepTable, levels: readonly Level[]): string {
  const found = divisorOf(table, levels.join(''));
  const named = levels.map((level) => LEVELS[level]).join(', ');
  return found === null ? `${named}: the table has nothing for it` : `${named} gives ${divisorWords(found)}`;
}

function proofOf(axis: Axis): MicrostepSight['proof'] {
  const proof = countProof(axis);
  const { counted, driver } = axis;
  if (proof === null || counted === null) return null;
  if (proof.microsteps === null)
    return {
      words: `${Number(proof.counted.toPrecision(3))} microsteps a full step, which no setting gives: count again, over more turns.`,
      tone: 'caution',
    };
  if (proof.microsteps === driver.microsteps)
    return { words: `Proven: it runs ${divisorWords(proof.microsteps)}, as set.`, tone: 'good' };
  const table = driver.specification.microstepTable;
  const stuck = (table ? stuckPins(table, driver.microsteps) : []).find((pin) => pin.microsteps === proof.microsteps);
  const why = stuck ? ` ${stuck.name} stuck ${LEVELS[stuck.level]} explains it.` : '';
  return {
    words: `It runs ${divisorWords(proof.microsteps)}, and ${divisorWords(driver.microsteps)} is set.${why}`,
    tone: 'stop',
  };
}

export function microstepSight(axis: Axis): MicrostepSight {
  const { microsteps, specification } = axis.driver;
  const { microstepTable: table } = specification;
  const angle = valueOf(axis.motor.specification.stepAngle, 'angle');
  const pattern = table && patternOf(table, microsteps);
  return {
    table,
    divisors: [...new Set(table?.rows.map((row) => row.microsteps) ?? [])].sort((a, b) => a - b),
    pins:
      table && pattern
        ? pattern.map(({ name, by, level }) => ({
            name,
            isClosed: by !== 'open',
            words: BY[table.set][by],
            level: LEVELS[level],
          }))
        : null,
    stuck: (table ? stuckPins(table, microsteps) : []).map(({ name, level, microsteps: gives }) => {
      const result = gives === null ? 'nothing the table knows' : divisorWords(gives);
      return `${name} stuck ${LEVELS[level]}: ${result}`;
    }),
    proof: proofOf(axis),
    pulsesOfTurn: angle === null ? null : Math.round(((2 * Math.PI) / angle) * microsteps),
  };
}

/** A table as it is typed: a line for how it is set, one for its pins, one for each row. */
export const tableLines = (table: MicrostepTable | null): string =>
  microstepTableText(table)
    .replace(/; ?/g, '\n')
    .replace(/ (?=[hl]+=)/g, '\n')
    .trim();

const SETS: readonly string[] = ['jumpers', 'switches', 'wires'];

/** What was typed as a table, or what is wrong with it. */
export function typedTable(lines: string): { readonly table: MicrostepTable | null } | { readonly problem: string } {
  const [how = '', pins = '', ...rest] = lines
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
  if (how === '') return { table: null };
  const [set = '', closed = ''] = how.split(/\s+/);
  if (!SETS.includes(set) || !['high', 'low'].includes(closed))
    return { problem: 'First line: jumpers, switches or wires, then what closing one makes of its pin: high or low.' };
  if (pins === '' || pins.split(/\s+/).some((pin) => !/^.{1,12}[-+?]$/.test(pin)))
    return { problem: 'Second line: the pins, each with what it is while open: + pulled up, - pulled down, ? floats.' };
  const rows = rest.filter((line) => /^[hl]+\s*=/.test(line)).map((line) => line.replace(/\s*=\s*/, '='));
  const bad = rows.find((row) => !/^[hl]+=\d{1,4}$/.test(row));
  if (bad !== undefined) return { problem: `“${bad}”: levels, =, and the microsteps they give.` };
  const inside = rest.find((line) => line.startsWith('inside')) ?? '';
  const note = rest.filter((line) => !/^[hl]+\s*=/.test(line) && line !== inside).join(' ');
  const text = [how, pins, rows.join(' '), inside, note.replaceAll(';', ',')].join('; ');
  const table = microstepTableOf({ table: text }, 'table') as MicrostepTable;
  const problem = tableProblem(table);
  return problem === '' ? { table } : { problem };
}

import type { Axis } from '@crisp-notch/core/machine';
import { quantityOf, withCount } from '@crisp-notch/core/shape';
import { exampleView } from '../testing/example-view';
import { levelsGive, microstepSight, tableLines, typedTable } from './microsteps.state';

const LINES = [
  'jumpers high',
  'M1- M2- M3-',
  'lll=1',
  'hll=2',
  'lhl=4',
  'hhl=8',
  'hhh=16',
  'inside 256',
  'Off first',
].join('\n');

function tableOf(lines: string) {
  const typed = typedTable(lines);
  if (!('table' in typed) || typed.table === null) throw new Error(JSON.stringify(typed));
  return typed.table;
}
const driven = (microsteps: number, more: Partial<Axis> = {}): Axis => {
  const { axis } = exampleView();
  return {
    ...axis,
    ...more,
    driver: {
      ...withCount(axis.driver, 'microsteps', microsteps),
      specification: { ...axis.driver.specification, microstepTable: tableOf(LINES) },
    },
  };
};

describe('a typed table of pins', () => {
  it('is written in lines, and read from them as it was', () => {
    expect(tableLines(tableOf(LINES))).toBe(LINES);
    expect(tableLines(null)).toBe('');
    expect(typedTable('  \n')).toEqual({ table: null });
  });

  it('is refused with the line that is wrong', () => {
    const problem = (lines: string): string => {
      const typed = typedTable(lines);
      return 'problem' in typed ? typed.problem : '';
    };
    expect(problem('plugs high\nM1-\nl=1')).toContain('First line');
    expect(problem('jumpers high\nM1\nl=1')).toContain('Second line');
    expect(problem('jumpers high\nM1-\nl=many')).toContain('“l=many”');
    expect(problem('jumpers high\nM1- M2-\nl=1')).toContain('2 levels');
    expect(problem('jumpers high\nM1-\nl=1\nl=2')).toContain('twice');
  });
});

describe('the microsteps of an axis', () => {
  it('are a pattern for the hand', () => {
    const { pins, divisors } = microstepSight(driven(4));
    expect(pins?.map(({ name, words, level }) => `${name} ${words} ${level}`)).toEqual([
      'M1 jumper out low',
      'M2 jumper in high',
      'M3 jumper out low',
    ]);
    expect(divisors).toEqual([1, 2, 4, 8, 16]);
    expect(microstepSight(driven(32)).pins).toBeNull();
  });

  it('tell what one stuck pin makes of them, and what levels give', () => {
    expect(microstepSight(driven(8)).stuck).toEqual(['M1 stuck low: 1/4', 'M2 stuck low: 1/2', 'M3 stuck high: 1/16']);
    expect(levelsGive(tableOf(LINES), ['l', 'h', 'h'])).toBe('low, high, high: the table has nothing for it');
    expect(levelsGive(tableOf(LINES), ['l', 'l', 'l'])).toBe('low, low, low gives full steps');
  });

  it('are proven by a count, contradicted by it, or asked to be counted again', () => {
    const counted = (pulses: number, turns: string) =>
      microstepSight(driven(8, { counted: { pulses, turns: quantityOf(turns), on: null } })).proof;
    expect(microstepSight(driven(8)).proof).toBeNull();
    expect(microstepSight(driven(8)).pulsesOfTurn).toBe(1600);
    expect(counted(1600, '1')).toEqual({ words: 'Proven: it runs 1/8, as set.', tone: 'good' });
    expect(counted(1600, '2')).toEqual({
      words: 'It runs 1/4, and 1/8 is set. M1 stuck low explains it.',
      tone: 'stop',
    });
    expect(counted(1600, '1.4')?.tone).toBe('caution');
  });
});

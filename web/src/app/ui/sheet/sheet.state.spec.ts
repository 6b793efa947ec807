import { quantityOf } from '@crisp-notch/core/shape';
import { isTable, pasted, placeAfter, placeToCopy, type SheetColumn, type SheetRow } from './sheet.state';

const cell = (label: string, dimension: 'length' | 'speed' | 'ratio'): NonNullable<SheetRow['cells'][number]> => ({
  asked: { label, dimension },
  value: quantityOf('1 mm'),
});
const ROWS: readonly SheetRow[] = [
  { key: 'travel', label: 'Travel', remark: '', cells: [cell('Travel', 'length'), cell('Travel', 'length'), null] },
  { key: 'speed', label: 'Speed', remark: '', cells: [cell('Speed', 'speed'), null, cell('Speed', 'speed')] },
  { key: 'duty', label: 'Duty', remark: '', cells: [cell('D', 'ratio'), cell('D', 'ratio'), cell('D', 'ratio')] },
];
const COLUMNS: readonly SheetColumn[] = ['X', 'Y', 'Z'].map((letter) => ({ id: `axis-${letter}`, letter, name: '' }));

describe('a sheet of what axes are asked', () => {
  it('is walked with arrows and Enter, over what does not apply, up to its edges', () => {
    expect(placeAfter(ROWS, { row: 0, column: 1 }, 'Enter')).toEqual({ row: 2, column: 1 });
    expect(placeAfter(ROWS, { row: 2, column: 1 }, 'ArrowUp')).toEqual({ row: 0, column: 1 });
    expect(placeAfter(ROWS, { row: 1, column: 0 }, 'ArrowRight')).toEqual({ row: 1, column: 2 });
    expect(placeAfter(ROWS, { row: 0, column: 1 }, 'ArrowRight')).toBeNull();
    expect(placeAfter(ROWS, { row: 2, column: 0 }, 'ArrowDown')).toBeNull();
    expect(placeAfter(ROWS, { row: 1, column: 1 }, 'Tab')).toBeNull();
  });

  it('passes over what is only read or chosen', () => {
    const read: SheetRow = {
      key: 'driver',
      label: 'Driver',
      remark: '',
      cells: [{ words: 'a' }, { words: 'b' }, null],
    };
    const list: SheetRow = {
      key: 'school',
      label: 'School',
      remark: '',
      cells: [{ options: [], chosen: '' }, cell('Limit', 'ratio'), null],
    };
    const rows = [...ROWS.slice(0, 1), read, list, ...ROWS.slice(2)];
    expect(placeAfter(rows, { row: 0, column: 0 }, 'Enter')).toEqual({ row: 3, column: 0 });
    expect(placeAfter(rows, { row: 0, column: 1 }, 'Enter')).toEqual({ row: 2, column: 1 });
    const { changes, problems } = pasted(rows, COLUMNS, { row: 1, column: 0 }, '5\t6\n7\t8', 'metric');
    expect(changes.map(({ key, columnId, value }) => [key, columnId, value?.text])).toEqual([
      ['school', 'axis-Y', '8'],
    ]);
    expect(problems.length).toBe(3);
  });

  it('copies across only into what is asked in the same dimension', () => {
    const mixed: readonly SheetRow[] = [
      {
        key: 'travel',
        label: 'Travel',
        remark: '',
        cells: [cell('T', 'length'), cell('T', 'length'), cell('T', 'ratio')],
      },
    ];
    expect(placeToCopy(mixed, { row: 0, column: 0 })).toEqual({ row: 0, column: 1 });
    expect(placeToCopy(mixed, { row: 0, column: 1 })).toBeNull();
    expect(placeToCopy(mixed, { row: 0, column: 2 })).toBeNull();
  });

  it('takes a table from a spreadsheet from the cell on where it is pasted', () => {
    const { changes, problems } = pasted(
      ROWS,
      COLUMNS,
      { row: 0, column: 0 },
      '420\t600 mm\r\n50\t\t2 in/s\n',
      'metric',
    );
    expect(changes.map(({ key, columnId, value }) => [key, columnId, value?.text])).toEqual([
      ['travel', 'axis-X', '420 mm'],
      ['travel', 'axis-Y', '600 mm'],
      ['speed', 'axis-X', '50 mm/s'],
      ['speed', 'axis-Z', '2 in/s'],
    ]);
    expect(problems).toEqual([]);
  });

  it('takes bare numbers in the units that are shown, and says by its cell what it cannot take', () => {
    const { changes, problems } = pasted(ROWS, COLUMNS, { row: 0, column: 1 }, '16\t7\nfast\t2\tx', 'inch');
    expect(changes.map(({ value }) => value?.text)).toEqual(['16 in', '2 in/min']);
    expect(problems.length).toBe(3);
    expect(problems[0]).toContain('“7”');
    expect(problems[1]).toContain('“fast”');
    expect(problems[2]).toContain('“x”');
  });

  it('takes a single value for what it is', () => {
    expect([isTable('420 mm\n'), isTable('420\t600'), isTable('420\n600')]).toEqual([false, true, true]);
  });
});

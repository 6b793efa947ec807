import { columnsOf, type FormRow, type RowColumn } from '@crisp-notch/core/form';
import { quantityOf } from '@crisp-notch/core/shape';
import { cellText, isGuessedCell, readCell, withPasted } from './rows-field.state';

const COLUMNS: readonly RowColumn[] = [
  ...columnsOf({
    count: { label: 'Pieces', least: 1, most: 100 },
    length: { label: 'Length', dimension: 'length', bounds: { isPositive: true }, isOptional: false },
    most: { label: 'At most', dimension: 'current', isOptional: true },
  }),
  { key: 'tag', label: 'Tag', kind: 'text', most: 5 },
];
const [PIECES, LENGTH, MOST, TAG] = COLUMNS as [RowColumn, RowColumn, RowColumn, RowColumn];
const BLANK: FormRow = { count: 1, length: quantityOf('100 mm', 'assumed'), most: null, tag: '' };
const said = { columns: COLUMNS, blank: BLANK, most: 3 };

describe('a cell of a list of rows', () => {
  it('shows what is kept, and what is a guess', () => {
    expect([BLANK['count'], BLANK['length'], BLANK['most'], BLANK['tag']].map(cellText)).toEqual([
      '1',
      '100 mm',
      '',
      '',
    ]);
    expect(Object.values(BLANK).map(isGuessedCell)).toEqual([false, true, false, false]);
  });

  it('reads what is typed by what its column takes', () => {
    expect(readCell(PIECES, '12', 'metric')).toEqual({ ok: true, value: 12 });
    expect(readCell(LENGTH, '2.5', 'metric')).toEqual({ ok: true, value: quantityOf('2.5 mm') });
    expect(readCell(LENGTH, '2 in', 'metric')).toEqual({ ok: true, value: quantityOf('2 in') });
    expect(readCell(MOST, ' ', 'metric')).toEqual({ ok: true, value: null });
    expect(readCell(TAG, ' red ', 'metric')).toEqual({ ok: true, value: 'red' });
  });

  it('says why it cannot take it', () => {
    const message = (column: RowColumn, typed: string): string => {
      const read = readCell(column, typed, 'metric');
      return read.ok ? '' : read.message;
    };
    expect(message(PIECES, '0')).not.toBe('');
    expect(message(PIECES, '')).not.toBe('');
    expect(message(LENGTH, '-3 mm')).toBe('It must be greater than zero.');
    expect(message(LENGTH, '')).toContain('A value is needed');
    expect(message(LENGTH, '3 kg')).not.toBe('');
    expect(message(TAG, 'longer')).toBe('At most 5 letters.');
  });
});

describe('a table that is pasted into rows', () => {
  it('fills from its cell on, and adds the rows that are missing', () => {
    const { rows, problems } = withPasted(
      [BLANK],
      said,
      { row: 0, column: 1 },
      '20\t1\tred\n30 mm\t\tblue\n',
      'metric',
    );
    expect(problems).toEqual([]);
    expect(rows).toEqual([
      { count: 1, length: quantityOf('20 mm'), most: quantityOf('1 A'), tag: 'red' },
      { count: 1, length: quantityOf('30 mm'), most: null, tag: 'blue' },
    ]);
  });

  it('keeps what was there where a cell cannot be taken, and says which', () => {
    const { rows, problems } = withPasted([BLANK], said, { row: 0, column: 0 }, '5\tnonsense\t\ttag\tmore', 'metric');
    expect(rows).toEqual([{ ...BLANK, count: 5, tag: 'tag' }]);
    expect(problems).toEqual([jasmine.stringMatching(/^Row 1, Length: /), 'Row 1, column 5: there is no such column.']);
  });

  it('takes no more rows than may be', () => {
    const { rows, problems } = withPasted([], said, { row: 0, column: 0 }, '1\n2\n3\n4\n5', 'metric');
    expect(rows.map((row) => row['count'])).toEqual([1, 2, 3]);
    expect(problems).toEqual(['Only 3 rows fit: the rest was left out.']);
  });
});

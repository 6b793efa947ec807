import type { RatioFault } from '../diagnosis/index.js';
import type { AskedRow, Row } from './row.js';

/** What was entered over what was read, by mistakes of entering; 1 where none is among them. */
export const entryFactor = (faults: readonly RatioFault[]): number =>
  faults.reduce((product, { side, factor }) => (side === 'entry' ? product * factor : product), 1);

/** Those of which the axis, or what is read of it, goes another way. */
export const besideEntries = (faults: readonly RatioFault[]): readonly RatioFault[] =>
  faults.filter(({ side }) => side !== 'entry');

/** Whether a reading is entered in the unit of the axis: its way, and how far a push moves it. */
export const isEntered = ({ of, arm }: Pick<AskedRow, 'of' | 'arm'>): boolean => of !== 'shaft' && arm === 1;

/** What was read, where so many times of it were entered. */
export const asRead = (rows: readonly Row[], factor: number): readonly Row[] =>
  factor === 1
    ? rows
    : rows.map((row) => (isEntered(row) ? { ...row, off: (row.expected + row.off) / factor - row.expected } : row));

/** How much denser readings lie where so many times of them are entered, as a logarithm. */
export const denserBy = (rows: readonly Row[], factor: number): number =>
  factor === 1 ? 0 : -rows.filter(isEntered).length * Math.log(factor);

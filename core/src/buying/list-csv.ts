import { writeCsv } from '../formats/index.js';
import { moneyText, type PartsLine } from './parts-list.js';

const HEADER = [
  'Part',
  'Kind',
  'Used in',
  'Needed',
  'Spare',
  'Price each',
  'Shipping',
  'Total',
  'Currency',
  'Source',
  'Lead time (days)',
  'State',
  'Since',
];

/**
 * The parts list as CSV. Numbers stand plain, with a point and without the currency, so that a spreadsheet adds them
 * up; text that it would run as a formula is made harmless.
 * @param mark decimal mark of the spreadsheet's language: with a comma, semicolons part the cells
 */
export function writePartsListCsv(lines: readonly PartsLine[], currency: string, mark: '.' | ',' = '.'): string {
  const number = (text: string): string => text.replace('.', mark);
  const rows = lines.map((line) => [
    line.name,
    line.kind,
    line.places,
    String(line.needed),
    String(line.spare),
    line.price ? number(line.price.text) : '',
    line.shipping ? number(line.shipping.text) : '',
    line.total ? number(moneyText(line.total)) : '',
    currency,
    line.source,
    line.leadDays === null ? '' : String(line.leadDays),
    line.state,
    line.on ?? '',
  ]);
  return writeCsv([HEADER, ...rows], mark === ',' ? ';' : ',');
}

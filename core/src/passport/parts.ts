import { buyingTotals, groupedLines, moneyText, partsList, type Asked, type PartsLine } from '../buying/index.js';
import type { Machine, PurchaseState } from '../machine/index.js';
import type { Stock } from '../parts/index.js';
import { table, text, type Section } from './block.js';

const STATE: Readonly<Record<PurchaseState, string>> = {
  'to-get': 'to get',
  have: 'in stock',
  ordered: 'ordered',
  arrived: 'arrived',
};

const stateWords = ({ state, on }: PartsLine): string => (on === null ? STATE[state] : `${STATE[state]}, ${on}`);

/** What the machine is made of and what it costs. @param stockOf what the shelf knows of a part */
export function partsSection(machine: Machine, stockOf: (asked: Asked) => Stock | null): Section {
  const lines = partsList(machine, stockOf);
  const totals = buyingTotals(lines);
  const { currency } = machine;
  const money = (amount: string): string => (currency === '' ? amount : `${amount}\u00a0${currency}`);
  return {
    title: 'Parts and cost',
    isOnItsOwn: true,
    blocks:
      lines.length === 0
        ? [text('No parts chosen yet.', 'quiet')]
        : [
            ...table(
              [
                { words: 'Part', share: 1 },
                { words: 'Where' },
                { words: 'Count', isNumber: true },
                { words: 'Each', isNumber: true },
                { words: 'Sum', isNumber: true },
                { words: 'State' },
              ],
              groupedLines(lines).flatMap(({ lines: grouped }) =>
                grouped.map((line) => [
                  line.name,
                  line.places,
                  line.spare > 0 ? `${line.needed} + ${line.spare}` : String(line.needed),
                  line.price?.text ?? '',
                  line.total === null ? '' : money(moneyText(line.total)),
                  stateWords(line),
                ]),
              ),
            ),
            text(
              `Total: ${money(moneyText(totals.all))}${totals.unpriced === 0 ? '' : ` (${totals.unpriced} ${totals.unpriced === 1 ? 'price' : 'prices'} missing)`}`,
            ),
          ],
  };
}

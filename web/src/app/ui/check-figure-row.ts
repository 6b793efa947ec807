import type { CheckFigure } from '@crisp-notch/core/checks';
import type { Say } from '@crisp-notch/core/drive-line';
import type { FigureRow } from './figure-table.component';

const WORDS = {
  within: { mark: '●', word: 'within', tone: 'good' },
  outside: { mark: '⬢', word: 'outside', tone: 'stop' },
  undecided: { mark: '▲', word: 'cannot tell', tone: 'caution' },
} as const;

/** Two values with their units, the unit once where it is the same. */
function rangeWords(low: string, high: string): string {
  const unit = /\s\S+$/.exec(high)?.[0] ?? '';
  return unit !== '' && low.endsWith(unit) ? `${low.slice(0, -unit.length)} to ${high}` : `${low} to ${high}`;
}

/** A figure of a check as a row of a table has it. @param say writes values in the reader's units */
export function checkFigureRow(figure: CheckFigure, say: Say): FigureRow {
  const { name, symbol, dimension, value, interval, asked, conformity, working } = figure;
  const half = interval ? Math.abs(interval[1] - interval[0]) / 2 : undefined;
  return {
    name,
    symbol,
    value: value === null ? 'open' : say(value, dimension, half),
    between: interval ? rangeWords(say(interval[0], dimension, half), say(interval[1], dimension, half)) : '',
    isGuess: false,
    asked: asked === null ? '' : say(asked, dimension),
    how: conformity && WORDS[conformity],
    working,
  };
}

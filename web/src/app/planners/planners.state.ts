import type { Machine } from '@crisp-notch/core/machine';
import { keepsTo, type AnyPlanner, type PlanFigure } from '@crisp-notch/core/planners';
import { handyUnit, showQuantity, type UnitSystem } from '@crisp-notch/core/quantity';
import type { Work } from '@crisp-notch/core/work';
import type { FigureRow } from '../ui/figure-table.component';

const DIGITS = 4;
/** An order of magnitude has no more. */
const GUESS_DIGITS = 2;
const HOW = {
  keeps: { tone: 'good', mark: '●', word: 'keeps' },
  over: { tone: 'stop', mark: '⬢', word: 'does not' },
} as const;

/** A figure in words. */
export function figureRow(figure: PlanFigure, units: UnitSystem): FigureRow {
  const { name, symbol, dimension, value, most, least, isGuess, working } = figure;
  const say = (number: number): string =>
    showQuantity(number, handyUnit(number, dimension, units), { significant: isGuess ? GUESS_DIGITS : DIGITS });
  const keeps = keepsTo(figure);
  return {
    name,
    symbol,
    value: value === null ? 'open' : say(value),
    isGuess,
    between: '',
    asked: [least === null ? '' : `≥ ${say(least)}`, most === null ? '' : `≤ ${say(most)}`].filter(Boolean).join(', '),
    how: keeps === null ? null : keeps ? HOW.keeps : HOW.over,
    working,
  };
}

/** What is filled in for a planner: what was kept, or what it begins with. */
export const workOf = (machine: Machine, { kind, first }: AnyPlanner): Work =>
  machine.work.find((item) => item.kind === kind) ?? first(machine);

/** The machine with work that is filled in, in place of what was of its kind. */
export const withWork = (machine: Machine, work: Work): Machine => ({
  ...machine,
  work: [...machine.work.filter(({ kind }) => kind !== work.kind), work],
});

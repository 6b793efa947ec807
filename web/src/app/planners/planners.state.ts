import type { Machine } from '@crisp-notch/core/machine';
import { keepsTo, type AnyPlanner, type PlanFigure } from '@crisp-notch/core/planners';
import { findUnit, handyUnit, showQuantity, type UnitSystem } from '@crisp-notch/core/quantity';
import type { Work } from '@crisp-notch/core/work';
import type { FigureRow } from '../ui/figure-table.component';

const DIGITS = 4;
/** An order of magnitude has no more. */
const GUESS_DIGITS = 2;
const HOW = {
  keeps: { tone: 'good', mark: '●', word: 'keeps' },
  guessed: { tone: 'quiet', mark: '○', word: 'keeps, by guesses' },
  over: { tone: 'stop', mark: '⬢', word: 'does not' },
} as const;

/** Whether anything that is filled in, in its rows too, is a guess still. */
export function restsOnGuesses(value: unknown): boolean {
  if (Array.isArray(value)) return value.some(restsOnGuesses);
  if (typeof value !== 'object' || value === null) return false;
  return ('from' in value && value.from === 'assumed') || Object.values(value).some(restsOnGuesses);
}

/**
 * A figure in words.
 * @param isOpen whether what was filled in is a guess still: it says what fails then, and claims nothing
 */
export function figureRow(figure: PlanFigure, units: UnitSystem, isOpen = false): FigureRow {
  const { name, symbol, dimension, value, most, least, isShare, isGuess, working } = figure;
  const say = (number: number): string =>
    showQuantity(number, (isShare ? findUnit('%', dimension) : null) ?? handyUnit(number, dimension, units), {
      significant: isGuess ? GUESS_DIGITS : DIGITS,
    });
  const keeps = keepsTo(figure);
  return {
    name,
    symbol,
    value: value === null ? 'open' : say(value),
    isGuess,
    between: '',
    asked: [least === null ? '' : `≥ ${say(least)}`, most === null ? '' : `≤ ${say(most)}`].filter(Boolean).join(', '),
    // A guess never claims that something holds.
    how: keeps === null || (keeps && isGuess) ? null : !keeps ? HOW.over : isOpen ? HOW.guessed : HOW.keeps,
    working,
  };
}

/** What is filled in for a planner: what was kept, or what it begins with. */
export const workOf = (machine: Machine, { kind, first }: AnyPlanner): Work =>
  machine.work.find((item) => item.kind === kind) ?? first(machine);

/**
 * What an edit of the work is of: typing on in one field is one step of undo, a row more or less is one of its own.
 * @param before what was filled in; null where nothing was
 */
export function editKey(before: Work | null, work: Work): string {
  const said = (item: Work | null): Readonly<Record<string, unknown>> => ({ ...item });
  const key = Object.keys(work).find((name) => said(work)[name] !== said(before)[name]) ?? '';
  const value = said(work)[key];
  return `work.${work.kind}.${key}${Array.isArray(value) ? `.${value.length}` : ''}`;
}

/** The machine with work that is filled in, in place of what was of its kind. */
export const withWork = (machine: Machine, work: Work): Machine => ({
  ...machine,
  work: [...machine.work.filter(({ kind }) => kind !== work.kind), work],
});

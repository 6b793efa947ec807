import type { CheckEvaluation, CheckPlace, CheckPoint, ReadingColumns, ReadingSheet } from './kind.js';
import type { VerdictWord } from './verdict.js';
import type { CheckFigure } from './findings.js';
import { remainingOf, verdictOf } from './findings.js';

/** A place that says for itself what is read there. */
export interface WordedPlace extends CheckPlace {
  /** Before the reading, under the sheet's heads. */
  readonly cells: readonly string[];
  /** Said after “Reading 3,”. */
  readonly named: string;
}

/** A sheet of places that say for themselves what is read there; the heads of numbers end in a unit or a sign. */
export const wordedSheet = <L extends WordedPlace>(
  how: string,
  heads: readonly (readonly [words: string, isNumber: boolean])[],
): ReadingSheet<L> => ({
  how,
  heads: heads.map(([words, isNumber]) => ({ words, isNumber })),
  cells: ({ cells }) => cells,
  named: ({ named }) => named,
});

/** The same places as columns of a table. */
export const wordedColumns = <L extends WordedPlace>(...header: readonly string[]): ReadingColumns<L> => ({
  header,
  cells: ({ cells }) => cells,
});

/**
 * Verdict and sentence of a check by its figures of which something is asked.
 * @param bears whether it can do without a reading that was left out; one that counts failures cannot
 */
export function judgedBy(
  figures: readonly CheckFigure[],
  points: readonly CheckPoint[],
  plannedCount: number,
  sentence: (verdict: VerdictWord) => string,
  bears = true,
): Pick<CheckEvaluation, 'points' | 'remainingCount' | 'verdict' | 'sentence' | 'figures'> {
  const counted = points.filter(({ excluded }) => excluded === null).length;
  const remainingCount = bears ? remainingOf(figures, points, plannedCount) : plannedCount - counted;
  const verdict = verdictOf(figures, remainingCount, counted);
  const said =
    counted === 0
      ? 'No reading yet.'
      : remainingCount > 0
        ? `${remainingCount} of ${plannedCount} readings to take.${verdict === 'not-true' ? ` ${sentence(verdict)}` : ''}`
        : sentence(verdict);
  return { points, remainingCount, verdict, sentence: said, figures };
}

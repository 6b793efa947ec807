import {
  checkDeclaration,
  VERDICT_WORDS,
  type CheckEvaluation,
  type CheckFigure,
  type CheckKind,
  type VerdictWord,
} from '../checks/index.js';
import type { Say } from '../drive-line/index.js';
import { formatNumber } from '../quantity/index.js';
import { heading, table, text, type Block, type Cell, type Section, type Tone } from './block.js';

/** A check that still speaks for its axis, with what it comes to. */
export interface PassportCheck {
  readonly kind: CheckKind;
  readonly axisLetter: string;
  /** ISO 8601, in UTC. */
  readonly at: string;
  readonly revision: number;
  readonly instrument: string;
  readonly evaluation: CheckEvaluation;
}

const TONES: Readonly<Partial<Record<VerdictWord, Tone>>> = {
  true: 'good',
  undecided: 'caution',
  'not-true': 'stop',
};

function verdictCell(verdict: VerdictWord): Cell {
  const tone = TONES[verdict];
  return tone ? { words: VERDICT_WORDS[verdict], tone } : { words: VERDICT_WORDS[verdict] };
}

const CONFORMITY: Readonly<Record<NonNullable<CheckFigure['conformity']>, Cell>> = {
  within: { words: 'within', tone: 'good' },
  outside: { words: 'outside', tone: 'stop' },
  undecided: { words: 'cannot tell', tone: 'caution' },
};

function figureRow(
  { name, symbol, dimension, value, interval, asked, conformity }: CheckFigure,
  say: Say,
): readonly (Cell | string)[] {
  const half = interval ? Math.abs(interval[1] - interval[0]) / 2 : undefined;
  return [
    symbol === '' ? name : `${name}, ${symbol}`,
    value === null ? 'open' : say(value, dimension, half),
    interval ? `${say(interval[0], dimension, half)} to ${say(interval[1], dimension, half)}` : '',
    asked === null ? '' : say(asked, dimension),
    conformity === null ? '' : CONFORMITY[conformity],
  ];
}

function checkBlocks(
  { kind, axisLetter, at, revision, instrument, evaluation }: PassportCheck,
  say: Say,
): readonly Block[] {
  const { verdict, sentence, figures, chart, budget, notes, result } = evaluation;
  return [
    heading(`${checkDeclaration(kind).name} on ${axisLetter}`),
    ...table(
      [
        { words: 'Verdict' },
        { words: 'Day' },
        { words: 'Revision', isNumber: true },
        { words: 'Instrument', share: 1 },
      ],
      [[verdictCell(verdict), at.slice(0, 10), String(revision), instrument]],
    ),
    text(sentence),
    ...(result === '' ? [] : [text(result, 'quiet')]),
    ...(chart && chart.series.length > 0
      ? [{ kind: 'drawing' as const, drawing: { kind: 'chart' as const, chart }, words: `Readings of ${axisLetter}` }]
      : []),
    ...table(
      [
        { words: 'Figure', share: 1 },
        { words: 'Measured', isNumber: true },
        { words: '95 % interval', isNumber: true },
        { words: 'Limit', isNumber: true },
        { words: 'Result' },
      ],
      figures.map((figure) => figureRow(figure, say)),
    ),
    ...(budget
      ? table(
          [
            { words: `Uncertainty of ${budget.of}`, share: 1 },
            { words: 'Standard uncertainty', isNumber: true },
            { words: 'Share', isNumber: true },
          ],
          [
            ...budget.rows.rows.map(({ name, standard, share }) => [
              name,
              say(standard, budget.dimension, standard),
              `${formatNumber(100 * share, { significant: 2 })} %`,
            ]),
            [
              `Combined; expanded with k = ${formatNumber(budget.rows.factor, { significant: 3 })} for 95 %: ${say(budget.rows.expanded, budget.dimension, budget.rows.expanded)}`,
              say(budget.rows.combined, budget.dimension, budget.rows.combined),
              '',
            ],
          ],
        )
      : []),
    ...notes.map((note) => text(note, 'quiet')),
  ];
}

/** Every check that still speaks for the machine as it stands. */
export function checksSection(checks: readonly PassportCheck[], say: Say): Section {
  return {
    title: 'Checks',
    isOnItsOwn: true,
    blocks:
      checks.length === 0 ? [text('No current checks.', 'quiet')] : checks.flatMap((check) => checkBlocks(check, say)),
  };
}

import type { JudgedAxis } from '../drive-line/index.js';
import { moveFacts, shownWords, stepStates, type StepState } from '../first-moves/index.js';
import type { Machine } from '../machine/index.js';
import { heading, table, text, type Block, type Cell, type Section } from './block.js';

const STATE: Readonly<Record<StepState['kind'], Cell>> = {
  open: { words: 'open' },
  waits: { words: 'waits' },
  right: { words: 'as it should be', tone: 'good' },
  wrong: { words: 'not right', tone: 'stop' },
  stale: { words: 'changed since', tone: 'caution' },
};

function axisBlocks(machine: Machine, { axis, reckoner }: JudgedAxis): readonly Block[] {
  const facts = moveFacts(reckoner);
  const states = facts ? stepStates(facts, machine, 'machine').filter(({ entry }) => entry !== null) : [];
  if (states.length === 0) return [];
  return [
    heading(`Axis ${axis.letter}`),
    ...table(
      [
        { words: 'Step', share: 1 },
        { words: 'Result' },
        { words: 'Measured', share: 0.35 },
        { words: 'Day' },
        { words: 'Revision', isNumber: true },
      ],
      states.map(({ step, kind, entry }) => [
        step.name,
        STATE[kind],
        entry?.shown.map(({ what, text: words }) => `${shownWords(what)} ${words}`).join(', ') ?? '',
        entry?.on ?? '',
        entry ? String(entry.revision) : '',
      ]),
    ),
  ];
}

/** What the first moves on the machine came to; what was practised on the rig says nothing of it. */
export function movesSection(machine: Machine, judged: readonly JudgedAxis[]): Section {
  const moved = judged.map((item) => ({ letter: item.axis.letter, blocks: axisBlocks(machine, item) }));
  const still = moved.filter(({ blocks }) => blocks.length === 0).map(({ letter }) => letter);
  return {
    title: 'First moves',
    blocks: [
      ...moved.flatMap(({ blocks }) => blocks),
      ...(still.length === 0 ? [] : [text(`Not yet moved on the machine: ${still.join(', ')}.`, 'quiet')]),
    ],
  };
}

import type { End, LineState, WiringPlan } from '../wiring/index.js';
import { heading, table, text, type Cell, type Section } from './block.js';

/** What is joined at each box: `Controller STEP X, DIR X`. */
function joinedWords({ boxes }: WiringPlan, ends: readonly End[]): string {
  const names = [...new Set(ends.map(({ box }) => box))].map((id) => {
    const box = boxes.find((item) => item.id === id);
    const terminals = ends
      .filter((end) => end.box === id)
      .map((end) => {
        const label = box?.terminals.find((item) => item.id === end.terminal)?.label ?? end.terminal;
        return end.note && !label.includes(end.note) ? `${label} (${end.note})` : label;
      });
    return `${box?.name ?? id} ${terminals.join(', ')}`;
  });
  return names.join(' · ');
}

const VERDICT: Readonly<Record<LineState['verdict'], Cell>> = {
  open: { words: 'open' },
  good: { words: 'good', tone: 'good' },
  wrong: { words: 'wrong', tone: 'stop' },
};

/** The plan of all wires, what is joined to what, and what was read before power. */
export function wiringSection(plan: WiringPlan, states: readonly LineState[]): Section {
  return {
    title: 'Wiring',
    isOnItsOwn: true,
    blocks: [
      text('Mains, fuses and protective earth follow the local code and belong to a qualified person.', 'caution'),
      { kind: 'drawing', drawing: { kind: 'wiring' }, words: 'Wiring plan from the design' },
      heading('Nets'),
      ...table(
        [
          { words: 'Net', share: 0.22 },
          { words: 'Joins', share: 1 },
        ],
        plan.nets.map(({ name, ends }) => [name, joinedWords(plan, ends)]),
      ),
      heading('Before power'),
      ...table(
        [
          { words: 'Check', share: 1 },
          { words: 'Expected' },
          { words: 'Measured', isNumber: true },
          { words: 'Day' },
          { words: 'Result' },
        ],
        states.map(({ words, kind, expects, reads, done, verdict, isChanged }) => [
          words,
          expects?.words ?? (kind === 'tick' ? 'seen' : ''),
          kind === 'tick' ? (done ? 'seen' : '') : reads,
          done?.on ?? '',
          isChanged ? { words: 'changed since', tone: 'caution' as const } : VERDICT[verdict],
        ]),
      ),
    ],
  };
}

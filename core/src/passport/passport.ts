import type { Asked } from '../buying/index.js';
import { judgedAxes, sayIn } from '../drive-line/index.js';
import type { Machine } from '../machine/index.js';
import { machineKindOf } from '../machine-kinds/index.js';
import type { Stock } from '../parts/index.js';
import type { UnitSystem } from '../quantity/index.js';
import { OPERATIONS, operationState, type CheckMade, type OperationState } from '../route-card/index.js';
import { lineStates, wiringPlan, type WiringPlan } from '../wiring/index.js';
import { axisSection } from './axes.js';
import { list, table, text, type Block, type Cell, type Section } from './block.js';
import { checksSection, type PassportCheck } from './checks.js';
import { correctionsSection, logSection, type PassportCorrection, type PassportEntry } from './log.js';
import { movesSection } from './moves.js';
import { partsSection } from './parts.js';
import { settingsSection } from './settings.js';
import { wiringSection } from './wiring.js';

/** Everything that is known of a machine. */
export interface PassportInput {
  readonly machine: Machine;
  readonly revision: number;
  /** Calendar date on which it is written, e.g. 2026-11-05. */
  readonly today: string;
  /** Where the machine is found; empty where nobody can go there. */
  readonly address: string;
  /** Newest first. */
  readonly checksMade: readonly CheckMade[];
  /** Those that still speak for the machine. */
  readonly checks: readonly PassportCheck[];
  readonly corrections: readonly PassportCorrection[];
  /** Oldest first. */
  readonly log: readonly PassportEntry[];
  /** What differs from the design that was signed off, in words; null where none was. */
  readonly sinceSignOff: readonly string[] | null;
  readonly stockOf: (asked: Asked) => Stock | null;
  readonly units: UnitSystem;
}

/** A machine's passport before it is laid out. */
export interface Passport {
  readonly title: string;
  /** What it is, e.g. `Router or milling table`. */
  readonly subtitle: string;
  readonly revision: number;
  readonly today: string;
  readonly address: string;
  /** Whether it is signed off, in a word or two for its head. */
  readonly stamp: { readonly words: string; readonly isSigned: boolean };
  readonly sections: readonly Section[];
  /** What its drawings are drawn from. */
  readonly machine: Machine;
  readonly plan: WiringPlan;
}

const STATE_CELL: Readonly<Record<OperationState['kind'], Cell>> = {
  blank: { words: 'blank' },
  started: { words: 'started' },
  held: { words: 'held', tone: 'caution' },
  stamped: { words: 'stamped', tone: 'good' },
  reopened: { words: 'to look at again', tone: 'caution' },
};

function stateRow(
  { machine, checksMade }: PassportInput,
  { number, name }: (typeof OPERATIONS)[number],
): readonly (Cell | string)[] {
  const state = operationState(machine, number, checksMade);
  const note = machine.card.find((item) => item.number === number)?.note ?? '';
  const why = state.kind === 'held' ? state.reason : state.kind === 'reopened' ? state.changes.join('; ') : '';
  return [
    String(number),
    name,
    STATE_CELL[state.kind],
    'date' in state ? state.date : '',
    [why, note].filter((item) => item !== '').join(' · '),
  ];
}

/** What a reader has to know first: signed off or not, and what has changed since. */
function signOff({ machine, checksMade, sinceSignOff }: PassportInput): {
  readonly stamp: Passport['stamp'];
  readonly blocks: readonly Block[];
} {
  const state = operationState(machine, 80, checksMade);
  const differs = sinceSignOff ?? [];
  if (state.kind === 'stamped' && differs.length === 0)
    return { stamp: { words: `Signed off, ${state.date}`, isSigned: true }, blocks: [] };
  if (state.kind !== 'stamped' && state.kind !== 'reopened')
    return {
      stamp: { words: 'Not signed off', isSigned: false },
      blocks: [text('This machine is not signed off. The passport shows its state so far.', 'caution')],
    };
  const changes = state.kind === 'reopened' ? state.changes.filter((line) => !differs.includes(line)) : [];
  return {
    stamp: { words: `Signed off, ${state.date}; changed since`, isSigned: false },
    blocks: [text('Since it was signed off:', 'caution'), ...list([...changes, ...differs])],
  };
}

function firstSection(input: PassportInput, blocks: readonly Block[]): Section {
  const { machine } = input;
  return {
    title: 'The machine',
    blocks: [
      ...(machine.note.trim() === '' ? [] : [text(machine.note, 'lead')]),
      ...blocks,
      { kind: 'drawing', drawing: { kind: 'machine' }, words: `${machine.name}, drawn to scale from its design` },
      ...table(
        [
          { words: 'Op' },
          { words: 'Operation' },
          { words: 'State' },
          { words: 'Day' },
          { words: 'Reason, note', share: 1 },
        ],
        OPERATIONS.map((operation) => stateRow(input, operation)),
      ),
    ],
  };
}

/** What can hurt, at every machine and at one of this kind. */
function cautionSection({ kind }: Machine): Section {
  return {
    title: 'Cautions',
    blocks: [
      ...machineKindOf(kind).cautions.map((sentence) => text(sentence, 'caution')),
      text(
        'A motor that is powered may move at any time. Keep hands away, and an emergency stop within reach.',
        'caution',
      ),
      text(
        'This passport records what was designed and measured. It is no proof of safety: guards, emergency stop, mains wiring and the machine’s safety follow the local rules and need a qualified person.',
        'caution',
      ),
    ],
  };
}

/** Everything that is known of a machine, in the order in which somebody who takes it over needs it. */
export function passportOf(input: PassportInput): Passport {
  const { machine, units } = input;
  const say = sayIn(units);
  const judged = judgedAxes(machine, say);
  const plan = wiringPlan(machine);
  const states = lineStates({ machine, plan, axes: judged.map(({ reckoner }) => reckoner), say });
  const { stamp, blocks } = signOff(input);
  return {
    title: machine.name,
    subtitle: machineKindOf(machine.kind).name,
    revision: input.revision,
    today: input.today,
    address: input.address,
    stamp,
    sections: [
      firstSection(input, blocks),
      cautionSection(machine),
      ...judged.map((axis) => axisSection(machine, axis, units)),
      settingsSection(machine, judged, plan, states, say),
      wiringSection(plan, states),
      movesSection(machine, judged),
      checksSection(input.checks, say),
      correctionsSection(input.corrections),
      logSection(input.log),
      partsSection(machine, input.stockOf),
    ],
    machine,
    plan,
  };
}

import { BASIS_LINE_MOST, BASIS_MOST, type Machine, type Operation, type OperationNumber } from '../machine/index.js';
import { basisOf, PRESENT_REACH } from './basis.js';
import { checkLines, isCheckLine, type CheckMade } from './checks-made.js';
import { changesBetween, lineInWords } from './lines.js';

/** The operations in the order in which a machine is built; any order may be worked. */
export const OPERATIONS: readonly { readonly number: OperationNumber; readonly name: string }[] = [
  { number: 10, name: 'Job' },
  { number: 20, name: 'Drive lines' },
  { number: 30, name: 'Supply' },
  { number: 40, name: 'Wiring' },
  { number: 50, name: 'Current' },
  { number: 60, name: 'First moves' },
  { number: 70, name: 'Checks' },
  { number: 80, name: 'Sign-off' },
];

export type OperationState =
  | { readonly kind: 'blank' }
  | { readonly kind: 'started' }
  | { readonly kind: 'held'; readonly reason: string }
  | { readonly kind: 'stamped'; readonly date: string }
  /** Stamped once, but what it relied on has changed since. */
  | { readonly kind: 'reopened'; readonly date: string; readonly changes: readonly string[] };

/** @param checks newest first */
export function operationState(
  machine: Machine,
  number: OperationNumber,
  checks: readonly CheckMade[],
): OperationState {
  const said = machine.card.find((item) => item.number === number);
  if (!said) return { kind: 'blank' };
  if (said.state === 'started') return { kind: 'started' };
  if (said.state === 'held') return { kind: 'held', reason: said.reason };
  const isOfDesign = (line: string): boolean => !isCheckLine(line);
  const measured = checkLines(machine, number, checks).filter((line) => !said.basis.includes(line));
  const changes = [
    ...measured.map(lineInWords),
    ...changesBetween(said.basis.filter(isOfDesign), basisOf(machine, number, said.reach).map(cut)),
  ];
  return changes.length === 0 ? { kind: 'stamped', date: said.date } : { kind: 'reopened', date: said.date, changes };
}

const cut = (line: string): string => line.slice(0, BASIS_LINE_MOST);

function withOperation(machine: Machine, number: OperationNumber, change: Partial<Operation>): Machine {
  const blank: Operation = {
    number,
    state: 'started',
    reason: '',
    date: change.date ?? '2000-01-01',
    basis: [],
    reach: PRESENT_REACH,
    note: '',
  };
  const present = machine.card.find((item) => item.number === number) ?? blank;
  const others = machine.card.filter((item) => item.number !== number);
  return { ...machine, card: [...others, { ...present, ...change }].sort((a, b) => a.number - b.number) };
}

/**
 * @param today calendar date, e.g. 2026-11-05
 * @param checks newest first; what stands measured is part of what a sign-off relies on
 */
export function stampOperation(
  machine: Machine,
  number: OperationNumber,
  today: string,
  checks: readonly CheckMade[],
): Machine {
  const basis = [...basisOf(machine, number), ...checkLines(machine, number, checks)].slice(0, BASIS_MOST).map(cut);
  return withOperation(machine, number, { state: 'stamped', reason: '', date: today, basis, reach: PRESENT_REACH });
}

export function holdOperation(machine: Machine, number: OperationNumber, reason: string, today: string): Machine {
  return withOperation(machine, number, { state: 'held', reason, date: today, basis: [] });
}

export function startOperation(machine: Machine, number: OperationNumber, today: string): Machine {
  return withOperation(machine, number, { state: 'started', reason: '', date: today, basis: [] });
}

/** A note beside an operation; it starts one that was blank and changes the state of no other. */
export function noteOperation(machine: Machine, number: OperationNumber, note: string, today: string): Machine {
  const isBlank = !machine.card.some((item) => item.number === number);
  return withOperation(machine, number, { note, ...(isBlank ? { date: today } : {}) });
}

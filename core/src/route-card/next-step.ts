import { checkDeclaration } from '../checks/index.js';
import { pairWords } from '../coils/index.js';
import { stepsPerUnit, type JudgedAxis, type Say } from '../drive-line/index.js';
import { moveFacts, openStep, stepStates } from '../first-moves/index.js';
import { inSentence } from '../reckoner/index.js';
import type { Page, Place, Station } from '../finding/index.js';
import { MACHINE_ASKED, type Axis, type Machine, type OperationNumber } from '../machine/index.js';
import { beliefOf, judgeWiring, leadsOf, motorNames, wiringPlan } from '../wiring/index.js';
import { currentCheck, type CheckMade } from './checks-made.js';
import { operationState, OPERATIONS } from './operations.js';

/** The one thing to do next: a sentence, a button, and where the button leads. */
export interface NextStep {
  readonly sentence: string;
  readonly button: string;
  readonly operation: OperationNumber;
  readonly axisId: string | null;
  readonly station: Station | null;
  /** The very field, by the label under which its form asks for it. */
  readonly field: string | null;
  /** The tab of its page, where it has several. */
  readonly see: string | null;
  readonly checkId: string | null;
}

const OPERATION_OF = { job: 10, 'drive-lines': 20, supply: 30, wiring: 40, current: 50 } as const satisfies Record<
  Page,
  OperationNumber
>;

/** The operation in which a page is worked. */
const operationOf = (page: Page): OperationNumber => OPERATION_OF[page];

const step = (
  operation: OperationNumber,
  sentence: string,
  button: string,
  more: Partial<NextStep> = {},
): NextStep => ({
  sentence,
  button,
  operation,
  axisId: null,
  station: null,
  field: null,
  see: null,
  checkId: null,
  ...more,
});

/**
 * What a builder should do next, most pressing first: what stops the machine, what is not known, what is not confirmed,
 * set, measured or put right, and last what is not signed.
 * @param judged the machine's axes
 * @param checks newest first
 * @param say writes numbers as the reader has them
 */
export function nextStep(
  machine: Machine,
  judged: readonly JudgedAxis[],
  checks: readonly CheckMade[],
  say: Say,
): NextStep {
  const firstOf = (find: (judged: JudgedAxis) => NextStep | null): NextStep | null =>
    judged.map(find).find((found) => found !== null) ?? null;
  const first = <T>(find: (axis: Axis) => T | null): T | null => {
    for (const axis of machine.axes) {
      const found = find(axis);
      if (found !== null) return found;
    }
    return null;
  };
  if (machine.axes.length === 0) return step(20, 'This machine has no axis yet. Add the first one.', 'Add an axis');
  return (
    firstOf(missingStep) ??
    firstOf(findingStep) ??
    wiringStep(machine, checks, say) ??
    // Who stamps the job takes its guesses as they are.
    (operationState(machine, 10, checks).kind === 'stamped' ? null : first(assumedStep)) ??
    heldStep(machine, checks) ??
    (operationState(machine, 40, checks).kind === 'stamped' ? null : first(coilStep)) ??
    first(currentStep) ??
    (operationState(machine, 60, checks).kind === 'stamped'
      ? null
      : firstOf((item) => movesStep(item, machine, checks))) ??
    first((axis) => checkStep(axis, checks)) ??
    reopenedStep(machine, checks) ??
    signStep(machine, checks)
  );
}

function missingStep({ axis, reckoner }: JudgedAxis): NextStep | null {
  const outcome = reckoner.get(stepsPerUnit);
  if (outcome.kind !== 'missing') return null;
  const field = outcome.fields[0];
  const station = (field?.station ?? 'motor') as Station;
  const form = field?.form?.(reckoner.context);
  return step(
    operationOf((form?.page ?? 'drive-lines') as Page),
    `Enter the ${field?.name.toLowerCase()} of ${axis.letter}: its steps follow from it.`,
    station === 'motor' ? 'Choose the motor' : 'Fill it in',
    {
      axisId: axis.id,
      station,
      field: form?.label ?? null,
    },
  );
}

function findingStep({ axis, findings: [finding] }: JudgedAxis): NextStep | null {
  return finding?.severity === 'stop'
    ? step(operationOf(finding.place.page), `${axis.letter}: ${finding.sentence}`, mendWords(finding.place), {
        axisId: axis.id,
        station: finding.place.station,
        field: finding.place.field,
      })
    : null;
}

/** What would go wrong with the wires; nothing once they are stamped as they are. */
function wiringStep(machine: Machine, checks: readonly CheckMade[], say: Say): NextStep | null {
  if (operationState(machine, 40, checks).kind === 'stamped') return null;
  const [finding] = judgeWiring({ machine, plan: wiringPlan(machine), say, busAfter: () => null });
  if (finding?.severity !== 'stop') return null;
  const { page, axisId, field } = finding.place;
  return step(operationOf(page), finding.sentence, mendWords(finding.place), { axisId, field });
}

/** The one measurement that tells most of a motor whose coils somebody began to look for. */
function coilStep(axis: Axis): NextStep | null {
  for (const [index, name] of motorNames(axis).entries()) {
    const leads = leadsOf(axis, index);
    const { connection, next } = leads.readings.length === 0 ? NOT_BEGUN : beliefOf(axis, leads);
    if (connection !== null || next === null) continue;
    const pair = pairWords(leads, next.leads);
    return step(40, `${name} has no coil pairs yet: one reading of ${pair} tells most.`, `Read ${pair}`, {
      axisId: axis.id,
      see: 'coils',
    });
  }
  return null;
}

const NOT_BEGUN = { connection: null, next: null } as const;

/** What the button of a finding says: where it leads. */
const mendWords = ({ field, station }: Place): string => `Go to the ${inSentence(field ?? station ?? 'axis')}`;

function assumedStep(axis: Axis): NextStep | null {
  const { travel, speed, acceleration, moveTime, tolerance, load } = axis.job;
  const { mass, inertia } = axis.carriage;
  const asked = {
    travel,
    speed,
    acceleration: moveTime ? null : acceleration,
    tolerance,
    load,
    'moving mass': mass,
    'moving inertia': inertia,
  };
  const guessed = Object.entries(asked).filter(([, item]) => item?.from === 'assumed');
  const names = guessed.map(([name]) => name);
  const labels: Readonly<Record<string, { readonly label: string }>> = {
    ...MACHINE_ASKED.job[axis.job.kind],
    'moving mass': MACHINE_ASKED.carriage.mass,
    'moving inertia': MACHINE_ASKED.carriage.inertia,
  };
  return names.length > 0
    ? step(
        10,
        `${axis.letter} stands on ${names.length > 1 ? 'guesses' : 'a guess'}: ${listed(names)}. Enter what is true, or confirm.`,
        `Enter the ${names.length > 1 ? 'job' : (names[0] ?? 'job')}`,
        { axisId: axis.id, field: labels[names[0] ?? '']?.label ?? null },
      )
    : null;
}

/** `load`, `load and mass`, `load, friction and mass`. */
function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
}

function heldStep(machine: Machine, checks: readonly CheckMade[]): NextStep | null {
  for (const { number, name } of OPERATIONS) {
    const state = operationState(machine, number, checks);
    if (state.kind === 'held')
      return step(number, `${name} is held: ${state.reason}`, `Go on with ${name.toLowerCase()}`);
  }
  return null;
}

function currentStep(axis: Axis): NextStep | null {
  // Bridges and switch arrays on constant volts have no limit to set.
  return axis.driver.currentLimit === null && axis.driver.specification.type === 'chopper'
    ? step(50, `Set the current limit of ${axis.letter} before its motor is connected.`, 'Set the current', {
        axisId: axis.id,
        field: MACHINE_ASKED.driver.currentLimit.label,
      })
    : null;
}

/** The first moves of an axis that nobody has moved yet as far as is known; who has measured it has moved it. */
function movesStep({ axis, reckoner }: JudgedAxis, machine: Machine, checks: readonly CheckMade[]): NextStep | null {
  if (checks.some((check) => check.axisId === axis.id)) return null;
  const facts = moveFacts(reckoner);
  const open = facts && openStep(stepStates(facts, machine, 'machine'));
  if (!open) return null;
  const isBegun = axis.moves.some(({ by }) => by !== 'rig');
  return step(
    60,
    isBegun
      ? `${axis.letter}, next of its first moves: ${inSentence(open.step.name)}.`
      : `Move ${axis.letter} for the first time, step by step; the simulated rig is there for practice.`,
    isBegun ? 'Go on with first moves' : 'Begin the first moves',
    { axisId: axis.id },
  );
}

function checkStep(axis: Axis, checks: readonly CheckMade[]): NextStep | null {
  const check = currentCheck(axis, checks);
  const where = { axisId: axis.id, checkId: check?.id ?? null };
  if (!check)
    return step(
      70,
      `Check ${axis.letter}: send a known number of steps and measure what comes.`,
      'Plan a step check',
      where,
    );
  if (check.verdict === 'incomplete')
    return step(
      70,
      `The ${checkDeclaration(check.kind).name.toLowerCase()} on ${axis.letter} waits for readings.`,
      'Enter readings',
      where,
    );
  if (check.verdict === 'not-true')
    return step(70, `${axis.letter} is not true. ${check.sentence}`, 'See what is wrong', where);
  if (check.verdict === 'undecided')
    return step(70, `The check on ${axis.letter} is undecided. ${check.sentence}`, 'See the check', where);
  return null;
}

function reopenedStep(machine: Machine, checks: readonly CheckMade[]): NextStep | null {
  for (const { number, name } of OPERATIONS) {
    const state = operationState(machine, number, checks);
    if (state.kind === 'reopened')
      return step(number, `${name} needs another look: ${state.changes[0]}.`, `Look at ${name.toLowerCase()}`);
  }
  return null;
}

function signStep(machine: Machine, checks: readonly CheckMade[]): NextStep {
  const open = OPERATIONS.find(
    ({ number }) => number !== 80 && operationState(machine, number, checks).kind !== 'stamped',
  );
  if (open)
    return step(
      open.number,
      `Every axis is measured true. Stamp ${open.name.toLowerCase()} when it is done.`,
      `Go to ${open.name.toLowerCase()}`,
    );
  return operationState(machine, 80, checks).kind === 'stamped'
    ? step(80, 'This machine is signed off. Print its card and put it in the box.', 'Print the card')
    : step(80, 'Everything is stamped. Sign the machine off.', 'Sign off');
}

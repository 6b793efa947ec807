import { checkDeclaration } from '../checks/index.js';
import { axisContext, judgeAxis, stepsPerUnit, type Say } from '../drive-line/index.js';
import { moveFacts, stepStates } from '../first-moves/index.js';
import type { Axis, Machine, OperationNumber } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { supplyPlans } from '../supply-plan/index.js';
import { currentCheck, type CheckMade } from './checks-made.js';
import { operationState, OPERATIONS } from './operations.js';

/** Operations after which nobody looks at the drive line's stops again. */
const LINE_OPERATIONS: readonly OperationNumber[] = [20, 60, 80];
const SUPPLY_OPERATIONS: readonly OperationNumber[] = [30, 80];

/**
 * What speaks against a stamp: what stops the machine, what the operation has not got yet, and for the sign-off what is
 * not stamped. Whoever stamps is asked about it and may do so all the same.
 * @param checks newest first
 * @returns sentences; empty where nothing speaks against it
 */
export function stampDoubts(
  machine: Machine,
  number: OperationNumber,
  checks: readonly CheckMade[],
  say: Say,
): readonly string[] {
  const each = (find: (axis: Axis) => readonly string[]): readonly string[] => machine.axes.flatMap(find);
  return [
    ...(machine.axes.length === 0 ? ['The machine has no axis.'] : []),
    ...(LINE_OPERATIONS.includes(number) ? each((axis) => lineStops(machine, axis, say)) : []),
    ...(SUPPLY_OPERATIONS.includes(number) ? supplyStops(machine, say) : []),
    ...each((axis) => nothingYet(machine, axis, number, checks)),
    ...(number === 80 ? openOperations(machine, checks) : []),
  ];
}

function lineStops(machine: Machine, axis: Axis, say: Say): readonly string[] {
  const context = axisContext(machine, axis.id);
  const findings = context ? judgeAxis(new Reckoner(context), say) : [];
  return findings.filter(({ severity }) => severity === 'stop').map(({ sentence }) => `${axis.letter}: ${sentence}`);
}

function supplyStops(machine: Machine, say: Say): readonly string[] {
  return supplyPlans(machine, say).flatMap(({ supply, findings }, index) =>
    findings
      .filter(({ severity }) => severity === 'stop')
      .map(({ sentence }) => `${supply.name || `Supply ${index + 1}`}: ${sentence}`),
  );
}

/** What an axis has not got that the operation is there for. */
function nothingYet(
  machine: Machine,
  axis: Axis,
  number: OperationNumber,
  checks: readonly CheckMade[],
): readonly string[] {
  const { letter, job, driver } = axis;
  switch (number) {
    case 10:
      return [job.travel, job.speed, job.tolerance, job.load].every((item) => item === null || item.from === 'assumed')
        ? [`Nobody has entered what ${letter} has to do: all of it is guesses.`]
        : [];
    case 20: {
      const context = axisContext(machine, axis.id);
      const outcome = context ? new Reckoner(context).get(stepsPerUnit) : null;
      return outcome?.kind === 'missing'
        ? [`The ${outcome.fields[0]?.name.toLowerCase()} of ${letter} is not said, and its steps rest on it.`]
        : [];
    }
    case 30:
      return axis.supply === null ? [`${letter} hangs on no supply.`] : [];
    case 50:
      return driver.currentLimit === null && driver.specification.type === 'chopper'
        ? [`The current limit of ${letter} is not set.`]
        : [];
    case 70: {
      const check = currentCheck(axis, checks);
      if (!check) return [`${letter} has not been measured as it is now.`];
      return check.verdict === 'true'
        ? []
        : [
            `The ${checkDeclaration(check.kind).name.toLowerCase()} on ${letter} is ${check.verdict === 'incomplete' ? 'not complete' : check.verdict === 'undecided' ? 'undecided' : 'not true'}.`,
          ];
    }
    case 60: {
      // Who has measured it has moved it.
      if (checks.some((check) => check.axisId === axis.id)) return [];
      const context = axisContext(machine, axis.id);
      const facts = context && moveFacts(new Reckoner(context));
      const open = facts ? stepStates(facts, machine, 'machine').filter(({ kind }) => kind !== 'right') : [];
      return open.length > 0
        ? [`${letter}: ${open.length} of its first moves ${open.length === 1 ? 'is' : 'are'} not done on the machine.`]
        : [];
    }
    case 40:
    case 80:
      return [];
  }
}

const STATE_WORDS = { blank: 'blank', started: 'only started', held: 'held', reopened: 'to look at again' } as const;

function openOperations(machine: Machine, checks: readonly CheckMade[]): readonly string[] {
  return OPERATIONS.filter(({ number }) => number !== 80).flatMap(({ number, name }) => {
    const { kind } = operationState(machine, number, checks);
    return kind === 'stamped' ? [] : [`Operation ${number}, ${name.toLowerCase()}, is ${STATE_WORDS[kind]}.`];
  });
}

import { sameMachine } from '@crisp-notch/core/formats';
import { checkMachine, placeInWords, withoutRefused, type Machine } from '@crisp-notch/core/machine';
import type { Problem } from '@crisp-notch/core/quantity';
import { messageOf, problemIn } from './answers';
import type { SaveState, Sent } from './design.state';

/** Times that what is refused is put back before the whole is. */
const ROUNDS = 20;

/**
 * What of a working copy can be sent: all of it, or all but what no machine may be, by the very shapes that the server
 * checks by.
 */
export function sendableOf(document: Machine, saved: Machine): Sent {
  const checked = checkMachine(document);
  if (checked.ok) return { document, sendable: document, refusal: '' };
  const [first] = checked.error;
  const refusal = first ? `${placeInWords(document, first.path)} ${first.message}` : 'something cannot be so';
  let rest = document;
  // A check names only the first problems, so what is put back may show more of them.
  for (let problems: readonly Problem[] = checked.error, round = 0; problems.length > 0 && round < ROUNDS; round += 1) {
    rest = withoutRefused(rest, saved, problems);
    const again = checkMachine(rest);
    problems = again.ok ? [] : again.error;
  }
  return { document, sendable: checkMachine(rest).ok && !sameMachine(rest, saved) ? rest : saved, refusal };
}

/** Whether the server may have taken what was sent although nothing says so. */
export function isUnheard(error: unknown): boolean {
  const status = problemIn(error)?.status;
  return status === undefined || status >= 500;
}

export function saveAfter(error: unknown, document: Machine): SaveState {
  const problem = problemIn(error);
  const current = problem?.current;
  if (current && 'document' in current) return { kind: 'stale', theirs: current };
  const refused = problem?.status === 422 ? problem.problems?.[0] : undefined;
  // The server says “document.axes.0 …” of what was sent as a document.
  if (refused)
    return {
      kind: 'refused',
      message: `${placeInWords(document, refused.path.replace(/^document\.?/, ''))} ${refused.message}`,
    };
  return { kind: 'failed', message: messageOf(error), isGone: problem?.status === 404 };
}

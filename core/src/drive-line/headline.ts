import type { Field, Figure, Reckoner } from '../reckoner/index.js';
import { leafFields } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import type { AxisFinding } from './judgement.js';
import { speedMargin } from './speed-figures.js';
import { stepsPerUnit } from './step-figures.js';
import { torqueMargin } from './torque-figures.js';

/** The one line that heads an axis. */
export interface Headline {
  readonly tone: 'stop' | 'caution' | 'good' | 'open';
  readonly words: string;
  readonly finding: AxisFinding | null;
}

/** What has to be known, and known by more than guesses, before an axis is said to hold. */
const NEEDED: readonly Figure<AxisContext>[] = [stepsPerUnit, torqueMargin, speedMargin];
/** Names in one line; more are counted. */
const NAMED = 3;

function listed(fields: readonly Field<AxisContext>[]): string {
  const names = [...new Set(fields.map((field) => field.name.toLowerCase()))];
  return names.length <= NAMED
    ? names.join(', ')
    : `${names.slice(0, NAMED).join(', ')} and ${names.length - NAMED} more`;
}

/**
 * Heads an axis by its worst finding; where there is none, by what is still needed, by the guesses that it rests on,
 * and only with all of it said by “holds”.
 */
export function headlineOf(reckoner: Reckoner<AxisContext>, findings: readonly AxisFinding[]): Headline {
  const [finding] = findings;
  if (finding) return { tone: finding.severity, words: finding.sentence, finding };
  const outcomes = NEEDED.map((item) => reckoner.get(item));
  const missing = outcomes.flatMap((outcome) => (outcome.kind === 'missing' ? outcome.fields : []));
  if (missing.length > 0) return { tone: 'open', words: `Still needed: ${listed(missing)}`, finding: null };
  const impossible = outcomes.find((outcome) => outcome.kind === 'impossible');
  if (impossible) return { tone: 'open', words: `Not known yet: ${impossible.reason}`, finding: null };
  const guesses = NEEDED.flatMap((item) => leafFields(reckoner, item)).filter(
    (field) => reckoner.reading(field)?.from === 'assumed',
  );
  return guesses.length > 0
    ? { tone: 'open', words: `No fault found; it rests on guesses: ${listed(guesses)}`, finding: null }
    : { tone: 'good', words: 'Holds', finding: null };
}

/**
 * Lines of what something relies on: `axis-1|X|microsteps: 16`. The identity and what is said of it name the line, so
 * that a new letter or another place in a list is no change; the subject is what readers know it by.
 */
export type Lines = readonly string[];

const SUBJECT_MOST = 60;

/** A line of a thing that has an identity. @param what empty where the thing itself is the line */
export function lineOf(id: string, subject: string, what: string, value: string | number): string {
  // A subject may be a name that somebody typed, so what parts a line is taken out of it.
  return `${encodeURIComponent(id)}|${subject.replace(/[|:\n]/g, ' ').slice(0, SUBJECT_MOST)}|${what}: ${value}`;
}

/**
 * Before a value that nobody has said: the same value said, another guess, or a guess where there was nothing, is no
 * change.
 */
export const GUESS = '≈';

interface Parsed {
  readonly key: string;
  /** What the line is of, and what readers call it; empty for a line without identities. */
  readonly id: string;
  readonly subject: string;
  readonly name: string;
  readonly value: string;
  readonly isGuess: boolean;
}

function parsed(line: string): Parsed {
  const end = line.indexOf(': ');
  const [head, given] = [line.slice(0, end), line.slice(end + 2)];
  const isGuess = given.startsWith(GUESS);
  const value = isGuess ? given.slice(GUESS.length) : given;
  const [id = '', subject = '', what] = head.split('|');
  // A line of a version that had no identities names itself.
  if (what === undefined) return { key: head, id: '', subject: '', name: head, value, isGuess };
  return { key: `${id}|${what}`, id, subject, name: what === '' ? subject : `${subject} ${what}`, value, isGuess };
}

/** A line in words: `X step check is not true`. */
export function lineInWords(line: string): string {
  const { name, value } = parsed(line);
  return `${name} is ${value}`;
}

/** Quantities that say what a thing is which has come. */
const NAMED_BY_MOST = 3;

const idsOf = (lines: ReadonlyMap<string, Parsed>): ReadonlySet<string> =>
  new Set([...lines.values()].map(({ id }) => id).filter((id) => id !== ''));

/**
 * What changed between two lists of lines, in words: `X microsteps was 16, is 8`. A thing that has come or gone is one
 * change.
 */
export function changesBetween(before: Lines, now: Lines): readonly string[] {
  const entries = (lines: Lines): Map<string, Parsed> => new Map(lines.map(parsed).map((item) => [item.key, item]));
  const [old, present] = [entries(before), entries(now)];
  const [oldIds, presentIds] = [idsOf(old), idsOf(present)];
  const shown = ({ value, isGuess }: Parsed): string => (isGuess ? `${value} as a guess` : value);
  const come = [...presentIds]
    .filter((id) => !oldIds.has(id))
    .map((id) => newThing([...present.values()].filter((item) => item.id === id)));
  const changed = [...present].flatMap(([key, item]) => {
    const was = old.get(key);
    if (was === undefined)
      return item.isGuess || (item.id !== '' && !oldIds.has(item.id)) ? [] : [`${item.name} is new: ${item.value}`];
    const isSame = was.value === item.value ? was.isGuess || !item.isGuess : was.isGuess && item.isGuess;
    return isSame ? [] : [`${item.name} was ${shown(was)}, is ${shown(item)}`];
  });
  const gone = [...old]
    .filter(([key, { isGuess, id }]) => !isGuess && !present.has(key) && (id === '' || presentIds.has(id)))
    .map(([, { name }]) => `${name} is gone`);
  const left = [...oldIds]
    .filter((id) => !presentIds.has(id))
    .map((id) => `${[...old.values()].find((item) => item.id === id)?.subject ?? id} is gone`);
  return [...come, ...changed, ...gone, ...left];
}

function newThing(lines: readonly Parsed[]): string {
  const quantities = lines.filter(({ isGuess, value }) => !isGuess && /^[-+\d.]/.test(value)).map(({ value }) => value);
  const said = quantities.slice(0, NAMED_BY_MOST).join(', ');
  return `${lines[0]?.subject ?? ''} is new${said === '' ? '' : `: ${said}`}`;
}

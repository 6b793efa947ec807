import { declarationOf, type PartKind } from './registry.js';

/** What fills a place of a machine: a name, and what is said of it. */
interface Filling {
  readonly name: string;
  readonly specification: object;
}

/** Whether a value or anything within it was said by somebody; guesses and what is empty are not. */
function isSaid(value: unknown): boolean {
  if (typeof value !== 'object' || value === null) return false;
  if ('from' in value && 'text' in value) return value.from !== 'assumed';
  return Object.values(value).some(isSaid);
}

/**
 * What a part is called: by its name, or where it has none by what was typed of it.
 * @returns null if nobody has said anything of it yet
 */
export function describedAs(kind: PartKind, { name, specification }: Filling): string | null {
  if (name.trim() !== '') return name;
  return isSaid(specification) ? declarationOf(kind).summary(specification) || null : null;
}

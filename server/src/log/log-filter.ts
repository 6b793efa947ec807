import { LOG_KINDS, type LogKind } from '@crisp-notch/contract';
import type { Request } from 'express';
import { ApiProblem } from '../problem';

/** What of a logbook is asked for. */
export interface LogFilter {
  /** None: all. */
  readonly kinds: readonly LogKind[];
  readonly axis: string | null;
  readonly tag: string | null;
  readonly words: readonly string[];
}

/** Longest search, and most words of it that are looked for. */
const [SEARCH_MOST, WORDS_MOST] = [200, 8];

const isKind = (name: string): name is LogKind => LOG_KINDS.some((kind) => kind === name);

/**
 * What a request narrows a logbook to by `kind` (several with commas), `axis`, `tag` and `search`.
 * @throws ApiProblem for a kind that there is not, or what is too long to be any of these
 */
export function filterOf({ query }: Request): LogFilter {
  const said = (name: string): string => {
    const value = query[name] ?? '';
    if (typeof value !== 'string' || value.length > SEARCH_MOST)
      throw new ApiProblem('bad-request', `${name} must be given once, with ${SEARCH_MOST} letters at most.`);
    return value.trim();
  };
  const names = said('kind').split(',').filter(Boolean);
  const kinds = names.filter(isKind);
  if (kinds.length < names.length)
    throw new ApiProblem('bad-request', `kind must be of ${LOG_KINDS.join(', ')}; several with commas.`);
  return {
    kinds,
    axis: said('axis') || null,
    tag: said('tag') || null,
    words: said('search').split(/\s+/).filter(Boolean).slice(0, WORDS_MOST),
  };
}

import type { Request, Response } from 'express';
import { ApiProblem } from '../problem';

/** A piece of a list: where it begins, and how many rows it has at most. */
export interface Page {
  readonly after: string | null;
  readonly limit: number;
}

export interface Paged<T> {
  readonly items: readonly T[];
  /** Where the next page begins; null after the last. */
  readonly next: string | null;
}

const LIMIT_MOST = 1000;

/** The page that a request asks for by `limit` and `after`. */
export function pageOf(request: Request, usual: number): Page {
  const { limit, after } = request.query;
  if (
    limit !== undefined &&
    !(typeof limit === 'string' && isWhole(limit) && Number(limit) >= 1 && Number(limit) <= LIMIT_MOST)
  ) {
    throw new ApiProblem('bad-request', `limit must be a whole number from 1 to ${LIMIT_MOST}.`);
  }
  if (after !== undefined && typeof after !== 'string')
    throw new ApiProblem('bad-request', 'after must be what a page before named.');
  return { after: after ?? null, limit: limit === undefined ? usual : Number(limit) };
}

/**
 * A page as JSON, with the address of the next in the Link header (RFC 8288). A browser may keep it, and asks whether
 * it still holds.
 */
export function sendPage<T>(request: Request, response: Response, { limit }: Page, { items, next }: Paged<T>): void {
  response.setHeader('Cache-Control', 'private, no-cache');
  if (next !== null) {
    // What the list was narrowed to holds for its next page too.
    const asked = Object.entries(request.query).filter(
      (entry): entry is [string, string] => typeof entry[1] === 'string',
    );
    const query = new URLSearchParams({ ...Object.fromEntries(asked), limit: String(limit), after: next });
    response.setHeader(
      'Link',
      `<${request.baseUrl}${request.path === '/' ? '' : request.path}?${query.toString()}>; rel="next"`,
    );
  }
  response.json(items);
}

export const isWhole = (text: string): boolean => /^\d{1,9}$/.test(text);
export const isTime = (text: string): boolean =>
  /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/.test(text) && !Number.isNaN(Date.parse(text));

/**
 * What a page begins after, as the values its list is ordered by.
 * @param checks one for each value
 * @throws ApiProblem for one that no page has named
 */
export function cursorOf<const C extends readonly ((text: string) => boolean)[]>(
  page: Page,
  checks: C,
): { readonly [K in keyof C]: string } | null {
  if (page.after === null) return null;
  const values = stringsIn(page.after);
  if (values?.length !== checks.length || !checks.every((check, index) => check(values[index] as string)))
    throw new ApiProblem('bad-request', 'after must be what a page before named.');
  return values as unknown as { readonly [K in keyof C]: string };
}

function stringsIn(text: string): readonly string[] | null {
  try {
    const values = JSON.parse(text) as unknown;
    return Array.isArray(values) && values.every((value) => typeof value === 'string') ? values : null;
  } catch {
    // Not what a page has named: that is the answer.
    return null;
  }
}

/**
 * A page of rows that were asked for with one more than it holds, which tells whether there is another page.
 * @param key the values that the list is ordered by
 */
export function pagedBy<R, T>(
  page: Page,
  rows: readonly R[],
  key: (row: R) => readonly string[],
  item: (row: R) => T,
): Paged<T> {
  const shown = rows.slice(0, page.limit);
  const last = shown.at(-1);
  return {
    items: shown.map(item),
    next: rows.length > page.limit && last !== undefined ? JSON.stringify(key(last)) : null,
  };
}

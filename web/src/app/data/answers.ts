import { HttpErrorResponse } from '@angular/common/http';
import type { ProblemDetails } from '@crisp-notch/contract';

/** A page of a list, and the address of the next; null after the last. */
export interface Listed<T> {
  readonly items: readonly T[];
  readonly next: string | null;
}

/** What the server said of a failed request; null if it did not answer at all. */
export function problemIn(error: unknown): ProblemDetails | null {
  if (!(error instanceof HttpErrorResponse)) return null;
  const body: unknown = error.error;
  return typeof body === 'object' && body !== null && 'title' in body && 'status' in body
    ? (body as ProblemDetails)
    : null;
}

/**
 * What went wrong, in words for the page: an error of our own says it itself, a failed request by what the server
 * answered.
 */
export function messageOf(error: unknown): string {
  if (error instanceof Error) return error.message;
  const problem = problemIn(error);
  if (!problem) return 'The server does not answer. Nothing was lost here.';
  const first = problem.problems?.[0];
  return first
    ? `${problem.title}: ${first.message.startsWith(first.path) ? '' : `${first.path} `}${first.message}.`
    : `${problem.title}. ${problem.detail}`;
}

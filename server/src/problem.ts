import type { ProblemDetails } from '@crisp-notch/contract';
import { MOST_PROBLEMS } from '@crisp-notch/core/shape';
import type { Problem } from '@crisp-notch/core/quantity';
import type { ErrorRequestHandler, Request, Response } from 'express';
import { ValidationError } from 'yup';
import { isConnectionLost, isOutOfRoom } from './database/connection';

/** Every error that a client can be told of: its title and HTTP status. */
const PROBLEMS = {
  'not-found': [404, 'There is nothing here'],
  invalid: [422, 'Some values are not valid'],
  'bad-file': [422, 'This file cannot be used'],
  'not-json': [400, 'The request is not readable JSON'],
  'bad-request': [400, 'The request cannot be read'],
  'too-large': [413, 'The request is too large'],
  'wrong-type': [415, 'Send JSON'],
  stale: [409, 'It was changed elsewhere since you opened it'],
  conflict: [409, 'It cannot be done as things stand'],
  'already-here': [409, 'This machine is here already'],
  forbidden: [403, 'Not from this address'],
  unauthorised: [401, 'A passphrase is needed'],
  'too-many': [429, 'Too many requests'],
  unavailable: [503, 'The database does not answer'],
  'no-room': [503, 'The database has no room to write'],
  internal: [500, 'Something went wrong here'],
} as const satisfies Record<string, readonly [number, string]>;

export type ProblemCode = keyof typeof PROBLEMS;

/** The one kind of error that stores and routes throw. */
export class ApiProblem extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly detail: string,
    readonly extra: Pick<ProblemDetails, 'problems' | 'current' | 'existing'> = {},
  ) {
    super(detail);
  }
}

/** The database does not answer. The answer may be all that was lost, so nothing is claimed about what was sent. */
export function databaseAway(): ApiProblem {
  return new ApiProblem(
    'unavailable',
    'Whether this was kept is not known. Try again in a moment: what was kept already is recognised.',
  );
}

/** What an error of any kind means to a client. */
function problemOf(error: unknown): ApiProblem {
  if (error instanceof ApiProblem) return error;
  if (error instanceof ValidationError)
    return new ApiProblem('invalid', 'Nothing was changed.', { problems: problemsOf(error) });
  // What reads a body wraps what its check threw.
  const { type, status } = (error ?? {}) as { type?: string; status?: number };
  // body-parser and the router name what a client sent wrong in `type` or by a status of 4xx.
  if (type === 'entity.parse.failed') return new ApiProblem('not-json', 'The body is not JSON.');
  if (type === 'entity.too.large') return new ApiProblem('too-large', 'The body is larger than is taken here.');
  if (type === 'encoding.unsupported' || type === 'charset.unsupported')
    return new ApiProblem('wrong-type', 'Send JSON as UTF-8.');
  if (status !== undefined && status >= 400 && status < 500)
    return new ApiProblem('bad-request', 'The request cannot be read.');
  if (isOutOfRoom(error))
    return new ApiProblem('no-room', 'Nothing was changed. Make room on its disk; it goes on by itself then.');
  if (isConnectionLost(error)) return databaseAway();
  return new ApiProblem('internal', 'Nothing was changed. The log has the details under the request id.');
}

/** What a failed check found, each under its path. */
export function problemsOf(error: ValidationError): readonly Problem[] {
  const leaves =
    error.inner.length > 0 ? error.inner.flatMap(problemsOf) : [{ path: error.path ?? '', message: error.message }];
  return leaves.slice(0, MOST_PROBLEMS);
}

/** The id that the answer and the log both carry. */
export function requestId(request: Request): string {
  return request.id as string;
}

export function sendProblem(request: Request, response: Response, problem: ApiProblem): void {
  const [status, title] = PROBLEMS[problem.code];
  const body: ProblemDetails = {
    type: `/problems/${problem.code}`,
    title,
    status,
    detail: problem.detail,
    instance: requestId(request),
    ...problem.extra,
  };
  response.status(status).type('application/problem+json').send(JSON.stringify(body));
}

/** Express' last handler: logs what is ours, tells the client what is theirs. */
export const problemHandler: ErrorRequestHandler = (error, request, response, next) => {
  // A client that has gone, or was told something already, is told nothing.
  if (response.destroyed || response.writableEnded) return;
  const problem = problemOf(error);
  if (PROBLEMS[problem.code][0] >= 500) request.log.error({ err: error as unknown }, 'request failed');
  if (response.headersSent) next(error);
  else sendProblem(request, response, problem);
};

import type { MachineCopy, ProblemDetails, StoredPart } from '@crisp-notch/contract';
import type { Problem } from '@crisp-notch/core/quantity';
import type { ErrorRequestHandler, Request, Response } from 'express';
import { ValidationError } from 'yup';
import { databaseErrorCode } from './database/connection';

/** Every error that a client can be told of: its title and HTTP status. */
const PROBLEMS = {
  'not-found': [404, 'There is nothing here'],
  invalid: [422, 'Some values are not valid'],
  'not-json': [400, 'The request is not readable JSON'],
  'bad-request': [400, 'The request cannot be read'],
  'too-large': [413, 'The request is too large'],
  'wrong-type': [415, 'Send JSON'],
  stale: [409, 'It was changed elsewhere since you opened it'],
  conflict: [409, 'It cannot be done as things stand'],
  forbidden: [403, 'Not from this address'],
  unauthorised: [401, 'A passphrase is needed'],
  'too-many': [429, 'Too many requests'],
  unavailable: [503, 'The database does not answer'],
  internal: [500, 'Something went wrong here'],
} as const satisfies Record<string, readonly [number, string]>;

export type ProblemCode = keyof typeof PROBLEMS;

/** The one kind of error that stores and routes throw. */
export class ApiProblem extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly detail: string,
    readonly extra: { readonly problems?: readonly Problem[]; readonly current?: MachineCopy | StoredPart } = {},
  ) {
    super(detail);
  }
}

/** Error codes of the driver that mean no connection, rather than a fault of ours. */
const CONNECTION_LOST = /^(ECONN|ETIMEDOUT|EPIPE|PROTOCOL_|ER_SERVER_SHUTDOWN|ER_CON_COUNT|ER_QUERY_INTERRUPTED|POOL_CLOSED)/;

/** What an error of any kind means to a client. */
export function problemOf(error: unknown): ApiProblem {
  if (error instanceof ApiProblem) return error;
  if (error instanceof ValidationError) return new ApiProblem('invalid', 'Nothing was changed.', { problems: problemsOf(error) });
  const { type, status } = (error ?? {}) as { type?: string; status?: number };
  // body-parser and the router name what a client sent wrong in `type` or by a status of 4xx.
  if (type === 'entity.parse.failed') return new ApiProblem('not-json', 'The body is not JSON.');
  if (type === 'entity.too.large') return new ApiProblem('too-large', 'The body is larger than is taken here.');
  if (type === 'encoding.unsupported' || type === 'charset.unsupported') return new ApiProblem('wrong-type', 'Send JSON as UTF-8.');
  if (status !== undefined && status >= 400 && status < 500) return new ApiProblem('bad-request', 'The request cannot be read.');
  if (CONNECTION_LOST.test(databaseErrorCode(error) ?? '')) return new ApiProblem('unavailable', 'Nothing was changed. Try again in a moment.');
  return new ApiProblem('internal', 'Nothing was changed. The log has the details under the request id.');
}

const PROBLEM_LIMIT = 50;

function problemsOf(error: ValidationError): Problem[] {
  const leaves = error.inner.length > 0 ? error.inner.flatMap(problemsOf) : [{ path: error.path ?? '', message: error.message }];
  return leaves.slice(0, PROBLEM_LIMIT);
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
  const problem = problemOf(error);
  if (problem.code === 'internal' || problem.code === 'unavailable') request.log.error({ err: error as unknown }, 'request failed');
  if (response.headersSent) next(error);
  else sendProblem(request, response, problem);
};

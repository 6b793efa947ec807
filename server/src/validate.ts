import type { Request, RequestHandler, Response } from 'express';
import type { ObjectSchema, AnyObject } from 'yup';
import { jsonBody } from './body';
import { isId } from './database/identity';
import { ApiProblem } from './problem';

/** The body of a request, checked whole: every problem is reported at once. */
async function bodyOf<T extends AnyObject>(request: Request, schema: ObjectSchema<T>): Promise<T> {
  if (!request.is('application/json'))
    throw new ApiProblem('wrong-type', 'The body must be JSON, with Content-Type application/json.');
  return (await schema.validate(request.body ?? {}, { abortEarly: false, stripUnknown: false })) as T;
}

/** A handler that says which body it takes, for the description of the API. */
export type DescribedHandler = RequestHandler & { readonly takes?: ObjectSchema<AnyObject> };

/**
 * Handlers of a request with a body of a shape.
 * @param handle gets what gives the body, checked whole; what the address says is looked at before
 * @param read reads it from the wire
 */
export function withBody<T extends AnyObject>(
  schema: ObjectSchema<T>,
  handle: (body: () => Promise<T>, request: Request, response: Response) => Promise<void>,
  read: RequestHandler = jsonBody,
): readonly RequestHandler[] {
  const described: DescribedHandler = Object.assign(
    (request: Request, response: Response) => handle(() => bodyOf(request, schema), request, response),
    { takes: schema as unknown as ObjectSchema<AnyObject> },
  );
  return [read, described];
}

/** An identity from the path; anything that is not one names nothing. */
export function idOf(request: Request, name: string): string {
  const value = request.params[name];
  if (typeof value !== 'string' || !isId(value)) throw new ApiProblem('not-found', 'No such address.');
  return value;
}

/** A whole number from the path. */
export function numberOf(request: Request, name: string): number {
  const value = request.params[name];
  if (typeof value !== 'string' || !/^\d{1,9}$/.test(value)) throw new ApiProblem('not-found', 'No such address.');
  return Number(value);
}

import type { Request } from 'express';
import type { ObjectSchema, AnyObject } from 'yup';
import { isId } from './database/identity';
import { ApiProblem } from './problem';

/** The body of a request, checked whole: every problem is reported at once. */
export async function bodyOf<T extends AnyObject>(request: Request, schema: ObjectSchema<T>): Promise<T> {
  if (!request.is('application/json'))
    throw new ApiProblem('wrong-type', 'The body must be JSON, with Content-Type application/json.');
  return (await schema.validate(request.body ?? {}, { abortEarly: false, stripUnknown: false })) as T;
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

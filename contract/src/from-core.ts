import type { Problem, Result } from '@crisp-notch/core/quantity';
import { MOST_PROBLEMS } from '@crisp-notch/core/shape';
import { mixed, ValidationError, type MixedSchema } from 'yup';
import { schemaReference, type DocumentName } from './documents.js';

/**
 * A Yup schema for a value that the core checks, so that documents have one check at the edge and everywhere else.
 * Every problem that the core finds becomes an inner error under its own path.
 * @param name under which its JSON Schema stands in the description of the API
 */
export function fromCore<T>(name: DocumentName, check: (input: unknown) => Result<T>): MixedSchema<T, object> {
  return checked(check, schemaReference(name));
}

function checked<T>(check: (input: unknown) => Result<T>, jsonSchema: object): MixedSchema<T, object> {
  return mixed<T & object>()
    .required()
    .meta({ jsonSchema })
    .test('core', function (value) {
      const result = check(value);
      return (
        result.ok ||
        new ValidationError(
          result.error.map((problem) => innerError(problem, value, this.path)),
          value,
          this.path,
        )
      );
    });
}

/**
 * A list of values that the core checks. A list of thousands is not read on once there is as much wrong with it as
 * anybody is told.
 */
export function listOf<T>(
  name: DocumentName,
  check: (input: unknown) => Result<T>,
  most: number,
  least = 0,
): MixedSchema<readonly T[], object> {
  const items = { type: 'array', items: schemaReference(name), minItems: least, maxItems: most };
  return checked((input): Result<readonly T[]> => {
    if (!Array.isArray(input)) return { ok: false, error: [{ path: '', message: 'must be a list' }] };
    if (input.length < least || input.length > most)
      return { ok: false, error: [{ path: '', message: `must have ${least} to ${most} entries` }] };
    const values: T[] = [];
    const problems: Problem[] = [];
    for (let index = 0; index < input.length && problems.length < MOST_PROBLEMS; index += 1) {
      const item = check(input[index]);
      if (item.ok) values.push(item.value);
      else
        problems.push(
          ...item.error.map(({ path, message }) => ({
            path: path === '' ? String(index) : `${index}.${path}`,
            message,
          })),
        );
    }
    return problems.length === 0 ? { ok: true, value: values } : { ok: false, error: problems };
  }, items);
}

function innerError(problem: Problem, value: unknown, path: string): ValidationError {
  const place = problem.path === '' ? path : `${path}.${problem.path}`;
  return new ValidationError(`${place} ${problem.message}`, value, place);
}

import type { Problem, Result } from '@crisp-notch/core/quantity';
import { mixed, ValidationError, type MixedSchema } from 'yup';

/**
 * A Yup schema for a value that the core checks, so that documents have one check at the edge and everywhere else.
 * Every problem that the core finds becomes an inner error under its own path.
 */
export function fromCore<T>(check: (input: unknown) => Result<T>): MixedSchema<T, object> {
  return mixed<T & object>()
    .required()
    .test('core', function (value) {
      const checked = check(value);
      return (
        checked.ok ||
        new ValidationError(
          checked.error.map((problem) => innerError(problem, value, this.path)),
          value,
          this.path,
        )
      );
    });
}

function innerError(problem: Problem, value: unknown, path: string): ValidationError {
  const place = problem.path === '' ? path : `${path}.${problem.path}`;
  return new ValidationError(`${place} ${problem.message}`, value, place);
}

/** What was wrong with an input, in the words of the field it came from. */
export interface Problem {
  /** Where: a dotted path such as `axes.0.motor.stepAngle`; empty for the whole input. */
  readonly path: string;
  readonly message: string;
}

/** An expected outcome as a value: the thing asked for, or every problem found. */
export type Result<T, E = readonly Problem[]> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

export function success<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

export function failure<E>(error: E): { readonly ok: false; readonly error: E } {
  return { ok: false, error };
}

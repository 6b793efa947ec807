/** An object as a document or a file holds it, of which nothing is checked yet. */
export type Json = Readonly<Record<string, unknown>>;

/** Whether a value is an object that is no list. */
export const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

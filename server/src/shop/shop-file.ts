import { createHash, type Hash } from 'node:crypto';
import { SHOP_LINES, type ShopLineKind } from '@crisp-notch/contract';
import { ValidationError, type InferType } from 'yup';
import { depthGuard } from '../body';
import { ApiProblem, problemsOf } from '../problem';

/** A line of a shop's file: its kind, and what it holds. */
export type ShopLine = {
  readonly [Kind in ShopLineKind]: { readonly kind: Kind } & InferType<(typeof SHOP_LINES)[Kind]>;
}[ShopLineKind];

/** Longest line: a check whose every reading has a reason beside it is below. */
const LINE_MOST_BYTES = 16 * 1024 * 1024;
const LINE_END = 0x0a;
/** How the lines of a machine begin, and of what belongs to it. */
const HEAD_BYTES = 80;
const OF_MACHINE = /^\{"kind":"machine","id":"([0-9a-f-]{36})"/;
const OF_HISTORY = /^\{"kind":"(revision|check|log|photo)"/;

const refused = (message: string): ApiProblem => new ApiProblem('bad-file', `Nothing was changed. ${message}`);

/** Lines of a file, without their ends. @throws ApiProblem for one that is longer than any that is written here */
async function* linesOf(chunks: AsyncIterable<Uint8Array>): AsyncGenerator<Buffer> {
  let pending: Buffer[] = [];
  let length = 0;
  for await (const chunk of chunks) {
    let from = 0;
    for (let end = chunk.indexOf(LINE_END); end !== -1; end = chunk.indexOf(LINE_END, from)) {
      yield Buffer.concat([...pending, chunk.subarray(from, end)]);
      pending = [];
      length = 0;
      from = end + 1;
    }
    if (from < chunk.length) pending.push(Buffer.from(chunk.subarray(from)));
    length += chunk.length - from;
    if (length > LINE_MOST_BYTES)
      throw new ApiProblem('too-large', 'A line of the file is longer than any written here.');
  }
  if (length > 0) throw refused('The file ends in the middle of a line: it is truncated.');
}

/**
 * Looks at the file as a whole before anything of it is used: its last line has the number and the sum (SHA-256) of
 * those before.
 * @returns the sum of the lines of each machine, by its identity
 * @throws ApiProblem for one that was cut short or changed
 */
export async function demandWhole(chunks: AsyncIterable<Uint8Array>): Promise<ReadonlyMap<string, string>> {
  const sum = createHash('sha256');
  const machines = new Map<string, Hash>();
  let open: Hash | null = null;
  let count = 0;
  let last: Buffer | null = null;
  for await (const text of linesOf(chunks)) {
    if (last !== null) {
      sum.update(last).update('\n');
      count += 1;
      const head = last.subarray(0, HEAD_BYTES).toString('latin1');
      if (!OF_HISTORY.test(head)) open = null;
      const [, id] = OF_MACHINE.exec(head) ?? [];
      if (id !== undefined) machines.set(id, (open = createHash('sha256')));
      open?.update(last).update('\n');
    }
    last = text;
  }
  const end = last === null ? null : await parsed(last, count + 1);
  if (end?.kind !== 'end') throw refused('The file has no end line: it is truncated, or is no backup.');
  if (end.lines !== count || end.sum !== sum.digest('hex'))
    throw refused('The file was altered: its checksum does not match. Use another copy.');
  return new Map([...machines].map(([id, lines]) => [id, lines.digest('hex')]));
}

async function parsed(text: Buffer, place: number): Promise<ShopLine> {
  depthGuard()(text);
  let value: unknown;
  try {
    value = JSON.parse(text.toString('utf8'));
  } catch {
    throw refused(`Line ${place} is not JSON.`);
  }
  const { kind, ...rest } = (typeof value === 'object' && value !== null ? value : {}) as Readonly<
    Record<string, unknown>
  >;
  if (typeof kind !== 'string' || !Object.hasOwn(SHOP_LINES, kind))
    throw refused(`Line ${place} is of no kind that is known here.`);
  const known = kind as ShopLineKind;
  try {
    const checked: unknown = await SHOP_LINES[known]
      .noUnknown()
      .strict()
      .validate(rest, { abortEarly: true, stripUnknown: false });
    return { kind: known, ...(checked as object) } as ShopLine;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const problems = problemsOf(error).map(({ path, message }) => ({ path: `shop.${place}.${path}`, message }));
    throw new ApiProblem('invalid', `Nothing was changed. Line ${place} cannot be read.`, { problems });
  }
}

/** The lines of a shop's file, checked one by one. @throws ApiProblem with the number of the line */
export async function* shopLines(chunks: AsyncIterable<Uint8Array>): AsyncGenerator<ShopLine> {
  let place = 0;
  for await (const text of linesOf(chunks)) yield await parsed(text, (place += 1));
}

/** A line as it is written, and the sum of all. */
export class ShopWriter {
  private readonly sum = createHash('sha256');
  private count = 0;

  line(item: { readonly kind: ShopLineKind } & Readonly<Record<string, unknown>>): string {
    const text = `${JSON.stringify(item)}\n`;
    this.sum.update(text);
    this.count += 1;
    return text;
  }

  end(): string {
    return `${JSON.stringify({ kind: 'end', lines: this.count, sum: this.sum.digest('hex') })}\n`;
  }
}

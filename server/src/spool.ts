import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import { ApiProblem } from './problem';

/** Many thousand revisions of the largest design. */
const SPOOL_MOST_BYTES = 8 * 1024 ** 3;

/**
 * Takes a body of any length to a temporary file, so that a slow sender holds no transaction open and the body can be
 * read more than once. The file is gone when the work is done.
 * @param work gets what opens the file anew @param type of the file
 * @throws ApiProblem for a body that is not JSON by its type, or longer than any that is written here
 */
export async function spooled<T>(
  request: Request,
  work: (read: () => AsyncIterable<Uint8Array>) => Promise<T>,
  type = 'application/json',
): Promise<T> {
  if (!request.is(type)) throw new ApiProblem('wrong-type', `The body must be JSON, with Content-Type ${type}.`);
  const encoding = request.headers['content-encoding'] ?? 'identity';
  if (encoding !== 'identity')
    throw new ApiProblem('wrong-type', 'Send the file as it is, without a content encoding.');
  const folder = await mkdtemp(join(tmpdir(), 'crisp-notch-import-'));
  try {
    const file = join(folder, 'body');
    await pipeline(request, limitedTo(SPOOL_MOST_BYTES), createWriteStream(file));
    return await work(() => createReadStream(file));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function limitedTo(most: number): Transform {
  let length = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      length += chunk.length;
      if (length > most) done(new ApiProblem('too-large', 'The file is longer than any that is written here.'));
      else done(null, chunk);
    },
  });
}

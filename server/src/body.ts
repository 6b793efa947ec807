import { json, type RequestHandler } from 'express';
import { ApiProblem } from './problem';

/** Largest body of an ordinary request. */
const BODY_LIMIT = '1mb';
/** Ten thousand parts. */
const LONG_BODY_LIMIT = '8mb';
/** Far more than any document nests; what is nested by the thousand can only be meant to exhaust the stack. */
const DEPTH_MOST = 64;

/** ASCII of `"`, `\\`, `[`, `{`, `]` and `}`. */
const [QUOTE, BACKSLASH, OPEN_LIST, OPEN_RECORD, CLOSE_LIST, CLOSE_RECORD] = [0x22, 0x5c, 0x5b, 0x7b, 0x5d, 0x7d];

/**
 * Watches how deep brackets nest in JSON text, chunk after chunk.
 * @returns what refuses a chunk in which they nest too deep
 */
export function depthGuard(): (text: Uint8Array) => void {
  let depth = 0;
  let isQuoted = false;
  let isEscaped = false;
  return (text) => {
    for (const byte of text) {
      if (isEscaped) isEscaped = false;
      else if (isQuoted) {
        isEscaped = byte === BACKSLASH;
        isQuoted = byte !== QUOTE;
      } else if (byte === QUOTE) isQuoted = true;
      else if (byte === OPEN_LIST || byte === OPEN_RECORD) depth += 1;
      else if (byte === CLOSE_LIST || byte === CLOSE_RECORD) depth -= 1;
      if (depth > DEPTH_MOST)
        throw new ApiProblem('bad-request', `The body is nested deeper than ${DEPTH_MOST} levels.`);
    }
  };
}

const bodyParser = (limit: string): RequestHandler =>
  json({ limit, verify: (_request, _response, text) => depthGuard()(text) });

/** Reads an ordinary JSON body. */
export const jsonBody = bodyParser(BODY_LIMIT);
/** Reads the JSON body of a request that brings many things at once. */
export const longJsonBody = bodyParser(LONG_BODY_LIMIT);

import JSONParser from '@streamparser/json/jsonparser.js';
import { depthGuard } from '../body';
import { ApiProblem } from '../problem';

/** The lists of a history, in the order in which each stands on the ones before. */
export const SECTIONS = ['parts', 'revisions', 'checks', 'log', 'photos'] as const;
export type Section = (typeof SECTIONS)[number];
/** What stands in a history beside its lists. */
const HEAD = ['format', 'version', 'machine'] as const;
export type Head = (typeof HEAD)[number];

/** A piece of a history: a member of its head, an item of one of its lists, or that a list is at its end. */
export type Piece =
  | { readonly kind: 'head'; readonly name: Head; readonly value: unknown }
  | { readonly kind: 'item'; readonly section: Section; readonly value: unknown }
  | { readonly kind: 'end'; readonly section: Section };

/** Largest piece: a check whose every reading has a reason beside it is below. */
const PIECE_MOST_BYTES = 16 * 1024 * 1024;

const isSection = (name: unknown): name is Section => SECTIONS.some((section) => section === name);
const isHead = (name: unknown): name is Head => HEAD.some((item) => item === name);
const unreadable = (detail: string): ApiProblem => new ApiProblem('not-json', detail);

/**
 * Reads a history piece by piece, so that a file of any length takes no more memory than its largest piece. The history
 * may stand by itself or under `history`.
 * @throws ApiProblem for what is not JSON, a member that no history has, or a piece that is too large
 */
export async function* piecesOf(chunks: AsyncIterable<Uint8Array>): AsyncGenerator<Piece> {
  const lists = SECTIONS.flatMap((section) => [`$.${section}.*`, `$.history.${section}.*`]);
  const parser = new JSONParser({ paths: ['$.*', '$.history.*', ...lists], keepStack: false });
  let found: Piece[] = [];
  let failure: unknown = null;
  parser.onError = (error) => (failure ??= error);
  parser.onValue = ({ value, key, stack }) => {
    found.push(...pieceAt([...stack.map((item) => item.key), key].slice(1), value));
  };
  const refuseDeep = depthGuard();
  let sincePiece = 0;
  for await (const chunk of chunks) {
    refuseDeep(chunk);
    parser.write(chunk);
    if (failure !== null) throw failure instanceof ApiProblem ? failure : unreadable('The file is not JSON.');
    sincePiece = found.length > 0 ? 0 : sincePiece + chunk.length;
    if (sincePiece > PIECE_MOST_BYTES)
      throw new ApiProblem('too-large', 'One piece of the file is larger than any that is written here.');
    yield* found;
    found = [];
  }
  if (!parser.isEnded) throw unreadable('The file ends before its last bracket.');
  yield* found;
}

/** @param path the keys from the root to the value */
function pieceAt(path: readonly (string | number | undefined)[], value: unknown): readonly Piece[] {
  const [first, second, third] = path[0] === 'history' ? path.slice(1) : path;
  if (first === undefined) return [];
  if (third !== undefined) return [];
  if (isHead(first) && second === undefined) return [{ kind: 'head', name: first, value }];
  if (!isSection(first))
    throw new ApiProblem('invalid', 'Nothing was imported.', {
      problems: [{ path: `history.${String(first).slice(0, 40)}`, message: 'is not known here' }],
    });
  if (typeof second === 'number') return [{ kind: 'item', section: first, value }];
  if (second !== undefined || !Array.isArray(value))
    throw new ApiProblem('invalid', 'Nothing was imported.', {
      problems: [{ path: `history.${first}`, message: 'must be a list' }],
    });
  return [{ kind: 'end', section: first }];
}

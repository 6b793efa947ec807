import { PATH_QUEUE, PIECES_IN_LINE, type PathPiece, type PortSaid } from '@crisp-notch/core/line-port';
import { filter, firstValueFrom, map, merge, take } from 'rxjs';
import type { MachineLine } from './machine-line';

export type PathOutcome = { readonly ok: true } | { readonly ok: false; readonly says: string };
type PathSaid = Extract<PortSaid, { kind: 'path' }>;

const CLOSED: PathOutcome = { ok: false, says: 'The line was closed.' };
const STOPPED: PathOutcome = { ok: false, says: 'It was stopped.' };

/**
 * Sends pieces of a path as the controller has room for them, and waits until it has gone through all.
 * @param onDone how many are behind it, as it says so
 */
export async function sendPath(
  line: MachineLine,
  pieces: readonly PathPiece[],
  onDone: (done: number, isHeld: boolean) => void,
): Promise<PathOutcome> {
  // Pieces of another would come behind those that wait, from where those lead.
  if (line.isOnPath) return { ok: false, says: 'Something is on its way already: end it first.' };
  line.isOnPath = true;
  let last: PathSaid = { kind: 'path', id: null, done: 0, waiting: 0, state: 'running' };
  const listening = line.said$.pipe(filter((said) => said.kind === 'path')).subscribe((said) => {
    last = said;
    onDone(said.done, said.state === 'held');
  });
  /** The next that is said of the path; null when the line closes before. */
  const news = (): Promise<PathSaid | null> =>
    firstValueFrom(
      merge(line.said$.pipe(filter((said) => said.kind === 'path')), line.closed$.pipe(map(() => null))).pipe(take(1)),
    );
  try {
    for (let next = 0; next < pieces.length;) {
      const batch = pieces.slice(next, next + PIECES_IN_LINE);
      if (last.waiting + batch.length > PATH_QUEUE) {
        if ((await news()) === null) return CLOSED;
        if (last.state === 'stopped') return STOPPED;
        continue;
      }
      next += batch.length;
      const answer = await line.ask({ kind: 'path', pieces: batch, isLast: next >= pieces.length });
      if (last.state === 'stopped') return STOPPED;
      // What it has it goes through and comes to rest; nothing more is sent.
      if (!answer.ok) return { ok: false, says: answer.says };
    }
    while (last.state !== 'ended') {
      if (last.state === 'stopped') return STOPPED;
      if ((await news()) === null) return CLOSED;
    }
    return { ok: true };
  } finally {
    line.isOnPath = false;
    listening.unsubscribe();
  }
}

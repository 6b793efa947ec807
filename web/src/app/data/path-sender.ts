import {
  PATH_QUEUE,
  PIECES_IN_LINE,
  type PathPiece,
  type PortSaid,
  type ThreadPass,
} from '@crisp-notch/core/line-port';
import { filter, firstValueFrom, map, merge, take, type Subscription } from 'rxjs';
import type { MachineLine } from './machine-line';

export type PathOutcome = { readonly ok: true } | { readonly ok: false; readonly says: string };
type PathSaid = Extract<PortSaid, { kind: 'path' }>;

const CLOSED: PathOutcome = { ok: false, says: 'The line was closed.' };
const STOPPED: PathOutcome = { ok: false, says: 'It was stopped.' };
const BUSY: PathOutcome = { ok: false, says: 'Something is on its way already: end it first.' };

/** A way as it is heard of while it is gone. */
class OnItsWay {
  last: PathSaid = { kind: 'path', id: null, done: 0, waiting: 0, state: 'running' };
  private readonly listening: Subscription;

  constructor(
    private readonly line: MachineLine,
    onSaid: (said: PathSaid) => void,
  ) {
    line.isOnPath = true;
    this.listening = line.said$.pipe(filter((said) => said.kind === 'path')).subscribe((said) => {
      this.last = said;
      onSaid(said);
    });
  }

  /** The next that is said of it; null when the line closes before. */
  async news(): Promise<PathSaid | null> {
    const { said$, closed$ } = this.line;
    return await firstValueFrom(
      merge(said$.pipe(filter((said) => said.kind === 'path')), closed$.pipe(map(() => null))).pipe(take(1)),
    );
  }

  /** Waits until all of it is gone through. */
  async toItsEnd(): Promise<PathOutcome> {
    while (this.last.state !== 'ended') {
      if (this.last.state === 'stopped') return STOPPED;
      if ((await this.news()) === null) return CLOSED;
    }
    return { ok: true };
  }

  close(): void {
    this.line.isOnPath = false;
    this.listening.unsubscribe();
  }
}

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
  if (line.isOnPath) return BUSY;
  const way = new OnItsWay(line, (said) => {
    onDone(said.done, said.state === 'held');
  });
  try {
    for (let next = 0; next < pieces.length;) {
      const batch = pieces.slice(next, next + PIECES_IN_LINE);
      if (way.last.waiting + batch.length > PATH_QUEUE) {
        if ((await way.news()) === null) return CLOSED;
        if (way.last.state === 'stopped') return STOPPED;
        continue;
      }
      next += batch.length;
      const answer = await line.ask({ kind: 'path', pieces: batch, isLast: next >= pieces.length });
      if (way.last.state === 'stopped') return STOPPED;
      // What it has it goes through and comes to rest; nothing more is sent.
      if (!answer.ok) return { ok: false, says: answer.says };
    }
    return await way.toItsEnd();
  } finally {
    way.close();
  }
}

/** Cuts one pass of a thread in step with the spindle, and waits until it is at rest at its end. */
export async function sendThread(line: MachineLine, pass: ThreadPass): Promise<PathOutcome> {
  if (line.isOnPath) return BUSY;
  const way = new OnItsWay(line, () => undefined);
  try {
    const answer = await line.ask({ kind: 'thread', ...pass });
    if (!answer.ok) return { ok: false, says: answer.says };
    const outcome = await way.toItsEnd();
    return outcome === STOPPED
      ? { ok: false, says: 'The thread was stopped: the spindle stands, or somebody did.' }
      : outcome;
  } finally {
    way.close();
  }
}

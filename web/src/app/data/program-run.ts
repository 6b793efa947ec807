import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { PathPiece, PortSaid } from '@crisp-notch/core/line-port';
import type { PassCut } from '@crisp-notch/core/planners';
import type { ProgramRow } from '@crisp-notch/core/program';
import { firstValueFrom, map, merge, NEVER, Subject, take, timer, type Observable } from 'rxjs';
import { MachineLine } from './machine-line';
import { sendPath, sendThread } from './path-sender';

/** How a program that is run stands. */
export type RunState =
  | { readonly kind: 'none' }
  | { readonly kind: 'running' | 'held'; readonly line: number; readonly share: number; readonly thread?: true }
  | { readonly kind: 'waiting'; readonly line: number; readonly words: string }
  | { readonly kind: 'ended' }
  | { readonly kind: 'failed'; readonly says: string };

/**
 * A program that is run row by row on the line. It outlives the page that began it, as the line does: whoever comes
 * back sees how far it is and can hold it. A row that began goes to its end; the next waits for somebody who looks.
 */
@Injectable()
export class ProgramRun {
  private readonly line = inject(MachineLine);
  readonly state = signal<RunState>({ kind: 'none' });
  /** Passes of a thread that the last run cut on the rig, with what a microscope shows of each. */
  readonly cut = signal<readonly PassCut[]>([]);
  readonly isRunning = computed(() => ['running', 'held', 'waiting'].includes(this.state().kind));
  /** Somebody says that it may go on, or that it has to end. */
  private readonly told = new Subject<'on' | 'end'>();
  private lookers = 0;

  constructor() {
    // The stop button and the space bar end what waits, too.
    effect(() => {
      if (this.line.stopState() !== 'none') this.told.next('end');
    });
    // Another rig has nothing to do with what was run on the one before.
    effect(() => {
      if (this.line.openedAs() === null && !untracked(this.isRunning)) this.state.set({ kind: 'none' });
    });
  }

  /** Somebody sees it from now on. @returns what is called when nobody there does any more */
  look(): () => void {
    this.lookers += 1;
    return () => {
      this.lookers -= 1;
    };
  }

  /**
   * Runs rows from the first; whatever waits for somebody waits.
   * @param rows what is to be run; null where nothing of it can be
   * @param isByHand whether spindle and coolant have to be switched by somebody
   */
  async start(rows: () => Promise<readonly ProgramRow[] | null>, isByHand: boolean): Promise<void> {
    if (this.isRunning()) return;
    this.state.set({ kind: 'running', line: 1, share: 0 });
    this.cut.set([]);
    const found = (await rows()) ?? [];
    const before = found.some(({ kind }) => kind === 'thread') ? await this.groove(0) : null;
    const end = await this.through(found, isByHand);
    if (end.kind === 'ended') this.cut.set(await this.looked(found, before?.passes ?? 0));
    this.state.set(end);
  }

  /** What a microscope shows of a pass; null where none stands at this machine. */
  private async groove(pass: number): Promise<Extract<PortSaid, { kind: 'groove' }> | null> {
    if (this.line.openedAs() !== 'rig') return null;
    const answer = await this.line.ask({ kind: 'groove', pass });
    return answer.ok && answer.said.kind === 'groove' ? answer.said : null;
  }

  /** Looks at every pass of a thread. @param first number of the first of them */
  private async looked(rows: readonly ProgramRow[], first: number): Promise<readonly PassCut[]> {
    const cut: PassCut[] = [];
    for (const row of rows.filter((item) => item.kind === 'thread')) {
      const groove = await this.groove(first + cut.length);
      if (groove) cut.push({ row, groove });
    }
    return cut;
  }

  private async through(rows: readonly ProgramRow[], isByHand: boolean): Promise<RunState> {
    const total = rows.reduce((sum, row) => sum + timeOf(row), 0);
    if (total === 0) return { kind: 'failed', says: 'Nothing of it can be run.' };
    let behind = 0;
    for (const row of rows) {
      const says = (await this.seen(row)) ?? (await this.goThrough(row, behind, total, isByHand));
      if (says !== null) return { kind: 'failed', says };
      behind += timeOf(row);
    }
    return { kind: 'ended' };
  }

  /** Waits until somebody looks at what comes next. @returns why it goes no further; null where it does */
  private async seen(row: ProgramRow): Promise<string | null> {
    if (this.lookers > 0) return null;
    const line = row.kind === 'path' ? (row.pieces[0]?.line ?? 0) : row.line;
    this.state.set({ kind: 'waiting', line, words: 'It waits, as its page was left' });
    return await this.untilTold(NEVER);
  }

  /** @returns why it goes no further; null where it is done */
  private async goThrough(row: ProgramRow, behind: number, total: number, isByHand: boolean): Promise<string | null> {
    const share = behind / total;
    switch (row.kind) {
      case 'path': {
        const pieces = row.pieces.map(({ piece }): PathPiece => piece);
        const times = [behind];
        for (const { time } of row.pieces) times.push((times.at(-1) ?? 0) + time);
        const outcome = await sendPath(this.line, pieces, (done, isHeld) => {
          const line = row.pieces[Math.min(done, row.pieces.length - 1)]?.line ?? 0;
          this.state.set({ kind: isHeld ? 'held' : 'running', line, share: (times[done] ?? 0) / total });
        });
        return outcome.ok ? null : outcome.says;
      }
      case 'thread': {
        this.state.set({ kind: 'running', line: row.line, share, thread: true });
        const outcome = await sendThread(this.line, row.pass);
        return outcome.ok ? null : outcome.says;
      }
      case 'dwell':
        this.state.set({ kind: 'running', line: row.line, share });
        return await this.untilTold(timer(row.time * 1000).pipe(map(() => 'on' as const)));
      case 'pause':
      case 'switch':
        if (row.kind === 'switch') {
          const says = await this.turn(row.spindle);
          if (says !== 'by hand') return says;
          if (!isByHand) return null;
        }
        this.state.set({
          kind: 'waiting',
          line: row.line,
          words: row.kind === 'pause' ? row.words : `${row.words}: switch it by hand`,
        });
        return await this.untilTold(NEVER);
    }
  }

  /** Turns the spindle where the controller can. @returns why it does not; null where it does */
  private async turn(turns: number | null): Promise<string | null> {
    if (turns === null) return 'by hand';
    const answer = await this.line.ask({ kind: 'spindle', turns });
    if (answer.ok) return null;
    return NO_SPINDLE.includes(answer.error) ? 'by hand' : answer.says;
  }

  /** Waits for somebody, or something, to say that it goes on. */
  private async untilTold(other: Observable<'on'>): Promise<string | null> {
    const closed = this.line.closed$.pipe(map(() => 'closed' as const));
    const told = await firstValueFrom(merge(this.told, other, closed).pipe(take(1)));
    if (told === 'closed') return 'The line was closed.';
    return told === 'on' ? null : 'It was stopped.';
  }

  async resume(): Promise<void> {
    if (this.state().kind === 'waiting') this.told.next('on');
    else await this.line.ask({ kind: 'resume' });
  }

  /** Ends it where it stands. */
  end(): void {
    this.told.next('end');
    this.line.stop();
  }
}

/** How a controller says that spindles are not its business. */
const NO_SPINDLE: readonly string[] = ['no-spindle', 'not-here', 'unknown'];

/** As planned [s]; what waits for somebody takes none. */
function timeOf(row: ProgramRow): number {
  if (row.kind === 'dwell' || row.kind === 'thread') return row.time;
  return row.kind === 'path' ? row.pieces.reduce((sum, { time }) => sum + time, 0) : 0;
}

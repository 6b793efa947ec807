import { computed, effect, inject, Injectable, signal, untracked, type OnDestroy } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { moveFacts, resultOf } from '@crisp-notch/core/first-moves';
import type { PathPiece } from '@crisp-notch/core/line-port';
import { motionOf } from '@crisp-notch/core/machine';
import {
  ZERO_SYSTEMS,
  type PreviewAsked,
  type ProgramPreview,
  type ProgramRow,
  type Zeros,
  type ZeroSystem,
} from '@crisp-notch/core/program';
import { valueOf, type Quantity } from '@crisp-notch/core/shape';
import { firstValueFrom, map, merge, NEVER, Subject, take, timer, type Observable } from 'rxjs';
import { sendPath } from '../data/path-sender';
import { PreferencesStore } from '../data/preferences';
import { ProgramDraft, WRITTEN_MOST } from '../data/program-draft';
import type { ProgramMessage, ProgramRequest } from '../workers/program-messages';
import { MovesDesk } from './moves-desk';

/** After the last key the program is read again; one that nobody writes by hand at once. */
const QUIET_IN_MILLISECONDS = 250;

/** How a program that is run stands. */
export type RunState =
  | { readonly kind: 'none' }
  | { readonly kind: 'running' | 'held'; readonly line: number; readonly share: number }
  | { readonly kind: 'waiting'; readonly line: number; readonly words: string }
  | { readonly kind: 'ended' }
  | { readonly kind: 'failed'; readonly says: string };

/** A program at work: read in a worker as it is written, looked at, and run piece by piece. */
@Injectable()
export class ProgramDesk implements OnDestroy {
  private readonly desk = inject(MovesDesk);
  private readonly units = inject(PreferencesStore).units;
  readonly text = toSignal(inject(ProgramDraft).text$, { initialValue: '' });
  readonly preview = signal<ProgramPreview | null>(null);
  readonly isReading = signal(false);
  readonly failure = signal('');
  readonly run = signal<RunState>({ kind: 'none' });
  readonly isRunning = computed(() => ['running', 'held', 'waiting'].includes(this.run().kind));
  private readonly zeros = signal<ReadonlyMap<string, Quantity | null>>(new Map());
  private worker: Worker | null = null;
  private asked = 0;
  private isGone = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private takeRows: ((rows: readonly ProgramRow[] | null) => void) | null = null;
  /** Somebody says that it may go on, or that it has to end. */
  private readonly told = new Subject<'on' | 'end'>();
  /** Axes that the program moves. */
  readonly moved = computed(() => (this.preview()?.sheet.axes ?? []).filter(({ least }) => least !== null));
  /** Letters of those of which nobody knows where they are. */
  readonly unhomed = computed(() =>
    this.moved()
      .map(({ axis }) => axis.letter)
      .filter((letter) => this.desk.withHome().has(letter))
      .filter((letter) => !this.desk.line.places().some((place) => place.axis === letter && place.isKnown)),
  );
  /** Axes that the program moves and that have not found home in their first moves. */
  readonly untried = computed(() =>
    this.moved().flatMap(({ axis: { id } }) => {
      const axis = this.desk.document()?.axes.find((item) => item.id === id);
      return axis && this.desk.withHome().has(axis.letter) && resultOf(axis, 'home', this.desk.way())?.isRight !== true
        ? [axis]
        : [];
    }),
  );

  constructor() {
    effect(() => {
      const [text, document] = [this.text(), this.desk.document()];
      // What else it is read with.
      this.desk.way();
      this.zeros();
      this.units();
      clearTimeout(this.timer);
      this.asked += 1;
      if (!document || text.trim() === '') {
        untracked(() => {
          this.preview.set(null);
          this.isReading.set(false);
          this.failure.set('');
        });
        return;
      }
      untracked(() => this.isReading.set(true));
      this.timer = setTimeout(
        () => {
          this.read();
        },
        text.length > WRITTEN_MOST ? 0 : QUIET_IN_MILLISECONDS,
      );
    });
  }

  /** The stop button and the space bar end what waits, too. */
  private readonly stopping = effect(() => {
    if (this.desk.line.stopState() !== 'none') this.told.next('end');
  });

  ngOnDestroy(): void {
    clearTimeout(this.timer);
    this.worker?.terminate();
    this.isGone = true;
    this.told.next('end');
  }

  /** Where the zero of the work lies on an axis; null while nobody has said. */
  zeroOf(system: ZeroSystem, axisId: string): Quantity | null {
    return this.zeros().get(`${system} ${axisId}`) ?? null;
  }

  setZero(system: ZeroSystem, axisId: string, zero: Quantity | null): void {
    this.zeros.update((known) => new Map([...known, [`${system} ${axisId}`, zero]]));
  }

  private asking(): PreviewAsked | null {
    const machine = this.desk.document();
    if (!machine) return null;
    const zeros: Zeros = Object.fromEntries(
      ZERO_SYSTEMS.map((system) => [
        system,
        machine.axes.map(({ id, job }) => {
          const zero = this.zeroOf(system, id);
          return zero === null ? 0 : (valueOf(zero, motionOf(job).travel) ?? 0);
        }),
      ]),
    );
    const places = this.desk.line.places();
    const start = this.desk.axes().map(({ axis, reckoner }) => {
      const place = places.find((item) => item.axis === axis.letter);
      const facts = moveFacts(reckoner);
      return facts && place?.isKnown === true ? place.pulses / facts.perUnit : 0;
    });
    return { machine, text: this.text(), way: this.desk.way(), zeros, start, units: this.units() };
  }

  private read(): void {
    const asked = this.asking();
    if (!asked) return;
    this.tell({ kind: 'preview', id: this.asked, asked });
  }

  private tell(request: ProgramRequest): void {
    if (!this.worker) {
      this.worker = new Worker(new URL('../workers/program.worker', import.meta.url), { type: 'module' });
      this.worker.onmessage = ({ data }: MessageEvent<ProgramMessage>): void => {
        this.take(data);
      };
      this.worker.onerror = (event): void => {
        this.take({ kind: 'failed', id: this.asked, message: event.message || 'The program could not be read.' });
      };
    }
    this.worker.postMessage(request);
  }

  private take(message: ProgramMessage): void {
    if (message.kind === 'rows') {
      this.takeRows?.(message.rows);
      return;
    }
    if (message.id !== this.asked) return;
    this.isReading.set(false);
    if (message.kind === 'failed') {
      this.failure.set(message.message);
      this.takeRows?.(null);
      return;
    }
    this.failure.set('');
    this.preview.set(message.preview);
  }

  private async rows(): Promise<readonly ProgramRow[] | null> {
    const asked = this.asking();
    if (!asked) return null;
    const order = this.desk.line.axes();
    return await new Promise((resolve) => {
      this.takeRows = resolve;
      this.tell({ kind: 'rows', id: this.asked, asked, order });
    });
  }

  /** Runs it from its beginning; whatever waits for somebody waits. */
  async start(): Promise<void> {
    if (this.isRunning() || this.desk.isBusy()) return;
    this.run.set({ kind: 'running', line: 1, share: 0 });
    // What has no home has not been enabled by homing.
    const free = this.moved().filter(({ axis }) => !this.desk.withHome().has(axis.letter));
    for (const { axis } of free) await this.desk.line.ask({ kind: 'enable', axis: axis.letter, on: true });
    const rows = await this.rows();
    const total = (rows ?? []).reduce((sum, row) => sum + timeOf(row), 0);
    if (!rows || total === 0) {
      this.run.set({ kind: 'failed', says: 'Nothing of it can be run.' });
      return;
    }
    let behind = 0;
    for (const row of rows) {
      // Whoever has left the page cannot see what comes next.
      if (this.isGone) return;
      const says = await this.goThrough(row, behind, total);
      if (says !== null) {
        this.run.set({ kind: 'failed', says });
        return;
      }
      behind += timeOf(row);
    }
    this.run.set({ kind: 'ended' });
  }

  /** @returns why it goes no further; null where it is done */
  private async goThrough(row: ProgramRow, behind: number, total: number): Promise<string | null> {
    const share = behind / total;
    switch (row.kind) {
      case 'path': {
        const pieces = row.pieces.map(({ piece }): PathPiece => piece);
        const times = [behind];
        for (const { time } of row.pieces) times.push((times.at(-1) ?? 0) + time);
        const outcome = await sendPath(this.desk.line, pieces, (done, isHeld) => {
          const line = row.pieces[Math.min(done, row.pieces.length - 1)]?.line ?? 0;
          this.run.set({ kind: isHeld ? 'held' : 'running', line, share: (times[done] ?? 0) / total });
        });
        return outcome.ok ? null : outcome.says;
      }
      case 'dwell':
        this.run.set({ kind: 'running', line: row.line, share });
        return await this.untilTold(timer(row.time * 1000).pipe(map(() => 'on' as const)));
      case 'pause':
      case 'switch':
        // On the rig there is nothing to switch.
        if (row.kind === 'switch' && this.desk.way() === 'rig') return null;
        this.run.set({
          kind: 'waiting',
          line: row.line,
          words: row.kind === 'pause' ? row.words : `${row.words}: switch it by hand`,
        });
        return await this.untilTold(NEVER);
    }
  }

  /** Waits for somebody, or something, to say that it goes on. */
  private async untilTold(other: Observable<'on'>): Promise<string | null> {
    const told = await firstValueFrom(merge(this.told, other).pipe(take(1)));
    return told === 'on' ? null : 'It was stopped.';
  }

  async resume(): Promise<void> {
    if (this.run().kind === 'waiting') this.told.next('on');
    else await this.desk.resume();
  }

  /** Ends it where it stands. */
  end(): void {
    this.told.next('end');
    this.desk.line.stop();
  }
}

/** As planned [s]; what waits for somebody takes none. */
function timeOf(row: ProgramRow): number {
  if (row.kind === 'dwell') return row.time;
  return row.kind === 'path' ? row.pieces.reduce((sum, { time }) => sum + time, 0) : 0;
}

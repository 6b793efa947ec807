import { computed, effect, inject, Injectable, signal, untracked, type OnDestroy } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { moveFacts, resultOf } from '@crisp-notch/core/first-moves';
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
import { PreferencesStore } from '../data/preferences';
import { ProgramDraft, WRITTEN_MOST } from '../data/program-draft';
import { ProgramRun } from '../data/program-run';
import type { ProgramMessage, ProgramRequest } from '../workers/program-messages';
import { MovesDesk } from './moves-desk';

/** After the last key the program is read again; one that nobody writes by hand at once. */
const QUIET_IN_MILLISECONDS = 250;

/** A program at work: read in a worker as it is written, looked at, and given to be run. */
@Injectable()
export class ProgramDesk implements OnDestroy {
  private readonly desk = inject(MovesDesk);
  private readonly units = inject(PreferencesStore).units;
  readonly text = toSignal(inject(ProgramDraft).text$, { initialValue: '' });
  readonly preview = signal<ProgramPreview | null>(null);
  readonly isReading = signal(false);
  readonly failure = signal('');
  private readonly runner = inject(ProgramRun);
  private readonly unlook = this.runner.look();
  readonly run = this.runner.state;
  readonly isRunning = this.runner.isRunning;
  private readonly zeros = signal<ReadonlyMap<string, Quantity | null>>(new Map());
  private worker: Worker | null = null;
  private asked = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private takeRows: ((rows: readonly ProgramRow[] | null) => void) | null = null;
  /** Axes that the program moves. */
  readonly moved = computed(() => (this.preview()?.sheet.axes ?? []).filter(({ least }) => least !== null));
  /** Letters of those of which nobody knows where they are. */
  readonly unhomed = computed(() =>
    this.moved()
      .map(({ axis }) => axis.letter)
      .filter((letter) => this.desk.withHome().has(letter))
      .filter((letter) => !this.desk.isHomed(letter)),
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

  ngOnDestroy(): void {
    clearTimeout(this.timer);
    this.worker?.terminate();
    this.unlook();
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

  /** Runs it from its beginning; on the rig there is nothing to switch by hand. */
  async start(): Promise<void> {
    if (this.isRunning() || this.desk.isBusy()) return;
    await this.runner.start(async () => {
      // What has no home has not been enabled by homing.
      const free = this.moved().filter(({ axis }) => !this.desk.withHome().has(axis.letter));
      for (const { axis } of free) await this.desk.line.ask({ kind: 'enable', axis: axis.letter, on: true });
      return await this.rows();
    }, this.desk.way() !== 'rig');
  }

  async resume(): Promise<void> {
    await this.runner.resume();
  }

  /** Ends it where it stands. */
  end(): void {
    this.runner.end();
  }
}

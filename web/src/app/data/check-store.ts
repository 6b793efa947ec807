import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { Addresses, Check } from '@crisp-notch/contract';
import type { CheckPlan, EnteredReading } from '@crisp-notch/core/checks';
import type { Axis } from '@crisp-notch/core/machine';
import { firstValueFrom, map, Subject, switchMap, take, type Observable } from 'rxjs';
import { problemIn } from './answers';
import { Api } from './api';
import { DesignStore } from './design-store';

/** A status from which on it is not the request that is wrong; also that of no answer at all. */
const ANSWERS_NOT = 500;
/** After which readings are sent again [ms]. */
const SENT_AGAIN = 1500;
const NONE: ReadonlySet<number> = new Set();

/** The checks of the open machine: begun, measured, and what they led to. Provided by the machine's page. */
@Injectable()
export class CheckStore {
  private readonly api = inject(Api);
  private readonly design = inject(DesignStore);
  private readonly machineId$ = this.design.state$.pipe(
    map(({ id }) => id),
    take(1),
  );

  /** A check of the open machine with its readings. */
  check(id: string): Observable<Check> {
    return this.machineId$.pipe(switchMap((machineId) => this.api.check(machineId, id)));
  }

  /** Where a phone on the network reaches the server. */
  addresses(): Observable<Addresses> {
    return this.api.addresses();
  }

  /**
   * Begins a check on the design as it stands, which becomes a revision.
   * @throws Error in the user's words if the design cannot be saved, or what the server refused it for
   */
  async begin(axisId: string, plan: CheckPlan): Promise<Check> {
    const { id, version } = await this.design.settled();
    const check = await firstValueFrom(this.api.startCheck(id, version, axisId, plan));
    this.design.noteCheck(check);
    this.design.noteRevision(check.revision);
    return check;
  }

  /** Readings that the server has not said to have, by their check and place: the latest of each. */
  private readonly waiting = new Map<string, Map<number, EnteredReading>>();
  /** One sending after the other: answers do not overtake each other, and what waits goes together. */
  private turn: Promise<unknown> = Promise.resolve();
  private again: ReturnType<typeof setTimeout> | undefined;
  private newest: Check | null = null;
  private readonly heard = new Subject<Check>();
  /** A check each time that readings of it were kept. */
  readonly heard$: Observable<Check> = this.heard;
  private readonly sent = signal<ReadonlyMap<string, ReadonlySet<number>>>(new Map());
  private readonly isAway = signal(false);
  /** How many readings wait for a server that does not answer. */
  readonly waitingCount = computed(() =>
    this.isAway() ? [...this.sent().values()].reduce((sum, { size }) => sum + size, 0) : 0,
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => clearTimeout(this.again));
  }

  /** Places of a check whose readings were sent and of which the server has not said yet that it has them. */
  sentOf(id: string): ReadonlySet<number> {
    return this.sent().get(id) ?? NONE;
  }

  /**
   * Keeps readings. Where the server does not answer they wait and are sent again by themselves, and {@link heard$} says
   * when they are kept.
   * @returns the check with them and what it comes to by now
   * @throws what the server refused them for, or that it does not answer
   */
  async add(id: string, readings: readonly EnteredReading[]): Promise<Check> {
    const waiting = this.waiting.get(id) ?? new Map<number, EnteredReading>();
    this.waiting.set(id, waiting);
    for (const reading of readings) {
      const before = waiting.get(reading.index);
      if (before?.text === reading.text && before.excluded === reading.excluded) continue;
      waiting.delete(reading.index);
      waiting.set(reading.index, reading);
    }
    this.recount();
    return await this.send(id);
  }

  private async send(id: string): Promise<Check> {
    const sent = this.turn.then(async () => await this.sendWaiting(id));
    // The next has its turn however this one ends.
    this.turn = sent.catch(() => null);
    return await sent;
  }

  private async sendWaiting(id: string): Promise<Check> {
    const waiting = this.waiting.get(id);
    const readings = [...(waiting?.values() ?? [])];
    if (readings.length === 0 && this.newest?.id === id) return this.newest;
    const done = (): void => {
      for (const reading of readings) if (waiting?.get(reading.index) === reading) waiting.delete(reading.index);
      this.recount();
    };
    try {
      const machineId = await firstValueFrom(this.machineId$);
      const check = await firstValueFrom(this.api.addReadings(machineId, id, readings));
      done();
      this.isAway.set(false);
      this.newest = check;
      this.design.noteCheck(check);
      this.heard.next(check);
      return check;
    } catch (error) {
      const status = problemIn(error)?.status ?? ANSWERS_NOT;
      // What it refuses it would refuse again.
      if (status < ANSWERS_NOT) done();
      else {
        this.isAway.set(true);
        this.sendLater();
      }
      throw error;
    }
  }

  private sendLater(): void {
    clearTimeout(this.again);
    this.again = setTimeout(() => {
      for (const [id, { size }] of this.waiting)
        // Whoever added them was told already; heard$ tells when they are kept.
        if (size > 0) this.send(id).catch(() => null);
    }, SENT_AGAIN);
  }

  private recount(): void {
    this.sent.set(new Map([...this.waiting].map(([id, readings]) => [id, new Set(readings.keys())])));
  }

  /** Changes the axis that a check measured by what it led to. @param reason written into the logbook */
  async correct({ id, axisId }: Check, change: (axis: Axis) => Axis, reason: string): Promise<void> {
    await this.design.apply(
      (document) => ({
        ...document,
        axes: document.axes.map((axis) => (axis.id === axisId ? change(axis) : axis)),
      }),
      reason,
      (state, document) => this.api.applyCorrection(state.id, id, state.version, document, reason),
    );
  }
}

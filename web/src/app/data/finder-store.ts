import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { Machine } from '@crisp-notch/core/machine';
import { PLACES, USUAL_SERIES, type Candidate, type Relaxation, type SpaceOptions } from '@crisp-notch/core/search';
import { BehaviorSubject, debounceTime, Subject, Subscription, type Observable } from 'rxjs';
import { messageOf } from './answers';
import { FinderRuns, type FinderRun } from './finder-runs';
import type { FinderMessage, FinderRequest, Found, SortBy } from '../workers/finder-messages';

export type FinderStatus = 'idle' | 'searching' | 'relaxing' | 'done' | 'stopped' | 'failed';

export interface FinderState {
  readonly status: FinderStatus;
  readonly found: Found | null;
  /**
   * What was searched for when this was found: its combinations are places in the space of this request, and of no
   * other.
   */
  readonly of: FinderRequest | null;
  readonly relaxations: readonly Relaxation[] | null;
  readonly message: string;
}

/** A candidate kept beside others, with the design that it makes; it stays as it was pinned. */
export interface Pin {
  readonly id: number;
  readonly name: string;
  readonly axisId: string;
  readonly candidate: Candidate;
  readonly design: Machine;
}

/** What the builder set on the finder; part of no design. */
export interface FinderOptions extends SpaceOptions {
  readonly priceMost: string;
  readonly holdsUnpowered: boolean;
}

const IDLE: FinderState = { status: 'idle', found: null, of: null, relaxations: null, message: '' };
/** Most candidates side by side. */
const PIN_LIMIT = 4;
/** Quiet time after a change before the search starts anew. */
const RESTART_IN_MILLISECONDS = 150;

/** The match finder of the open machine: what it is asked, how far it is, and what was pinned. */
@Injectable()
export class FinderStore implements OnDestroy {
  private readonly runs = inject(FinderRuns);
  private readonly subject = new BehaviorSubject<FinderState>(IDLE);
  private readonly pinned = new BehaviorSubject<readonly Pin[]>([]);
  private readonly chosen = new BehaviorSubject<FinderOptions>({
    free: PLACES,
    series: USUAL_SERIES,
    onlyOwned: false,
    motorWords: '',
    driverWords: '',
    priceMost: '',
    holdsUnpowered: false,
  });
  private readonly asked = new Subject<FinderRequest>();
  private running = new Subscription();
  private run: FinderRun | null = null;
  private readonly sorting = new BehaviorSubject<SortBy>('balance');
  private readonly starting: Subscription;
  private pinCount = 0;
  readonly state$: Observable<FinderState> = this.subject;
  readonly pins$: Observable<readonly Pin[]> = this.pinned;
  readonly options$: Observable<FinderOptions> = this.chosen;
  readonly sort$: Observable<SortBy> = this.sorting;

  constructor() {
    this.starting = this.asked.pipe(debounceTime(RESTART_IN_MILLISECONDS)).subscribe((request) => {
      this.start(request);
    });
  }

  ngOnDestroy(): void {
    this.starting.unsubscribe();
    this.end();
  }

  /** Sorts all that was found, where it is. */
  sort(by: SortBy): void {
    this.sorting.next(by);
    this.run?.sort(by);
  }

  private end(): void {
    this.running.unsubscribe();
    this.run?.end();
    this.run = null;
  }

  setOptions(change: Partial<FinderOptions>): void {
    this.chosen.next({ ...this.chosen.value, ...change });
  }

  /** Searches for this once the builder pauses; a search under way is given up. */
  search(request: FinderRequest): void {
    this.end();
    this.subject.next({ ...this.subject.value, status: 'searching', message: '' });
    this.asked.next(request);
  }

  /** Stops at once; what was found so far stays. */
  stop(): void {
    if (this.subject.value.status !== 'searching' && this.subject.value.status !== 'relaxing') return;
    this.subject.next({ ...this.subject.value, status: 'stopped' });
    this.run?.stop();
  }

  /** Nothing can be searched for now, and why. */
  wait(message: string): void {
    this.end();
    this.subject.next({ ...IDLE, message });
  }

  clear(): void {
    this.wait('');
    this.pinned.next([]);
  }

  pin(pin: Omit<Pin, 'id'>): void {
    this.pinned.next([...this.pinned.value, { ...pin, id: (this.pinCount += 1) }].slice(-PIN_LIMIT));
  }

  unpin(id: number): void {
    this.pinned.next(this.pinned.value.filter((pin) => pin.id !== id));
  }

  private start(request: FinderRequest): void {
    // Stopped while it waited: then it does not start.
    if (this.subject.value.status !== 'searching') return;
    this.subject.next({ ...IDLE, status: 'searching' });
    this.run = this.runs.run(request, this.sorting.value);
    this.running = this.run.messages$.subscribe({
      next: (message) => this.hear(message, request),
      error: (error: unknown) => {
        this.subject.next({ ...IDLE, status: 'failed', message: messageOf(error) });
      },
    });
  }

  private hear(message: FinderMessage, of: FinderRequest): void {
    const present = this.subject.value;
    if (message.kind === 'sorted') {
      if (present.found) this.subject.next({ ...present, found: { ...present.found, front: message.front } });
      return;
    }
    // Nothing but another order of what was found comes after a stop.
    if (present.status === 'stopped') return;
    if (message.kind === 'state')
      this.subject.next({
        ...present,
        of,
        found: message.state,
        status: message.isDone ? (message.state.accepted > 0 ? 'done' : 'relaxing') : 'searching',
      });
    else if (message.kind === 'relaxed')
      this.subject.next({ ...present, relaxations: message.relaxations, status: 'done' });
  }
}

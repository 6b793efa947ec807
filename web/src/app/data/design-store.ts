import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { CheckSummary, MachineCopy } from '@crisp-notch/contract';
import {
  axisContext,
  isSameContext,
  judgeAxis,
  sayIn,
  type AxisContext,
  type JudgedAxis,
} from '@crisp-notch/core/drive-line';
import { sameMachine } from '@crisp-notch/core/formats';
import { openMachine, type Axis, type Machine } from '@crisp-notch/core/machine';
import type { UnitSystem } from '@crisp-notch/core/quantity';
import { explainer, Reckoner, type Figure } from '@crisp-notch/core/reckoner';
import { nextStep, type NextStep } from '@crisp-notch/core/route-card';
import {
  BehaviorSubject,
  catchError,
  combineLatest,
  concatMap,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  filter,
  finalize,
  firstValueFrom,
  fromEvent,
  map,
  merge,
  of,
  scan,
  shareReplay,
  startWith,
  Subject,
  Subscription,
  switchMap,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { messageOf } from './answers';
import { Api } from './api';
import {
  acknowledged,
  edited,
  oursKept,
  openedDesign,
  rebased,
  redone,
  replaced,
  resumed,
  revisionKept,
  theirsTaken,
  undone,
  type DesignState,
  type SaveState,
} from './design.state';
import { Outbox, unheardOf } from './outbox';
import { PreferencesStore } from './preferences';
import { subjectsOf, type Reckoned, type Subjects } from './subjects';
import { isUnheard, saveAfter, sendableOf } from './sending';
import type { Unsaved } from './unsaved-copies';

/**
 * One axis, its figures and what is wrong with it. A new object for every change of its own, so that its views notice
 * and no others.
 */
export interface AxisView extends JudgedAxis, Reckoned<AxisContext> {
  readonly reckoner: Reckoner<AxisContext>;
}

export type Loading =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'open'; readonly state: DesignState };

/** Quiet time after a keystroke before it is sent: acknowledged within a second. */
const AUTOSAVE_IN_MILLISECONDS = 350;
const RETRY_IN_MILLISECONDS = 3000;
/** Longest reason of a revision. */
const REASON_MOST = 200;

/**
 * The open machine: a stream of design documents with undo and redo, saved as it changes. Provided by the machine's
 * page.
 */
@Injectable()
export class DesignStore implements OnDestroy {
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly preferences = inject(PreferencesStore);
  private readonly subject = new BehaviorSubject<Loading>({ kind: 'loading' });
  private readonly flushNow = new Subject<void>();
  private readonly checkChanged = new Subject<CheckSummary>();
  private readonly views = new Map<string, { readonly view: AxisView; readonly units: UnitSystem }>();
  private readonly subscriptions = new Subscription();
  /** What changes were applied for, by the design that each made. */
  private readonly applied = new WeakMap<Machine, string>();
  /** On its way to the server. */
  private inFlight: Machine | null = null;

  readonly loading$: Observable<Loading> = this.subject;
  readonly state$: Observable<DesignState> = this.subject.pipe(
    filter((loading) => loading.kind === 'open'),
    map((loading) => loading.state),
  );
  readonly document$: Observable<Machine> = this.state$.pipe(
    map((state) => state.document),
    distinctUntilChanged(),
    shareReplay({ bufferSize: 1, refCount: true }),
  );
  readonly save$: Observable<SaveState> = this.state$.pipe(
    map((state) => state.save),
    distinctUntilChanged(),
  );
  readonly axes$: Observable<readonly AxisView[]> = combineLatest([this.document$, this.preferences.preferences$]).pipe(
    map(([document, { units }]) => this.viewsOf(document, units)),
    shareReplay({ bufferSize: 1, refCount: true }),
  );
  readonly checks$: Observable<readonly CheckSummary[]> = this.state$.pipe(
    map((state) => state.id),
    distinctUntilChanged(),
    switchMap((id) =>
      this.api.checks(id).pipe(
        catchError((error: unknown) => {
          // A list that could not be read is not an empty one.
          this.update((state) => ({
            ...state,
            notice: `The checks of this machine could not be read: ${messageOf(error)}`,
          }));
          return of([] as readonly CheckSummary[]);
        }),
        // A check that is begun or measured here is the only one that changed.
        switchMap((listed) => this.checkChanged.pipe(scan(withCheck, listed), startWith(listed))),
      ),
    ),
    shareReplay({ bufferSize: 1, refCount: true }),
  );
  readonly next$: Observable<NextStep> = combineLatest([this.axes$, this.checks$]).pipe(
    map(([axes, checks]) => {
      const document = this.document();
      return document && nextStep(document, axes, checks, sayIn(this.preferences.units()));
    }),
    filter((next) => next !== null),
  );

  constructor() {
    const typed = this.state$.pipe(
      filter((state) => state.save.kind === 'unsaved'),
      debounceTime(AUTOSAVE_IN_MILLISECONDS),
    );
    const retried = this.save$.pipe(
      switchMap((save) => (save.kind === 'failed' ? timer(RETRY_IN_MILLISECONDS) : EMPTY)),
    );
    // One save after the other: each starts from the version that the one before was acknowledged with.
    this.subscriptions.add(
      merge(typed, retried, this.flushNow)
        .pipe(concatMap(() => this.send()))
        .subscribe(),
    );
    this.subscriptions.add(
      this.outbox.savedElsewhere$.subscribe(({ id, version }) => this.takeUpElsewhere(id, version)),
    );
    this.subscriptions.add(
      fromEvent(window, 'pagehide').subscribe(() => this.leave((unsaved) => this.outbox.sendOnClosing(unsaved))),
    );
    // A phone may end a page that is out of sight without another word.
    this.subscriptions.add(fromEvent(document, 'visibilitychange').subscribe(() => this.flushNow.next()));
  }

  ngOnDestroy(): void {
    this.subscriptions.unsubscribe();
    this.leave((unsaved) => void this.outbox.sendOnLeaving(unsaved));
  }

  open(id: string): void {
    this.leave((unsaved) => void this.outbox.sendOnLeaving(unsaved));
    this.views.clear();
    this.subject.next({ kind: 'loading' });
    this.api.machine(id).subscribe({
      next: (copy) => {
        this.subject.next({ kind: 'open', state: openedDesign(copy) });
        void this.takeUp(id);
      },
      error: (error: unknown) => this.subject.next({ kind: 'failed', message: messageOf(error) }),
    });
  }

  /** Changes the design. @param key what is edited; edits of one key in quick succession are one step of undo */
  edit(key: string, change: (document: Machine) => Machine): void {
    this.update((state) => edited(state, change(state.document), key, Date.now()));
  }

  editAxis(axisId: string, key: string, change: (axis: Axis) => Axis): void {
    this.edit(`${axisId}.${key}`, (document) => ({
      ...document,
      axes: document.axes.map((axis) => (axis.id === axisId ? change(axis) : axis)),
    }));
  }

  /** Everything of the present design that has figures; null while none is open. */
  subjects(): Subjects | null {
    const document = this.document();
    return document
      ? subjectsOf(
          document,
          this.viewsOf(document, this.preferences.units()).map(({ reckoner }) => reckoner),
          (key, change) => {
            this.edit(key, change);
          },
        )
      : null;
  }

  /** Puts another accepted way of reckoning a figure in force. */
  chooseSchool<C>(of: Reckoned<C>, figure: Figure<C>, option: string): void {
    const now = this.subjects();
    const subject = now && of.subject(now);
    if (subject) explainer(subject, figure).choose(option);
  }

  undo(): void {
    const before = this.document();
    this.update(undone);
    const reason = before && this.applied.get(before);
    if (reason && this.document() !== before) void this.writeTaken(`Taken back: ${reason}`);
  }

  redo(): void {
    const before = this.document();
    this.update(redone);
    const present = this.document();
    const reason = present && present !== before ? this.applied.get(present) : undefined;
    if (reason) void this.writeTaken(`Applied again: ${reason}`);
  }

  private document(): Machine | null {
    return this.subject.value.kind === 'open' ? this.subject.value.state.document : null;
  }

  /** What was written into the logbook when it was applied is not left standing there alone. */
  private async writeTaken(reason: string): Promise<void> {
    try {
      await this.cutRevision(reason.slice(0, REASON_MOST));
    } catch (error) {
      this.update((state) => ({ ...state, notice: `The logbook does not know of this yet. ${messageOf(error)}` }));
    }
  }

  noticeSeen(): void {
    this.update((state) => ({ ...state, notice: '' }));
  }

  /** Lets go of the open machine without saving: it goes on as another. */
  abandon(): void {
    this.subject.next({ kind: 'loading' });
  }

  /**
   * Ends a conflict by going on with one side; the other is kept as a revision first, so that neither is lost when the
   * way back is.
   * @throws Error in the user's words if it cannot be kept now; the conflict stays then
   */
  async endConflict(side: 'ours' | 'theirs'): Promise<void> {
    const loading = this.subject.value;
    if (loading.kind !== 'open' || loading.state.save.kind !== 'stale') return;
    const { id, document, saved } = loading.state;
    const { theirs } = loading.state.save;
    const [other, reason] =
      side === 'ours'
        ? [theirs.document, 'Changed in two places: the side that was not gone on with']
        : [sendableOf(document, saved).sendable, 'Changed in two places: what was here'];
    const { revision } = await firstValueFrom(this.api.keepBeside(id, other, reason));
    this.update(side === 'ours' ? oursKept : theirsTaken);
    this.noteRevision(revision);
  }

  /** A check kept the design as this revision; the design itself and the way back stay as they are. */
  noteRevision(revision: number): void {
    this.update((state) => (revision > state.revision ? { ...state, revision } : state));
  }

  /** A check was begun, or got readings. */
  noteCheck(check: CheckSummary): void {
    this.checkChanged.next(check);
  }

  /**
   * Saves what is still unsaved, then gives the state that the server acknowledged.
   * @throws Error in the user's words if it cannot be saved now
   */
  async settled(): Promise<DesignState> {
    // One more try counts, whatever the last one came to.
    this.update((state) => (state.save.kind === 'failed' ? { ...state, save: { kind: 'unsaved' } } : state));
    this.flushNow.next();
    const state = await firstValueFrom(this.state$.pipe(filter((item) => item.save.kind !== 'unsaved')));
    if (state.save.kind === 'failed' || state.save.kind === 'refused') throw new Error(state.save.message);
    if (state.save.kind === 'stale')
      throw new Error('The machine was changed elsewhere. Choose which version to go on with first.');
    return state;
  }

  /**
   * Applies a change that is a revision by its nature.
   * @param reason what the logbook says of it; taking it back is written there too
   * @param request how it reaches the server
   */
  async apply(
    change: (document: Machine) => Machine,
    reason: string,
    request = (state: DesignState, document: Machine): Observable<MachineCopy> =>
      this.api.applyDocument(state.id, state.version, document, reason),
  ): Promise<void> {
    const state = await this.settled();
    const copy = await firstValueFrom(request(state, change(state.document)));
    this.applied.set(copy.document, reason);
    // What was edited while the request was under way stays, on top of what it came to.
    this.update((present) =>
      present.document === state.document ? replaced(present, copy) : rebased(present, copy, change(present.document)),
    );
  }

  /** Keeps the present design as a revision with a reason. */
  async cutRevision(reason: string): Promise<void> {
    const { id, version } = await this.settled();
    const copy = await firstValueFrom(this.api.cutRevision(id, version, reason));
    this.update((state) => revisionKept(state, copy));
  }

  private update(change: (state: DesignState) => DesignState): void {
    const loading = this.subject.value;
    if (loading.kind !== 'open') return;
    const state = change(loading.state);
    if (state === loading.state) return;
    const { id, version, document, unheard, save } = state;
    if (save.kind !== 'saved') this.outbox.keep({ id, version, document, unheard });
    else if (loading.state.save.kind !== 'saved' || loading.state.version !== version) this.outbox.done(id, version);
    this.subject.next({ kind: 'open', state });
  }

  /** Hands over what is not saved yet, so that it goes on without this page. */
  private leave(hand: (unsaved: Unsaved) => void): void {
    const loading = this.subject.value;
    if (loading.kind !== 'open') return;
    const { id, version, document, unheard, save } = loading.state;
    if (save.kind === 'unsaved' || save.kind === 'failed')
      hand({ id, version, document, unheard: this.inFlight ? unheardOf(unheard, this.inFlight) : unheard });
  }

  /** Goes on with what was left behind of this machine, if the server has not got it by now. */
  private async takeUp(id: string): Promise<void> {
    const left = await this.outbox.left(id);
    const opened = left && openMachine(left.document);
    if (!left || !opened?.ok) return;
    const document = opened.value;
    this.update((state) => {
      if (state.id !== id || state.save.kind !== 'saved' || state.past.length > 0) return state;
      if (sameMachine(document, state.document)) {
        this.outbox.drop(left);
        return state;
      }
      this.outbox.takeOver(left);
      const isOurs = left.version === state.version || left.unheard.some((item) => sameMachine(item, state.document));
      const resuming = resumed(state, { version: left.version, document }, isOurs);
      return { ...resuming, unheard: [...left.unheard, document] };
    });
  }

  /** Another tab saved this machine: taken up at once where nothing was changed here. */
  private takeUpElsewhere(id: string, version: number): void {
    const loading = this.subject.value;
    if (
      loading.kind !== 'open' ||
      loading.state.id !== id ||
      loading.state.version >= version ||
      loading.state.save.kind !== 'saved'
    )
      return;
    const { document } = loading.state;
    this.api.machine(id).subscribe({
      next: (copy) =>
        this.update((state) =>
          state.id === id && state.document === document && copy.version > state.version
            ? { ...replaced(state, copy), notice: 'Changed in another tab, and taken up here.' }
            : state,
        ),
      error: (error: unknown) =>
        this.update((state) => ({
          ...state,
          notice: `Changed in another tab; it could not be fetched: ${messageOf(error)}`,
        })),
    });
  }

  private send(): Observable<unknown> {
    const loading = this.subject.value;
    if (loading.kind !== 'open' || (loading.state.save.kind !== 'unsaved' && loading.state.save.kind !== 'failed'))
      return EMPTY;
    const { id, version, document, saved, unheard } = loading.state;
    const sent = sendableOf(document, saved);
    if (sent.refusal !== '' && sent.sendable === saved) {
      this.update((state) =>
        state.document === document ? { ...state, save: { kind: 'refused', message: sent.refusal } } : state,
      );
      return EMPTY;
    }
    this.inFlight = sent.sendable;
    return this.outbox.send({ id, version, document: sent.sendable, unheard }).pipe(
      tap((copy) => this.update((state) => acknowledged(state, copy, sent))),
      catchError((error: unknown) => {
        this.update((state) => ({
          ...state,
          save: saveAfter(error, document),
          unheard: isUnheard(error) ? unheardOf(state.unheard, sent.sendable) : state.unheard,
        }));
        return EMPTY;
      }),
      finalize(() => (this.inFlight = null)),
    );
  }

  private viewsOf(document: Machine, units: UnitSystem): readonly AxisView[] {
    return document.axes.flatMap((axis) => {
      const context = axisContext(document, axis.id);
      if (!context) return [];
      const known = this.views.get(axis.id);
      if (known?.units === units && isSameContext(known.view.context, context)) return [known.view];
      const reckoner = known?.view.reckoner ?? new Reckoner(context);
      reckoner.update(context);
      const view: AxisView = {
        axis,
        context,
        reckoner,
        findings: judgeAxis(reckoner, sayIn(units)),
        subject: (now) => now.axis(axis.id),
      };
      this.views.set(axis.id, { view, units });
      return [view];
    });
  }
}

/** The list, newest first, with one check as it is now. */
function withCheck(listed: readonly CheckSummary[], changed: CheckSummary): readonly CheckSummary[] {
  return listed.some(({ id }) => id === changed.id)
    ? listed.map((check) => (check.id === changed.id ? changed : check))
    : [changed, ...listed];
}

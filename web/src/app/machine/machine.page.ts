import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  type OnDestroy,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterOutlet } from '@angular/router';
import type { LogEntry } from '@crisp-notch/contract';
import { openMachine, type Machine } from '@crisp-notch/core/machine';
import { BenchSumsComponent } from './bench-sums.component';
import { Subscription, take } from 'rxjs';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { shortDay, today } from '../data/dates';
import { entryWords } from '../data/entry-words';
import { DesignStore } from '../data/design-store';
import { FinderStore } from '../data/finder-store';
import { Lookup, type Entry } from '../data/lookup';
import { LogbookStore } from '../data/logbook-store';
import { MachineLine } from '../data/machine-line';
import { MachinesStore } from '../data/machines-store';
import { Outbox } from '../data/outbox';
import { PreferencesStore } from '../data/preferences';
import { ProgramDraft } from '../data/program-draft';
import { ProgramRun } from '../data/program-run';
import { stepWords } from '../data/step-words';
import { TrialStore } from '../data/trial-store';
import { found, WorkingStore } from '../data/working-store';
import { HeaderContext } from '../shell/header-context';
import { isField, isTyping } from '../ui/is-typing';
import { KeySequence } from '../ui/key-sequence';
import { DialogComponent } from '../ui/dialog.component';
import { ConflictDialogComponent } from './conflict-dialog.component';
import { arrivals, whereNext } from '../ui/addresses';
import { nextStepCommands, OPERATION_PATHS } from '../ui/operation-paths';
import { StopButtonComponent } from '../ui/stop-button.component';
import { revealField } from '../ui/reveal-field';
import { machineEntries } from './machine-entries';
import { LessonStripComponent } from './lesson-strip.component';
import { RouteCardComponent } from './route-card.component';
import { SaveBannerComponent } from './save-banner.component';
import { saveWords } from './save-words';
import { WorkingPanelComponent } from './working-panel.component';
import { ButtonModule } from 'primeng/button';

/** So many letters of an entry of the logbook are found and shown. */
const LOG_WORDS = 80;

/** One machine: its route card on the left, the operation in work on the right. */
@Component({
  selector: 'cn-machine-page',
  imports: [
    BenchSumsComponent,
    ButtonModule,
    ConflictDialogComponent,
    DialogComponent,
    LessonStripComponent,
    RouteCardComponent,
    RouterOutlet,
    SaveBannerComponent,
    StopButtonComponent,
    WorkingPanelComponent,
  ],
  providers: [DesignStore, CheckStore, LogbookStore, FinderStore, MachineLine, ProgramDraft, ProgramRun, TrialStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './machine.page.html',
  styleUrl: './machine.page.css',
  host: { '(document:keydown)': 'onKey($event)', '(window:beforeunload)': 'onUnload($event)' },
})
export class MachinePage implements OnDestroy {
  readonly machineId = input.required<string>();

  private readonly store = inject(DesignStore);
  private readonly checks = inject(CheckStore);
  private readonly trials = inject(TrialStore);
  private readonly finder = inject(FinderStore);
  private readonly line = inject(MachineLine);
  private readonly program = inject(ProgramDraft);
  private readonly router = inject(Router);
  private readonly header = inject(HeaderContext);
  protected readonly workings = inject(WorkingStore);
  protected readonly loading = toSignal(this.store.loading$, { requireSync: true });
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  private readonly next = toSignal(this.store.next$, { initialValue: null });
  private readonly working = toSignal(this.workings.working$, { initialValue: null });
  private readonly machines = inject(MachinesStore);
  private readonly lookup = inject(Lookup);
  private readonly logbook = inject(LogbookStore);
  /** Entries of its logbook, once somebody looks for something. */
  private readonly logged = signal<readonly LogEntry[]>([]);
  private readonly units = inject(PreferencesStore).units;
  protected readonly outbox = inject(Outbox);
  private readonly sequence = new KeySequence();
  private goingNext = Subscription.EMPTY;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private stopRevealing: () => void = () => undefined;
  /** What this browser keeps of a machine that cannot be opened. */
  protected readonly left = signal<Machine | null>(null);
  /** Takes the answer of whoever is asked whether to leave; null while nobody is. */
  protected readonly leaving = signal<((mayLeave: boolean) => void) | null>(null);

  protected readonly isSumming = signal(false);

  protected readonly conflict = computed(() => {
    const loading = this.loading();
    return loading.kind === 'open' && loading.state.save.kind === 'stale'
      ? { ours: loading.state.document, theirs: loading.state.save.theirs }
      : null;
  });
  protected readonly openWorking = computed(() => {
    const working = this.working();
    // Read for what follows from it: each change of the design makes them anew.
    this.axes();
    const now = working && this.store.subjects();
    const about = now && found(working, now);
    return about && { about, isDeep: working.path.length > 0 };
  });

  /** What cannot be read is not found; the logbook itself says why. */
  private readLog(): void {
    const id = this.machineId();
    this.logbook.allEntries(id, '').then(
      (entries) => this.logged.set(id === this.machineId() ? entries : []),
      () => this.logged.set([]),
    );
  }

  constructor() {
    arrivals()
      .pipe(takeUntilDestroyed())
      .subscribe((where) => {
        this.stopRevealing();
        this.stopRevealing = revealField(this.host.nativeElement, where);
      });
    const takeAway = this.lookup.offer(
      () => [
        ...this.actions(),
        ...machineEntries(this.axes(), this.units(), {
          to: (path, where = {}) =>
            void this.router.navigate(['/machines', this.machineId(), path], { queryParams: where }),
          working: (view, figure) => {
            this.workings.open(view, figure);
          },
        }),
        ...this.logged().map((entry): Entry => {
          const { kind, text } = entryWords(entry, this.units());
          return {
            words: text.slice(0, LOG_WORDS),
            kind: `logbook, ${kind}, ${shortDay(entry.at)}`,
            isAside: true,
            go: () =>
              void this.router.navigate(['/machines', this.machineId(), 'logbook'], {
                queryParams: { search: entry.text.slice(0, LOG_WORDS) },
              }),
          };
        }),
      ],
      () => this.readLog(),
    );
    inject(DestroyRef).onDestroy(takeAway);
    effect(() => {
      this.store.open(this.machineId());
      this.workings.close();
      this.trials.clear();
      this.program.set('');
      this.finder.clear();
      this.line.close();
    });
    effect(() => {
      const loading = this.loading();
      if (loading.kind === 'failed') void this.findLeft();
      if (loading.kind !== 'open') return;
      const { document, revision, save, savedAt } = loading.state;
      this.header.show({ name: document.name, revision, ...saveWords(save, savedAt) });
    });
  }

  /** What can be done from any page of the machine. */
  private actions(): readonly Entry[] {
    const next = this.next();
    const loading = this.loading();
    const state = loading.kind === 'open' ? loading.state : null;
    const undo = stepWords(state?.past.at(-1), state?.document);
    return [
      ...(next ? [{ words: next.button, kind: 'next', go: (): void => this.goNext() }] : []),
      { words: 'Bench sums', kind: 'action', go: (): void => this.isSumming.set(true) },
      ...(undo ? [{ words: `Undo: ${undo}`, kind: 'action', go: (): void => this.store.undo() }] : []),
    ];
  }

  ngOnDestroy(): void {
    this.goingNext.unsubscribe();
    this.stopRevealing();
    this.header.show(null);
    this.workings.close();
  }

  /** Why leaving now would leave something behind, in words; empty while all is saved or on its way. */
  private readonly unsavedWords = computed(() => {
    const loading = this.loading();
    if (loading.kind !== 'open') return '';
    const { save } = loading.state;
    switch (save.kind) {
      case 'saved':
      case 'unsaved':
        return '';
      case 'failed':
        return `Not saved on the server: ${save.message}`;
      case 'refused':
        return `Not saved: ${save.message}.`;
      case 'stale':
        return 'The machine was changed in two places, and no version is chosen yet.';
    }
  });

  /** What leaving now leaves behind, and where it stays; empty where nothing is left behind. */
  protected readonly leavingWords = computed(() => {
    const [unsaved, count] = [this.unsavedWords(), this.checks.waitingCount()];
    return [
      ...(unsaved === ''
        ? []
        : [
            unsaved,
            'It stays in this browser, and is taken up when you open the machine here again; elsewhere it will not be seen.',
          ]),
      ...(count === 0
        ? []
        : [
            `${count} ${count === 1 ? 'reading waits' : 'readings wait'} for the server, which does not answer. Whoever leaves now loses ${count === 1 ? 'it' : 'them'}.`,
          ]),
    ].join(' ');
  });

  /** Asks before something is left behind. What is only on its way goes on without the page. */
  async mayLeave(): Promise<boolean> {
    if (this.leavingWords() === '') return true;
    const answer = await new Promise<boolean>((resolve) => this.leaving.set(resolve));
    this.leaving.set(null);
    return answer;
  }

  protected printedOn(): string {
    return today();
  }

  protected onUnload(event: BeforeUnloadEvent): void {
    if (this.leavingWords() !== '') event.preventDefault();
  }

  protected noticeSeen(): void {
    this.store.noticeSeen();
  }

  protected async keepAsNew(document: Machine): Promise<void> {
    try {
      const { id } = await this.machines.make(document);
      const left = await this.outbox.left(this.machineId());
      if (left) this.outbox.drop(left);
      this.store.abandon();
      await this.router.navigate(['/machines', id, 'drive-lines']);
    } catch (error) {
      this.outbox.trouble.set(messageOf(error));
    }
  }

  private async findLeft(): Promise<void> {
    const opened = openMachine((await this.outbox.left(this.machineId()))?.document);
    this.left.set(opened.ok ? opened.value : null);
  }

  protected retry(): void {
    this.store.open(this.machineId());
  }

  /** Why a conflict could not be ended; empty while nothing stood in the way. */
  protected readonly conflictTrouble = signal('');

  protected async endConflict(side: 'ours' | 'theirs'): Promise<void> {
    this.conflictTrouble.set('');
    try {
      await this.store.endConflict(side);
    } catch (error) {
      this.conflictTrouble.set(`The other side could not be kept, so nothing was changed. ${messageOf(error)}`);
    }
  }

  protected onKey(event: KeyboardEvent): void {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
      // In a field the browser takes back what was typed, and the design follows.
      if (isField(event.target)) return;
      event.preventDefault();
      if (event.shiftKey) this.store.redo();
      else this.store.undo();
      return;
    }
    // Out of a field, so that the page's keys are keys again.
    if (event.key === 'Escape' && isField(event.target)) (event.target as HTMLElement).blur();
    if (isTyping(event)) return;
    if (this.sequence.isSecond(event)) this.go(event.key);
    else if (event.key === 'n') this.goNext();
    else if (event.key === 'b') this.isSumming.update((isSumming) => !isSumming);
  }

  private go(key: string): void {
    const operation = OPERATION_PATHS[Number(key) - 1];
    if (operation) void this.router.navigate(['/machines', this.machineId(), operation.path]);
    else if (key === 'l') void this.router.navigate(['/machines', this.machineId(), 'logbook']);
    else if (key === 'm') void this.router.navigate(['/']);
    else if (key === 's') void this.router.navigate(['/shelf']);
  }

  private goNext(): void {
    // Asked before the checks are there, it is done when they are: no key is lost.
    this.goingNext.unsubscribe();
    this.goingNext = this.store.next$.pipe(take(1)).subscribe((next) => {
      void this.router.navigate(nextStepCommands(this.machineId(), next), { queryParams: whereNext(next) });
    });
  }
}

import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, RouterLink } from '@angular/router';
import type { LogEntry, RevisionSummary, TagCount } from '@crisp-notch/contract';
import { logCsv, logMarkdown } from '@crisp-notch/core/logbook';
import { differencesBetween } from '@crisp-notch/core/machine';
import { InputTextModule } from 'primeng/inputtext';
import { forkJoin, type Subscription } from 'rxjs';
import { messageOf, type Listed } from '../data/answers';
import { shortMoment } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { downloadText, fileName } from '../data/download';
import { LogbookStore } from '../data/logbook-store';
import { PreferencesStore } from '../data/preferences';
import { SelectComponent } from '../ui/select.component';
import { TickComponent } from '../ui/tick.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';
import { LogEntryComponent } from './log-entry.component';
import { askedFor, KIND_CHOICES, linesOf, NOT_NARROWED, type Narrowed } from './logbook.state';
import { NoteFormComponent } from './note-form.component';

/** How long typing rests before the logbook is searched [ms]. */
const SEARCH_AFTER = 250;

/** What happened to a machine, and its revisions beside each other. */
@Component({
  selector: 'cn-logbook-page',
  imports: [
    ButtonModule,
    InputTextModule,
    LogEntryComponent,
    MessageModule,
    NoteFormComponent,
    RouterLink,
    SelectComponent,
    TickComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './logbook.page.html',
  styleUrl: './logbook.page.css',
})
export class LogbookPage {
  private readonly store = inject(DesignStore);
  private readonly logbook = inject(LogbookStore);
  private readonly state = toSignal(this.store.state$);
  protected readonly machineId = computed(() => this.state()?.id ?? '');
  private readonly revision = computed(() => this.state()?.revision ?? 0);
  protected readonly log = signal<Listed<LogEntry> | null>(null);
  protected readonly revisions = signal<readonly RevisionSummary[]>([]);
  protected readonly message = signal('');
  protected readonly reason = signal('');
  protected readonly chosen = signal<readonly number[]>([]);
  protected readonly comparison = signal<{
    readonly from: number;
    readonly to: number;
    readonly lines: readonly string[];
  } | null>(null);
  private readonly units = inject(PreferencesStore).units;
  protected readonly narrowed = signal<Narrowed>(NOT_NARROWED);
  protected readonly asked = computed(() => askedFor(this.narrowed()));
  private readonly tagCounts = signal<readonly TagCount[]>([]);
  protected readonly tags = computed(() => [
    { value: '', label: 'all tags' },
    ...this.tagCounts().map(({ tag, count }) => ({ value: tag, label: `${tag} (${count})` })),
  ]);
  protected readonly letters = computed(() => this.state()?.document.axes.map(({ letter }) => letter) ?? []);
  protected readonly axes = computed(() => [
    { value: '', label: 'all axes' },
    ...this.letters().map((letter) => ({ value: letter, label: `axis ${letter}` })),
  ]);
  protected readonly kinds = KIND_CHOICES;
  protected readonly shortMoment = shortMoment;
  private typing: ReturnType<typeof setTimeout> | undefined;
  private reading: Subscription | undefined;

  constructor() {
    effect(() => {
      const [id, asked] = [this.machineId(), this.asked(), this.revision()];
      if (id !== '') this.load(id, asked);
    });
    // Whoever found an entry from elsewhere comes to it.
    const arrived = toSignal(inject(ActivatedRoute).queryParamMap);
    effect(() => {
      const search = arrived()?.get('search');
      if (search) untracked(() => this.narrowed.set({ ...NOT_NARROWED, search }));
    });
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(this.typing);
      this.reading?.unsubscribe();
    });
  }

  protected readAgain(): void {
    this.load(this.machineId(), this.asked());
  }

  /** What is asked last is shown, whatever is answered last. */
  private load(id: string, asked: string): void {
    this.message.set('');
    this.reading?.unsubscribe();
    this.reading = forkJoin([
      this.logbook.entries(id, asked),
      this.logbook.revisions(id),
      this.logbook.tags(id),
    ]).subscribe({
      next: ([log, revisions, tags]) => {
        this.log.set(log);
        this.revisions.set(revisions);
        this.tagCounts.set(tags);
      },
      error: (error: unknown) => this.message.set(messageOf(error)),
    });
  }

  protected narrow(change: Partial<Narrowed>): void {
    this.narrowed.update((narrowed) => ({ ...narrowed, ...change }));
  }

  protected search(text: string): void {
    clearTimeout(this.typing);
    this.typing = setTimeout(() => this.narrow({ search: text }), SEARCH_AFTER);
  }

  protected showAll(): void {
    clearTimeout(this.typing);
    this.narrowed.set(NOT_NARROWED);
  }

  /** Gives the entries that are shown away as a file, all their pages. */
  protected async give(ending: 'csv' | 'md'): Promise<void> {
    await this.attempt(async () => {
      const name = this.state()?.document.name ?? '';
      const lines = linesOf(await this.logbook.allEntries(this.machineId(), this.asked()), this.units());
      const content = ending === 'csv' ? logCsv(lines) : logMarkdown(name, lines);
      downloadText(fileName(`${name} logbook`, ending), content, ending === 'csv' ? 'text/csv' : 'text/markdown');
    });
  }

  protected async showOlder({ items, next }: Listed<LogEntry>): Promise<void> {
    await this.attempt(async () => {
      const older = await this.logbook.older(this.machineId(), next);
      this.log.set({ items: [...items, ...older.items], next: older.next });
    });
  }

  protected async keepRevision(): Promise<void> {
    const reason = this.reason().trim();
    if (reason === '') return;
    await this.attempt(async () => {
      await this.store.cutRevision(reason);
      this.reason.set('');
      this.readAgain();
    });
  }

  /** Two revisions at a time; a third takes the place of the first. */
  protected toggle(number: number): void {
    const chosen = this.chosen().includes(number)
      ? this.chosen().filter((item) => item !== number)
      : [...this.chosen(), number].slice(-2);
    this.chosen.set(chosen);
    if (chosen.length === 2) void this.compare(Math.min(...chosen), Math.max(...chosen));
    else this.comparison.set(null);
  }

  private async compare(from: number, to: number): Promise<void> {
    await this.attempt(async () => {
      const [older, newer] = await Promise.all([from, to].map((number) => this.logbook.revision(number)));
      if (older && newer) this.comparison.set({ from, to, lines: differencesBetween(older.document, newer.document) });
    });
  }

  /** Takes an old design up again; the present one can be brought back by undo. */
  protected async takeUp(number: number): Promise<void> {
    await this.attempt(async () => {
      const old = await this.logbook.revision(number);
      this.store.edit('revision', () => old.document);
    });
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.message.set('');
    try {
      await work();
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }
}

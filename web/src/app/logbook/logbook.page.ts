import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { LogEntry, RevisionSummary } from '@crisp-notch/contract';
import { checkDeclaration } from '@crisp-notch/core/checks';
import { differencesBetween } from '@crisp-notch/core/machine';
import { InputTextModule } from 'primeng/inputtext';
import { TextareaModule } from 'primeng/textarea';
import { forkJoin } from 'rxjs';
import { messageOf, type Listed } from '../data/answers';
import { shortMoment } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { LogbookStore } from '../data/logbook-store';
import { PreferencesStore } from '../data/preferences';
import { TickComponent } from '../ui/tick.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

const KIND_WORDS = {
  note: 'note',
  check: 'check',
  verdict: 'check',
  correction: 'correction',
  revision: 'change',
} as const;
const VERDICT_WORDS = {
  incomplete: 'not complete',
  true: 'true',
  undecided: 'undecided',
  'not-true': 'not true',
} as const;

/** What happened to a machine, and its revisions beside each other. */
@Component({
  selector: 'cn-logbook-page',
  imports: [ButtonModule, InputTextModule, MessageModule, RouterLink, TextareaModule, TickComponent],
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
  protected readonly note = signal('');
  protected readonly reason = signal('');
  protected readonly chosen = signal<readonly number[]>([]);
  protected readonly comparison = signal<{
    readonly from: number;
    readonly to: number;
    readonly lines: readonly string[];
  } | null>(null);
  private readonly units = inject(PreferencesStore).units;
  protected readonly kindWords = KIND_WORDS;
  protected readonly shortMoment = shortMoment;

  constructor() {
    effect(() => {
      const [id] = [this.machineId(), this.revision()];
      if (id !== '') this.load(id);
    });
  }

  protected readAgain(): void {
    this.load(this.machineId());
  }

  private load(id: string): void {
    this.message.set('');
    forkJoin([this.logbook.entries(id), this.logbook.revisions(id)]).subscribe({
      next: ([log, revisions]) => {
        this.log.set(log);
        this.revisions.set(revisions);
      },
      error: (error: unknown) => this.message.set(messageOf(error)),
    });
  }

  protected async writeNote(): Promise<void> {
    const text = this.note().trim();
    if (text === '') return;
    await this.attempt(async () => {
      await this.logbook.write(text);
      this.note.set('');
      this.load(this.machineId());
    });
  }

  /** What an entry says; the last verdict of a check is the one it has now, in the units that are shown. */
  protected wordsOf({ text, verdict }: LogEntry): string {
    return verdict
      ? `${checkDeclaration(verdict.kind).name} on ${verdict.axisLetter}: ${VERDICT_WORDS[verdict.word]}. ${verdict.sentences[this.units()]}`
      : text;
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
      this.load(this.machineId());
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

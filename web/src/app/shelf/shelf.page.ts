import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  type OnInit,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { StoredPart } from '@crisp-notch/contract';
import { readPartsCsv, readPartsJson, writePartsCsv, writePartsJson } from '@crisp-notch/core/formats';
import {
  completeness,
  newPart,
  PART_KINDS,
  type Part,
  declarationOf,
  type PartKind,
  type SeriesMember,
  partSummary,
} from '@crisp-notch/core/parts';
import { InputTextModule } from 'primeng/inputtext';
import { catchError, EMPTY } from 'rxjs';
import { TableModule } from 'primeng/table';
import { messageOf } from '../data/answers';
import { downloadText } from '../data/download';
import { ShelfStore } from '../data/shelf-store';
import { DialogComponent } from '../ui/dialog.component';
import { PartEditorComponent } from './part-editor.component';
import { SeriesComponent } from './series.component';
import { SelectComponent, type ChoiceOption } from '../ui/select.component';
import { OneOfComponent } from '../ui/one-of.component';
import { FileButtonComponent } from '../ui/file-button.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

const ROWS_A_PAGE = 14;

/** What to see of the shelf besides its kind. */
const STATES = {
  all: 'all of them',
  owned: 'owned',
  wanted: 'wanted',
  used: 'in a machine',
  incomplete: 'with gaps in their sheet',
} as const;
type StateFilter = keyof typeof STATES;

/** What each of them lets through. */
const PASSES: Readonly<
  Record<
    StateFilter,
    (row: {
      readonly stock: Part['stock'];
      readonly used: number;
      readonly complete: { readonly missing: readonly string[] };
    }) => boolean
  >
> = {
  all: () => true,
  owned: ({ stock }) => stock.owned > 0,
  wanted: ({ stock }) => stock.wanted > 0,
  used: ({ used }) => used > 0,
  incomplete: ({ complete }) => complete.missing.length > 0,
};

/** The parts shelf: what is there to build with, by what it is. */
@Component({
  selector: 'cn-shelf-page',
  imports: [
    ButtonModule,
    DialogComponent,
    FileButtonComponent,
    InputTextModule,
    MessageModule,
    OneOfComponent,
    PartEditorComponent,
    SelectComponent,
    SeriesComponent,
    TableModule,
  ],
  host: { '(window:beforeprint)': 'print(true)', '(window:afterprint)': 'print(false)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shelf.page.html',
  styleUrl: './shelf.page.css',
})
export class ShelfPage implements OnInit {
  private readonly shelf = inject(ShelfStore);
  protected readonly state = toSignal(this.shelf.state$, { requireSync: true });
  /** What is searched for; an address may say it. */
  readonly searched = input<string>();
  protected readonly search = linkedSignal(() => this.searched() ?? '');
  protected readonly kind = signal<PartKind | null>(null);
  protected readonly filter = signal<StateFilter>('all');
  protected readonly filters = Object.entries(STATES).map(([value, label]) => ({ value, label }));
  protected readonly isChoosingSeries = signal(false);
  protected readonly message = signal('');
  private readonly uses = toSignal(
    this.shelf.uses().pipe(
      catchError((error: unknown) => {
        this.message.set(`In how many machines the parts are could not be counted. ${messageOf(error)}`);
        return EMPTY;
      }),
    ),
  );
  protected readonly done = signal('');
  /** The part in the editor; without an identity it is a new one. */
  protected readonly editing = signal<{ readonly stored: StoredPart | null; readonly part: Part } | null>(null);
  protected readonly editorMessage = signal('');
  protected readonly deleting = signal<StoredPart | null>(null);
  protected readonly kindOptions: readonly ChoiceOption[] = [
    { value: '', label: 'every kind' },
    ...PART_KINDS.map((kind) => ({ value: kind, label: declarationOf(kind).plural })),
  ];
  protected readonly newKindOptions: readonly ChoiceOption[] = PART_KINDS.map((kind) => ({ value: kind, label: kind }));
  private readonly application = inject(ApplicationRef);
  /** On paper nothing is turned to: all rows are there. */
  private readonly isPrinting = signal(false);
  protected readonly rowsAPage = computed(() => (this.isPrinting() ? this.rows().length + 1 : ROWS_A_PAGE));
  private readonly all = computed(() => {
    const state = this.state();
    return state.kind === 'open'
      ? state.parts.map((stored) => ({
          stored,
          name: stored.part.name,
          kind: stored.part.kind,
          summary: partSummary(stored.part),
          complete: completeness(stored.part),
          stock: stored.part.stock,
          used: this.uses()?.[stored.id] ?? 0,
          haystack:
            `${stored.part.name} ${stored.part.note} ${stored.part.kind} ${stored.part.stock.source}`.toLowerCase(),
        }))
      : [];
  });
  protected readonly rows = computed(() => {
    const words = this.search()
      .toLowerCase()
      .split(/\s+/)
      .filter((word) => word !== '');
    const kind = this.kind();
    const passes = PASSES[this.filter()];
    return this.all().filter(
      (row) =>
        (kind === null || row.kind === kind) && passes(row) && words.every((word) => row.haystack.includes(word)),
    );
  });

  protected print(isPrinting: boolean): void {
    this.isPrinting.set(isPrinting);
    // What is printed is what stands there when this returns.
    this.application.tick();
  }

  ngOnInit(): void {
    this.shelf.load();
  }

  protected load(): void {
    this.shelf.load();
  }

  protected setKind(value: string): void {
    this.kind.set(PART_KINDS.find((item) => item === value) ?? null);
  }

  protected setFilter(value: string): void {
    this.filter.set(value in STATES ? (value as StateFilter) : 'all');
  }

  /** Standard sizes become parts of the shelf like any others. */
  protected async addSeries(members: readonly SeriesMember[]): Promise<void> {
    this.isChoosingSeries.set(false);
    const parts = members.map(({ name, specification }): Part => ({
      ...newPart('transmission', name),
      specification,
    }));
    await this.attempt(async () =>
      this.done.set(`${await this.shelf.importAll(parts)} standard sizes are on the shelf.`),
    );
  }

  protected begin(): void {
    this.editorMessage.set('');
    this.editing.set({ stored: null, part: newPart(this.kind() ?? 'motor', '') });
  }

  protected beginKind(kind: PartKind): void {
    const present = this.editing();
    if (present) this.editing.set({ stored: null, part: newPart(kind, present.part.name) });
  }

  protected edit(stored: StoredPart): void {
    this.editorMessage.set('');
    this.editing.set({ stored, part: stored.part });
  }

  protected change(part: Part): void {
    const present = this.editing();
    if (present) this.editing.set({ ...present, part });
  }

  protected async save(): Promise<void> {
    const present = this.editing();
    if (!present || present.part.name.trim() === '') return;
    try {
      const stored = present.stored
        ? await this.shelf.save(present.stored, present.part)
        : await this.shelf.add(present.part);
      this.editing.set(null);
      this.done.set(`“${stored.part.name}” is on the shelf.`);
    } catch (error) {
      this.editorMessage.set(messageOf(error));
    }
  }

  protected async duplicate(stored: StoredPart): Promise<void> {
    await this.attempt(async () => {
      const copy = await this.shelf.add({ ...stored.part, name: `${stored.part.name.slice(0, 112)} (copy)` });
      this.done.set(`“${copy.part.name}” is on the shelf.`);
    });
  }

  protected async remove(stored: StoredPart): Promise<void> {
    this.deleting.set(null);
    await this.attempt(async () => {
      await this.shelf.remove(stored);
      this.done.set(`“${stored.part.name}” was taken off the shelf.`);
    });
  }

  protected exportCsv(): void {
    downloadText('parts.csv', writePartsCsv(this.rows().map((row) => row.stored.part)), 'text/csv');
  }

  protected exportJson(): void {
    downloadText('parts.json', writePartsJson(this.rows().map((row) => row.stored.part)), 'application/json');
  }

  protected readonly takeFile = async (file: File): Promise<void> => {
    const text = await file.text();
    const read = /\.json$/i.test(file.name) ? readPartsJson(text) : readPartsCsv(text);
    if (!read.ok) {
      const lines = read.error.slice(0, 5).map((problem) => `${problem.path} ${problem.message}`.trim());
      this.message.set(
        `Nothing was imported from ${file.name}: ${lines.join('; ')}${read.error.length > lines.length ? `; and ${read.error.length - lines.length} more` : ''}.`,
      );
    } else if (read.value.length === 0) this.message.set(`${file.name} holds no parts.`);
    else await this.attempt(async () => this.done.set(`${await this.shelf.importAll(read.value)} parts imported.`));
  };

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.message.set('');
    this.done.set('');
    try {
      await work();
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }
}

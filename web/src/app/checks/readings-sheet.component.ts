import type { ElementRef } from '@angular/core';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChildren,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Check } from '@crisp-notch/contract';
import {
  checkDeclaration,
  grossTarget,
  instrumentOf,
  placesOf,
  sheetOf,
  type CheckEvaluation,
  type EnteredReading,
} from '@crisp-notch/core/checks';
import { sayIn, type AxisContext } from '@crisp-notch/core/drive-line';
import { readReadingsCsv, writeReadingsCsv } from '@crisp-notch/core/formats';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { downloadText, fileName } from '../data/download';
import { PreferencesStore } from '../data/preferences';
import { PhoneDialogComponent } from './phone-dialog.component';
import { ReadingPadComponent } from './reading-pad.component';
import { readingProblem, readingRows, understoodReading, type ReadingRow } from './readings.state';
import { FileButtonComponent } from '../ui/file-button.component';
import { SerialInstrumentComponent } from '../ui/serial-instrument.component';
import { ButtonModule } from 'primeng/button';

interface Draft {
  readonly text: string;
  readonly message: string;
}

/** Problems of a file that are told; the rest are of the same sort. */
const PROBLEMS_TOLD = 3;
const REASON_MOST = 200;

/** The readings of a check, entered one under the other. */
@Component({
  selector: 'cn-readings-sheet',
  imports: [ButtonModule, FileButtonComponent, PhoneDialogComponent, ReadingPadComponent, SerialInstrumentComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './readings-sheet.component.html',
  styleUrl: './readings-sheet.component.css',
})
export class ReadingsSheetComponent {
  readonly check = input.required<Check>();
  readonly context = input.required<AxisContext>();
  readonly evaluation = input.required<CheckEvaluation>();
  /** The check with a reading more. */
  readonly kept = output<Check>();
  /** What is being typed and can be understood. */
  readonly typed = output<readonly EnteredReading[]>();
  /** What went wrong, in words; empty when it goes on. */
  readonly trouble = output<string>();

  /** The pad stands over the page: at once on a phone where readings are still to come. */
  protected readonly isOnPad = signal(false);
  protected readonly isForPhone = signal(false);
  protected readonly heading = computed(() => {
    const { kind, axisLetter } = this.check();
    return `${checkDeclaration(kind).name} on ${axisLetter}`;
  });
  /** Why what was typed on the pad was not kept. */
  protected readonly padTrouble = signal('');

  private readonly store = inject(CheckStore);
  private readonly units = inject(PreferencesStore).units;
  private readonly injector = inject(Injector);
  private readonly fields = viewChildren<ElementRef<HTMLInputElement>>('reading');
  private readonly drafts = signal<Readonly<Record<number, Draft>>>({});
  protected readonly leavingOut = signal<number | null>(null);

  private readonly plan = computed(() => this.check().plan);
  protected readonly sheet = computed(() => sheetOf(this.context(), this.plan(), this.units()));
  protected readonly rows = computed(() =>
    readingRows(
      placesOf(this.plan()),
      this.sheet(),
      this.evaluation(),
      this.check().readings,
      this.units(),
      this.store.sentOf(this.check().id),
    ),
  );

  /** The first that is still to be read; null when all are. */
  protected readonly next = computed(() => this.rows().find(({ isTaken }) => !isTaken) ?? null);

  constructor() {
    this.store.heard$.pipe(takeUntilDestroyed()).subscribe((check) => this.onHeard(check));
    const isPhone = matchMedia('(max-width: 700px)').matches;
    const first = effect(() => {
      if (isPhone && this.evaluation().remainingCount > 0) this.isOnPad.set(true);
      first.destroy();
    });
  }

  /** Keeps a reading of the pad; one that is none, or that the server did not take, is told there. */
  protected async keepFromPad({ row, text }: { readonly row: ReadingRow; readonly text: string }): Promise<void> {
    this.onInput(row, text);
    await this.keep(row, 0);
    this.padTrouble.set(this.drafts()[row.place.index] ? `${row.named}: “${text}” is not kept yet.` : '');
  }

  /** What an instrument shows that cannot be a measurement, until somebody has said whether it is taken. */
  protected readonly doubtful = signal<{
    readonly row: ReadingRow;
    readonly text: string;
    readonly words: string;
  } | null>(null);
  /** Smallest digit of what it is measured with [SI]. */
  protected readonly digit = computed(() => instrumentOf(this.plan())?.doubt.digit ?? 1e-5);

  /** Keeps what an instrument shows as the reading that is next; what is grossly off is asked about before. */
  protected async takeShown(row: ReadingRow, text: string, isSure = false): Promise<void> {
    const target = grossTarget(this.context(), this.plan(), { index: row.place.index, text, excluded: null });
    if (target !== null && !isSure) {
      const sent = sayIn(this.units())(target, row.place.dimension);
      this.doubtful.set({
        row,
        text,
        words: `It shows ${text} where ${sent} was sent. Look whether it slipped, stalled or was set wrong before you take it.`,
      });
      return;
    }
    this.doubtful.set(null);
    this.onInput(row, text);
    await this.keep(row, 0);
  }

  protected draftOf(row: ReadingRow): string {
    return this.drafts()[row.place.index]?.text ?? row.shown;
  }

  protected messageFor(row: ReadingRow): string {
    return this.drafts()[row.place.index]?.message ?? '';
  }

  protected onInput(row: ReadingRow, text: string): void {
    this.draft(row, { text, message: '' });
  }

  private draft({ place }: ReadingRow, draft: Draft): void {
    this.setDrafts({ ...this.drafts(), [place.index]: draft });
  }

  private setDrafts(drafts: Readonly<Record<number, Draft>>): void {
    this.drafts.set(drafts);
    this.typed.emit(
      this.rows().flatMap(({ place }): EnteredReading[] => {
        const text = understoodReading(drafts[place.index]?.text ?? '', place, this.units());
        return text === null ? [] : [{ index: place.index, text, excluded: null }];
      }),
    );
  }

  protected readonly problemOf = (row: ReadingRow, text: string): string => readingProblem(text, row, this.units());

  /** Keeps what stands in a row; moves on to the next when Enter was pressed. */
  protected async keep(row: ReadingRow, step: number): Promise<void> {
    const { index } = row.place;
    const draft = this.drafts()[index];
    // Rows are made anew with every reading that is on its way: a place is known by its number.
    const next = this.rows().findIndex(({ place }) => place.index === index) + step;
    if (!draft || draft.text.trim() === '' || draft.text === row.shown) {
      if (step !== 0) this.focus(next);
      return;
    }
    const message = this.problemOf(row, draft.text);
    const text = understoodReading(draft.text, row.place, this.units());
    if (text === null) {
      this.draft(row, { text: draft.text, message });
      return;
    }
    if (step !== 0) this.focus(next);
    await this.add([{ index, text, excluded: null }]);
  }

  private focus(place: number): void {
    this.fields()[Math.min(Math.max(place, 0), this.rows().length - 1)]?.nativeElement.select();
  }

  private async add(readings: readonly EnteredReading[]): Promise<boolean> {
    try {
      await this.store.add(this.check().id, readings);
      return true;
    } catch (error) {
      this.trouble.emit(
        `Not kept yet: ${messageOf(error)} What you typed is still in its field${this.store.waitingCount() > 0 ? ', and is sent again by itself' : ''}.`,
      );
      return false;
    }
  }

  /** Readings were kept: what stands in a field as it is kept is typed no more. */
  private onHeard(check: Check): void {
    if (check.id !== this.check().id) return;
    this.keepChosen();
    const latest = new Map(check.readings.map((reading) => [reading.index, reading.text]));
    this.kept.emit(check);
    const places = placesOf(check.plan);
    this.setDrafts(
      Object.fromEntries(
        Object.entries(this.drafts()).filter(([key, { text }]) => {
          const place = places[Number(key)];
          return !place || understoodReading(text, place, this.units()) !== latest.get(place.index);
        }),
      ),
    );
    if (this.store.waitingCount() === 0) this.trouble.emit('');
  }

  /**
   * A field that is chosen whole stays so where its value is written anew: otherwise what is typed next would be added to
   * it, and a reading of two would be kept as one.
   */
  private keepChosen(): void {
    const field = this.fields().find(({ nativeElement }) => nativeElement === document.activeElement)?.nativeElement;
    if (!field || field.value === '' || field.selectionStart !== 0 || field.selectionEnd !== field.value.length) return;
    afterNextRender({ write: () => field.select() }, { injector: this.injector });
  }

  protected async leaveOut({ place, text }: ReadingRow, reason: string): Promise<void> {
    if (text === '' || reason.trim() === '') return;
    if (await this.add([{ index: place.index, text, excluded: reason.trim().slice(0, REASON_MOST) }]))
      this.leavingOut.set(null);
  }

  protected async takeBackIn({ place, text }: ReadingRow): Promise<void> {
    await this.add([{ index: place.index, text, excluded: null }]);
  }

  protected download(): void {
    const { document, axisLetter, readings } = this.check();
    downloadText(
      fileName(`${document.name} ${axisLetter} readings`, 'csv'),
      writeReadingsCsv(this.context(), this.plan(), readings, this.units()),
      'text/csv',
    );
  }

  protected readonly takeFile = async (file: File): Promise<void> => {
    const read = readReadingsCsv(await file.text(), this.plan(), this.units());
    if (!read.ok) {
      const told = read.error.slice(0, PROBLEMS_TOLD).map(({ path, message }) => `${path}: ${message}`);
      this.trouble.emit(`Nothing was taken from the file. ${told.join('; ')}.`);
    } else if (read.value.length === 0) this.trouble.emit('The file has no readings.');
    else await this.add(read.value);
  };
}

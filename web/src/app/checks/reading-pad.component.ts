import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { decimalMark } from '../ui/decimal-mark';
import type { ReadingRow } from './readings.state';

/** Keys as they lie under a thumb; the mark is that of the reader's language. */
const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3'] as const;
const READING_MOST = 24;

/**
 * The readings of a check one after the other, for one hand at the machine: where to go, what it should be, and large
 * number keys. Fills the screen of a phone, and nothing on it has to be moved.
 */
@Component({
  selector: 'cn-reading-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './reading-pad.component.html',
  styleUrl: './reading-pad.component.css',
})
export class ReadingPadComponent {
  readonly heading = input.required<string>();
  readonly heads = input.required<readonly { readonly words: string; readonly isNumber: boolean }[]>();
  readonly rows = input.required<readonly ReadingRow[]>();
  /** What the readings come to so far. */
  readonly sentence = input.required<string>();
  /** Why the reading of the place was not kept; empty while nothing stood in the way. */
  readonly trouble = input('');
  /** Says what is wrong with what was typed for a place, nothing if it is a reading. */
  readonly reads = input.required<(row: ReadingRow, text: string) => string>();
  /** A reading as it was typed, to be kept at its place. */
  readonly kept = output<{ readonly row: ReadingRow; readonly text: string }>();
  readonly closed = output();

  /** Which place is read now; past the last one when all are. */
  protected readonly at = signal(0);
  protected readonly typed = signal('');
  protected readonly problem = signal('');
  /** What was kept here, in order: the answer of the server comes a moment later. */
  private readonly order = signal<readonly { readonly place: number; readonly text: string }[]>([]);
  protected readonly mark = decimalMark();
  protected readonly digits = DIGITS;
  protected readonly row = computed(() => this.rows()[this.at()] ?? null);
  protected readonly left = computed(() => this.rows().filter(({ isTaken }) => !isTaken).length);
  protected readonly before = computed(() => {
    const last = this.order().at(-1);
    const row = last && this.rows()[last.place];
    return row ? { ...row, shown: row.shown || last.text } : null;
  });

  private readonly pad = viewChild.required<ElementRef<HTMLDialogElement>>('pad');

  constructor() {
    afterNextRender(() => {
      this.pad().nativeElement.showModal();
      this.pad().nativeElement.focus();
    });
    let isBegun = false;
    effect(() => {
      const rows = this.rows();
      if (isBegun) return;
      isBegun = true;
      untracked(() => {
        this.readOpen(rows);
      });
    });
  }

  /** The first place from one on that has no reading, else the end. */
  private nextOpen(rows: readonly ReadingRow[], from: number): number {
    const found = rows.findIndex(({ isTaken }, index) => index >= from && !isTaken);
    return found >= 0 ? found : rows.length;
  }

  protected press(key: string): void {
    this.problem.set('');
    this.typed.update((typed) => `${typed}${key}`.slice(0, READING_MOST));
  }

  protected sign(): void {
    this.typed.update((typed) => (typed.startsWith('-') ? typed.slice(1) : `-${typed}`));
  }

  protected erase(): void {
    this.problem.set('');
    this.typed.update((typed) => typed.slice(0, -1));
  }

  protected keep(): void {
    const row = this.row();
    const text = this.typed().trim();
    if (!row || text === '' || text === '-') return;
    const problem = this.reads()(row, text);
    this.problem.set(problem);
    if (problem !== '') return;
    this.kept.emit({ row, text });
    const place = this.at();
    this.order.update((order) => [...order.filter((item) => item.place !== place), { place, text }]);
    this.typed.set('');
    // What was just kept comes back as taken when the page is drawn again.
    const rows = this.rows().map((item, index) => (index === place ? { ...item, isTaken: true } : item));
    this.at.set(this.nextOpen(rows, place + 1) < rows.length ? this.nextOpen(rows, place + 1) : this.nextOpen(rows, 0));
  }

  /** On to the first place that has no reading. */
  protected readOpen(rows: readonly ReadingRow[] = this.rows()): void {
    this.at.set(this.nextOpen(rows, 0));
  }

  /** Back to the last reading, to read it again or to correct a digit. */
  protected undo(): void {
    const last = this.order().at(-1);
    if (last === undefined) return;
    this.order.update((order) => order.slice(0, -1));
    this.at.set(last.place);
    this.typed.set(last.text);
  }

  protected onKey(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (/^[\d.,a-zµ°"'/ ]$/i.test(event.key)) this.press(event.key);
    else if (event.key === '-' || event.key === '−') this.sign();
    else if (event.key === 'Backspace') this.erase();
    else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) this.keep();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
}

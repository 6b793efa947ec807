import { ChangeDetectionStrategy, Component, effect, ElementRef, inject, input, output, signal } from '@angular/core';
import type { FormRow, RowColumn } from '@crisp-notch/core/form';
import { InputTextModule } from 'primeng/inputtext';
import { PreferencesStore } from '../data/preferences';
import { DraftDirective } from './draft.directive';
import { cellText, isGuessedCell, readCell, withPasted } from './rows-field.state';

/**
 * A list of rows that a form asks for, such as lengths that were measured: arrows and Enter move, Enter in the last row
 * adds one, and a table from a spreadsheet can be pasted.
 */
@Component({
  selector: 'cn-rows-field',
  imports: [DraftDirective, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rows-field.component.html',
  styleUrl: './rows-field.component.css',
})
export class RowsFieldComponent {
  readonly label = input.required<string>();
  readonly columns = input.required<readonly RowColumn[]>();
  readonly rows = input.required<readonly FormRow[]>();
  readonly blank = input.required<FormRow>();
  readonly most = input.required<number>();
  readonly remark = input('');
  readonly changed = output<readonly FormRow[]>();

  private readonly units = inject(PreferencesStore).units;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly problems = signal<readonly string[]>([]);
  protected readonly cellText = cellText;
  protected readonly isGuessedCell = isGuessedCell;
  /** What was said last, until it comes back: a second key may come before the rows are drawn anew. */
  private recent: readonly FormRow[] | null = null;
  /** Where the cursor goes as soon as it is there. */
  private wanted: { readonly row: number; readonly column: number } | null = null;

  constructor() {
    effect(() => {
      this.rows();
      this.recent = null;
    });
  }

  private newest(): readonly FormRow[] {
    return this.recent ?? this.rows();
  }

  private say(rows: readonly FormRow[]): void {
    this.recent = rows;
    this.changed.emit(rows);
  }

  protected readerOf(place: number, column: RowColumn): (typed: string) => string {
    return (typed) => {
      const read = readCell(column, typed, this.units());
      if (!read.ok) return read.message;
      this.say(this.newest().map((row, index) => (index === place ? { ...row, [column.key]: read.value } : row)));
      return '';
    };
  }

  protected add(): void {
    const rows = this.newest();
    if (rows.length >= this.most()) return;
    this.wanted = { row: rows.length, column: 0 };
    this.say([...rows, this.blank()]);
    // Drawn by then; a row that was refused is not there, and the cursor stays.
    setTimeout(() => this.go());
  }

  protected remove(place: number): void {
    this.say(this.newest().filter((_, index) => index !== place));
  }

  protected onKey(event: KeyboardEvent, row: number, column: number): void {
    if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
    const down = { Enter: 1, ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (down === undefined) return;
    event.preventDefault();
    if (event.key === 'Enter') this.confirm(row, column);
    if (event.key === 'Enter' && row === this.newest().length - 1) this.add();
    else {
      this.wanted = { row: row + down, column };
      this.go();
    }
  }

  /** The builder says that a guess is right. */
  private confirm(row: number, column: number): void {
    const key = this.columns()[column]?.key ?? '';
    const value = this.newest()[row]?.[key];
    if (isGuessedCell(value) && typeof value === 'object' && value)
      this.say(
        this.newest().map((item, index) => (index === row ? { ...item, [key]: { ...value, from: 'typed' } } : item)),
      );
  }

  protected onPaste(event: ClipboardEvent, row: number, column: number): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    const said = { columns: this.columns(), blank: this.blank(), most: this.most() };
    const { rows, problems } = withPasted(this.newest(), said, { row, column }, text, this.units());
    this.problems.set(problems);
    (event.target as HTMLElement).blur();
    this.say(rows);
  }

  private go(): void {
    const { wanted } = this;
    this.wanted = null;
    if (!wanted) return;
    const cell = this.host.nativeElement.querySelector<HTMLInputElement>(
      `[data-place="${wanted.row}-${wanted.column}"]`,
    );
    cell?.focus();
    cell?.select();
  }
}

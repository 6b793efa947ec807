import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChildren,
} from '@angular/core';
import type { Quantity } from '@crisp-notch/core/shape';
import { ButtonModule } from 'primeng/button';
import { PreferencesStore } from '../../data/preferences';
import { QuantityFieldComponent } from '../quantity-field.component';
import {
  isTable,
  pasted,
  placeAfter,
  placeToCopy,
  type Place,
  type SheetChange,
  type SheetColumn,
  type SheetRow,
} from './sheet.state';

/** A group of rows; a folded one is opened by its heading. */
export interface SheetGroup {
  /** Empty: always open, without a heading. */
  readonly heading: string;
  readonly rows: readonly SheetRow[];
}

/**
 * What is asked of several axes as one sheet: rows are what is asked, columns the axes. Arrows and Enter move, Shift and
 * the right arrow copy a value across, and a table from a spreadsheet can be pasted.
 */
@Component({
  selector: 'cn-sheet',
  imports: [ButtonModule, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet.component.html',
  styleUrl: './sheet.component.css',
})
export class SheetComponent {
  readonly caption = input.required<string>();
  readonly columns = input.required<readonly SheetColumn[]>();
  readonly groups = input.required<readonly SheetGroup[]>();
  /** What somebody was led to: its group is unfolded and its column shown. */
  readonly wanted = input<{ readonly field: string | null; readonly columnId: string | null } | null>(null);
  /** All at once, as one step of undo. */
  readonly changed = output<readonly SheetChange[]>();

  private readonly units = inject(PreferencesStore).units;
  private readonly fields = viewChildren(QuantityFieldComponent);
  protected readonly opened = signal<readonly string[]>([]);
  /** On a phone one axis is shown at a time. */
  protected readonly shown = signal(0);
  protected readonly problems = signal<readonly string[]>([]);
  protected readonly isOpen = (group: SheetGroup): boolean =>
    group.heading === '' || this.opened().includes(group.heading);
  /** Every row that can be seen, in order. */
  private readonly rows = computed(() => this.groups().flatMap((group) => (this.isOpen(group) ? group.rows : [])));

  constructor() {
    effect(() => {
      const wanted = this.wanted();
      if (wanted) untracked(() => this.open(wanted.field, wanted.columnId));
    });
  }

  private open(field: string | null, columnId: string | null): void {
    const group = this.groups().find(({ rows }) => rows.some(({ label }) => label === field));
    if (group && !this.isOpen(group)) this.fold(group.heading);
    const column = this.columns().findIndex(({ id }) => id === columnId);
    if (column >= 0) this.shown.set(column);
  }

  protected placeOf(row: SheetRow, column: number): Place {
    return { row: this.rows().indexOf(row), column };
  }

  protected set(row: SheetRow, column: number, value: Quantity | null): void {
    const cell = row.cells[column];
    const columnId = this.columns()[column]?.id;
    if (!cell || columnId === undefined || (value === null && cell.asked.isOptional === false)) return;
    this.changed.emit([{ key: row.key, columnId, value }]);
  }

  protected fold(heading: string): void {
    this.opened.update((opened) =>
      opened.includes(heading) ? opened.filter((item) => item !== heading) : [...opened, heading],
    );
  }

  protected onKey(event: KeyboardEvent, row: SheetRow, column: number): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const box = event.target as HTMLInputElement;
    if (!(box instanceof HTMLInputElement)) return;
    if (event.shiftKey && event.key === 'ArrowRight' && box.selectionStart === box.value.length) {
      this.copyAcross(event, row, column);
      return;
    }
    if (event.shiftKey || !mayLeave(event.key, box)) return;
    const next = placeAfter(this.rows(), this.placeOf(row, column), event.key);
    if (!next) return;
    if (event.key !== 'Enter') event.preventDefault();
    this.focus(next);
  }

  protected onPaste(event: ClipboardEvent, row: SheetRow, column: number): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!isTable(text)) return;
    event.preventDefault();
    const { changes, problems } = pasted(this.rows(), this.columns(), this.placeOf(row, column), text, this.units());
    this.problems.set(problems);
    if (changes.length > 0) {
      (event.target as HTMLElement).blur();
      this.changed.emit(changes);
    }
  }

  private copyAcross(event: KeyboardEvent, row: SheetRow, column: number): void {
    const value = row.cells[column]?.value;
    const next = placeToCopy(this.rows(), this.placeOf(row, column));
    if (!value || !next) return;
    event.preventDefault();
    // A guess stays a guess; what was measured of one axis is not measured of another.
    const from = value.from === 'assumed' || value.from === 'estimated' ? value.from : 'typed';
    this.set(row, next.column, { ...value, from, on: null });
    this.focus(next);
  }

  /** Puts the cursor into a cell. */
  focus({ row, column }: Place): void {
    const wanted = this.rows()[row];
    const before = this.rows()
      .slice(0, row)
      .reduce((count, item) => count + item.cells.filter((cell) => cell !== null).length, 0);
    const index = before + (wanted?.cells.slice(0, column).filter((cell) => cell !== null).length ?? 0);
    this.fields()[index]?.focus();
  }
}

/** Left and right leave a field only from its ends; up, down and Enter always. */
function mayLeave(key: string, { selectionStart, selectionEnd, value }: HTMLInputElement): boolean {
  const isAllSelected = selectionStart === 0 && selectionEnd === value.length;
  if (key === 'ArrowLeft') return isAllSelected || selectionEnd === 0;
  if (key === 'ArrowRight') return isAllSelected || selectionStart === value.length;
  return true;
}

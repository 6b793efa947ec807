import type { TemplateRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChildren,
} from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import type { Quantity } from '@crisp-notch/core/shape';
import { PreferencesStore } from '../../data/preferences';
import { FigureComponent } from '../figure.component';
import { OneOfComponent } from '../one-of.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { SelectComponent, type ChoiceOption } from '../select.component';
import { UnbrokenPipe } from '../unbroken.pipe';
import {
  isTable,
  pasted,
  placeAfter,
  placeToCopy,
  typedCell,
  type ChosenCell,
  type FigureCell,
  type Place,
  type SheetCell,
  type SheetChange,
  type SheetColumn,
  type SheetRow,
} from './sheet.state';

/** What was chosen from a list in a cell. */
export interface SheetChoice {
  readonly key: string;
  readonly columnId: string;
  readonly option: string;
}

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
  imports: [FigureComponent, NgTemplateOutlet, OneOfComponent, QuantityFieldComponent, SelectComponent, UnbrokenPipe],
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
  readonly chosen = output<SheetChoice>();

  private readonly units = inject(PreferencesStore).units;
  /** What stands under each axis, given the number of its column. */
  protected readonly foot = contentChild.required<TemplateRef<{ $implicit: number }>>('foot');
  protected readonly letters = computed<readonly ChoiceOption[]>(() =>
    this.columns().map(({ letter }, index) => ({ value: index.toString(), label: letter })),
  );
  private readonly fields = viewChildren(QuantityFieldComponent);
  protected readonly opened = signal<readonly string[]>([]);
  /** On a phone one axis is shown at a time. */
  protected readonly shown = signal(0);
  protected readonly problems = signal<readonly string[]>([]);
  protected readonly isOpen = (group: SheetGroup): boolean =>
    group.heading === '' || this.opened().includes(group.heading);
  /** Every row that can be seen, in order. */
  private readonly rows = computed(() => this.groups().flatMap((group) => (this.isOpen(group) ? group.rows : [])));

  /** What was said last, until the rows have it: a key may be pressed before they are drawn anew. */
  private recent: SheetChange | null = null;

  constructor() {
    effect(() => {
      this.groups();
      this.recent = null;
    });
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

  protected show(column: string): void {
    this.shown.set(Number(column));
  }

  protected placeOf(row: SheetRow, column: number): Place {
    // By its key: a key that is pressed at once comes from the row as it was before what was typed.
    return { row: this.rows().findIndex(({ key }) => key === row.key), column };
  }

  protected set(row: SheetRow, column: number, value: Quantity | null): void {
    const cell = typedCell(row.cells[column]);
    const columnId = this.columns()[column]?.id;
    if (!cell || columnId === undefined || (value === null && cell.asked.isOptional === false)) return;
    this.recent = { key: row.key, columnId, value };
    this.changed.emit([this.recent]);
  }

  protected choose({ key }: SheetRow, column: number, option: string): void {
    const columnId = this.columns()[column]?.id;
    if (columnId !== undefined) this.chosen.emit({ key, columnId, option });
  }

  protected readonly typedCell = typedCell;
  protected readonly chosenCell = (cell: SheetCell | null): ChosenCell | null =>
    cell && 'options' in cell ? cell : null;
  protected readonly figureCell = (cell: SheetCell | null): FigureCell | null =>
    cell && 'figure' in cell ? cell : null;
  protected readonly wordsOf = (cell: SheetCell | null): string => (cell && 'words' in cell ? cell.words : '');

  protected fold(heading: string): void {
    this.opened.update((opened) =>
      opened.includes(heading) ? opened.filter((item) => item !== heading) : [...opened, heading],
    );
  }

  protected onKey(event: KeyboardEvent, row: SheetRow, column: number): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const box = event.target as HTMLInputElement;
    if (!(box instanceof HTMLInputElement)) return;
    if (event.shiftKey && event.key === 'ArrowRight' && box.selectionEnd === box.value.length) {
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
    const { recent } = this;
    const isRecent = recent?.key === row.key && recent.columnId === this.columns()[column]?.id;
    const value = isRecent ? recent.value : typedCell(row.cells[column])?.value;
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
      .reduce((count, item) => count + item.cells.filter(typedCell).length, 0);
    const index = before + (wanted?.cells.slice(0, column).filter(typedCell).length ?? 0);
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

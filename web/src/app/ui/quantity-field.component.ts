import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal, viewChild } from '@angular/core';
import type { Bounds, Quantity, QuantityAsked } from '@crisp-notch/core/shape';
import { findUnit, parseQuantity, preferredUnit, type Unit } from '@crisp-notch/core/quantity';
import { InputTextModule } from 'primeng/inputtext';
import { PreferencesStore } from '../data/preferences';
import { shortDay } from '../data/dates';
import { DraftDirective } from './draft.directive';
import { bareUnitHint, fieldText, hintFor, understand } from './quantity-field.state';
import { TermDirective } from './term.directive';

let count = 0;

const POSITIVE: Bounds = { isPositive: true };

/**
 * A number with its unit. What is typed is understood at every keystroke and handed on as soon as it is valid; what is
 * not valid stays in the field with a message, and the last valid value stays in force.
 */
@Component({
  selector: 'cn-quantity-field',
  imports: [DraftDirective, InputTextModule, TermDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './quantity-field.component.html',
  styleUrl: './quantity-field.component.css',
  host: { '[class.bare]': 'isBare()' },
})
export class QuantityFieldComponent {
  /** What it is, in which dimension and within what, and whether it may be left out; by the shape of the document. */
  readonly asked = input.required<QuantityAsked>();
  readonly value = input.required<Quantity | null>();
  /** Another label than the usual one; empty for that. */
  readonly label = input('');
  /** Narrower bounds than the shape's, e.g. those of a window; null for the shape's. */
  readonly bounds = input<Bounds | null>(null);
  /** A remark under the field, e.g. what follows from it. */
  readonly remark = input('');
  /** In a sheet its row and column name it: the label is only heard, and what follows is told by the row. */
  readonly isBare = input(false);
  /** Another way of saying it that its trade has, in the words that are kept: what is not of that way stays as it is. */
  readonly rewrite = input<(typed: string) => string>((typed) => typed);
  readonly changed = output<Quantity | null>();

  private readonly units = inject(PreferencesStore).units;
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  private readonly typed = viewChild(DraftDirective);
  protected readonly id = `quantity-${(count += 1)}`;

  private readonly dimension = computed(() => this.asked().dimension);
  protected readonly name = computed(() => this.label() || this.asked().label);
  protected readonly shown = computed(() => fieldText(this.value(), this.dimension(), this.units()));
  protected readonly editingUnit = signal<string | null>(null);
  protected readonly unitShown = computed(() => this.editingUnit() ?? this.shown().unit);
  protected readonly from = computed(() => this.value()?.from ?? null);
  protected readonly provenance = computed(() => {
    const item = this.value();
    if (item?.from === 'assumed') return 'assumed';
    if (item?.from === 'measured') return item.on ? `measured ${shortDay(item.on)}` : 'measured';
    if (item?.from === 'estimated') return 'estimated';
    return item?.from === 'part' ? 'from the part' : '';
  });
  /** Where the value is from, behind its unit. */
  protected readonly beside = computed(() => {
    const from = this.provenance();
    // A guess is dashed and asks to be confirmed; it needs no word beside.
    if (from === '' || this.from() === 'assumed') return '';
    return this.unitShown() === '' ? from : ` · ${from}`;
  });
  protected readonly hint = computed(() => {
    const draft = this.typed()?.draft() ?? null;
    if (draft !== null) {
      const meant = this.rewrite()(draft);
      if (meant !== draft) return `Taken as ${meant}.`;
      const taken = bareUnitHint(draft, this.dimension(), this.unitOfBare(), this.units());
      if (taken !== '') return taken;
    }
    const item = this.value();
    const parsed = item
      ? parseQuantity(item.text, this.dimension(), preferredUnit(this.dimension(), this.units()), 'kept')
      : null;
    return parsed?.ok && parsed.value.hasUnit
      ? hintFor(parsed.value.value, parsed.value.unit, this.dimension(), this.units())
      : '';
  });

  /** Puts the cursor here with all of it selected, so that typing replaces it. */
  focus(): void {
    this.box().nativeElement.focus();
    this.box().nativeElement.select();
  }

  /** Hands on what was typed if it is valid; else says why not. */
  protected readonly read = (typed: string): string => {
    const { isOptional = true, bounds = POSITIVE } = this.asked();
    if (typed.trim() === '') {
      if (isOptional) this.changed.emit(null);
      return isOptional ? '' : 'A value is needed; the one before stays in force.';
    }
    const limits = this.bounds() ?? bounds;
    const result = understand(this.rewrite()(typed), this.dimension(), this.unitOfBare(), limits, this.units());
    if (result.ok) this.changed.emit(result.quantity);
    return result.ok ? '' : result.message;
  };

  /** The unit shown beside the field, which a number typed without one is taken in. */
  private unitOfBare(): Unit {
    return findUnit(this.editingUnit() ?? '', this.dimension()) ?? preferredUnit(this.dimension(), this.units());
  }

  /** The builder says that an assumed value is right. */
  protected confirm(): void {
    const item = this.value();
    // What is being typed says it itself; the guess that stood there must not come back over it.
    if (item?.from === 'assumed' && this.typed()?.draft() == null) this.changed.emit({ ...item, from: 'typed' });
  }
}

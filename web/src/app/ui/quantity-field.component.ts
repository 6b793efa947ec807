import type { ElementRef } from '@angular/core';
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
  viewChild,
} from '@angular/core';
import type { Bounds, Quantity } from '@crisp-notch/core/shape';
import { findUnit, parseQuantity, preferredUnit, type Dimension, type Unit } from '@crisp-notch/core/quantity';
import { InputTextModule } from 'primeng/inputtext';
import { PreferencesStore } from '../data/preferences';
import { shortDay } from '../data/dates';
import { bareUnitHint, fieldText, hintFor, understand, type Doubt } from './quantity-field.state';

let count = 0;

/**
 * A number with its unit. What is typed is understood at every keystroke and handed on as soon as it is valid; what is
 * not valid stays in the field with a message, and the last valid value stays in force.
 */
@Component({
  selector: 'cn-quantity-field',
  imports: [InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './quantity-field.component.html',
  styleUrl: './quantity-field.component.css',
})
export class QuantityFieldComponent {
  readonly label = input.required<string>();
  readonly dimension = input.required<Dimension>();
  readonly value = input.required<Quantity | null>();
  readonly bounds = input<Bounds>({ isPositive: true });
  /** Emptying the field means that the value is not known. */
  readonly isOptional = input(true);
  /** A remark under the field, e.g. what follows from it. */
  readonly remark = input('');
  /** Asks about a bare number that could mean two things. */
  readonly doubt = input<Doubt>(() => null);
  readonly changed = output<Quantity | null>();

  private readonly units = inject(PreferencesStore).units;
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly id = `quantity-${(count += 1)}`;
  /** What stands in the field while it differs from the kept value; null when it shows the kept value. */
  protected readonly draft = signal<string | null>(null);
  protected readonly message = signal('');

  private readonly shown = computed(() => fieldText(this.value(), this.dimension(), this.units()));
  private readonly isEditing = signal(false);
  private readonly editingUnit = signal<string | null>(null);
  protected readonly text = computed(() => this.draft() ?? this.shown().number);
  protected readonly unitShown = computed(() => this.editingUnit() ?? this.shown().unit);
  protected readonly from = computed(() => this.value()?.from ?? null);
  protected readonly provenance = computed(() => {
    const item = this.value();
    if (item?.from === 'assumed') return 'assumed';
    if (item?.from === 'measured') return item.on ? `measured ${shortDay(item.on)}` : 'measured';
    if (item?.from === 'estimated') return 'estimated';
    return item?.from === 'part' ? 'from the part' : '';
  });
  protected readonly hint = computed(() => {
    const draft = this.draft();
    if (draft !== null) {
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

  constructor() {
    // A value changed from outside, by undo for instance, replaces what stands in the field unless it is being typed
    // in.
    effect(() => {
      this.value();
      if (!untracked(this.isEditing)) {
        this.draft.set(null);
        this.message.set('');
      }
    });
  }

  focus(): void {
    this.box().nativeElement.focus();
  }

  protected onFocus(): void {
    this.isEditing.set(true);
    this.editingUnit.set(this.shown().unit);
  }

  protected onInput(event: Event): void {
    const typed = (event.target as HTMLInputElement).value;
    this.draft.set(typed);
    if (typed.trim() === '') {
      this.message.set(this.isOptional() ? '' : 'A value is needed; the one before stays in force.');
      if (this.isOptional()) this.changed.emit(null);
      return;
    }
    const dimension = this.dimension();
    const result = understand(typed, dimension, this.unitOfBare(), this.bounds(), this.units(), this.doubt());
    this.message.set(result.ok ? '' : result.message);
    if (result.ok) this.changed.emit(result.quantity);
  }

  /** The unit shown beside the field, which a number typed without one is taken in. */
  private unitOfBare(): Unit {
    return findUnit(this.editingUnit() ?? '', this.dimension()) ?? preferredUnit(this.dimension(), this.units());
  }

  protected onBlur(): void {
    this.isEditing.set(false);
    this.editingUnit.set(null);
    if (this.message() === '') this.draft.set(null);
  }

  /** The builder says that an assumed value is right. */
  protected confirm(): void {
    const item = this.value();
    if (item?.from === 'assumed') this.changed.emit({ ...item, from: 'typed' });
  }
}

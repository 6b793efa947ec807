import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { AxisContext } from '@crisp-notch/core/drive-line';
import { formatQuantity, handyUnit } from '@crisp-notch/core/quantity';
import { dimensionOf, type Figure } from '@crisp-notch/core/reckoner';
import type { AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { WorkingStore } from '../data/working-store';

/** A figure as it is read: digits, a smaller unit, and a way to its working. */
@Component({
  selector: 'cn-figure',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="number value" [class.assumed]="isAssumed()">{{ shown().digits }}</span>
    @if (shown().unit) {
      <span class="unit"> {{ shown().unit }}</span>
    }
    @if (words()) {
      <span class="quiet small"> {{ words() }}</span>
    }
    @if (hasWhy()) {
      <button type="button" class="link why" (click)="open()" (keydown.w)="open()">
        why<span class="visually-hidden"> {{ figure().nameIn(view().context) }}</span>
      </button>
    }
  `,
  styles: `
    :host {
      white-space: nowrap;
    }

    .value {
      font-size: 17px;
    }

    :host(.big) .value {
      font-size: 26px;
    }

    .value.assumed {
      border-bottom: 1px dashed var(--field-rule);
    }

    .unit,
    .small {
      margin-left: 0.3em;
    }

    .why {
      margin-left: 6px;
      font-size: 13px;
    }
  `,
})
export class FigureComponent {
  readonly view = input.required<AxisView>();
  readonly figure = input.required<Figure<AxisContext>>();
  readonly words = input('');
  readonly hasWhy = input(true);
  /** Shows the size of a figure whose sign is said in words. */
  readonly isUnsigned = input(false);

  private readonly units = inject(PreferencesStore).units;
  private readonly workings = inject(WorkingStore);
  private readonly outcome = computed(() => this.view().reckoner.get(this.figure()));
  protected readonly isAssumed = computed(() => {
    const outcome = this.outcome();
    return outcome.kind === 'value' && outcome.isAssumed;
  });
  protected readonly shown = computed(() => {
    const outcome = this.outcome();
    const unit = handyUnit(
      outcome.kind === 'value' ? outcome.value : 1,
      dimensionOf(this.figure(), this.view().context),
      this.units(),
    );
    if (outcome.kind !== 'value') return { digits: '–', unit: unit.symbol };
    return formatQuantity(this.isUnsigned() ? Math.abs(outcome.value) : outcome.value, unit, {
      significant: this.figure().significant,
    });
  });

  protected open(): void {
    this.workings.open(this.view(), this.figure());
  }
}

import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { formatQuantity, handyUnit } from '@crisp-notch/core/quantity';
import { dimensionOf, type Figure } from '@crisp-notch/core/reckoner';
import { PreferencesStore } from '../data/preferences';
import type { Reckoned } from '../data/subjects';
import { WorkingStore } from '../data/working-store';

/** A figure as it is read: digits, a smaller unit, and a way to its working. */
@Component({
  selector: 'cn-figure',
  imports: [NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (hasWhy()) {
      <button type="button" class="worked" [attr.aria-label]="whyWords()" (click)="open()" (keydown.w)="open()">
        <ng-container [ngTemplateOutlet]="value" />
      </button>
    } @else {
      <ng-container [ngTemplateOutlet]="value" />
    }
    @if (words()) {
      <span class="quiet small"> {{ words() }}</span>
    }
    <ng-template #value>
      <span class="number value" [class.assumed]="isAssumed()">{{ shown().digits }}</span>
      @if (shown().unit) {
        <span class="unit"> {{ shown().unit }}</span>
      }
    </ng-template>
  `,
  styles: `
    :host {
      white-space: nowrap;
    }

    .value {
      font-size: 17px;
    }

    /* Only the digits are underlined: the unit is smaller, and its line would lie higher. */
    .worked {
      text-decoration: none;
    }

    .worked .value:not(.assumed) {
      text-decoration: underline dotted 1px var(--field-rule);
      text-underline-offset: 4px;
    }

    .worked:hover .value {
      text-decoration-color: var(--blue);
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
  `,
})
export class FigureComponent<C> {
  readonly view = input.required<Reckoned<C>>();
  readonly figure = input.required<Figure<C>>();
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

  protected readonly whyWords = computed(
    () => `why ${this.figure().nameIn(this.view().context)}: ${this.shown().digits} ${this.shown().unit}`,
  );

  protected open(): void {
    this.workings.open(this.view(), this.figure());
  }
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export interface ChoiceOption {
  readonly value: string;
  readonly label: string;
}

let count = 0;

/** One of a few options; one that nobody has chosen yet is dashed until it is confirmed. */
@Component({
  selector: 'cn-choice-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field-row">
      <label [for]="id">{{ label() }}</label>
      <span class="row">
        <select
          class="field"
          [class.assumed]="isAssumed()"
          [id]="id"
          (change)="changed.emit($any($event.target).value)"
        >
          @for (option of options(); track option.value) {
            <option [value]="option.value" [selected]="option.value === value()">{{ option.label }}</option>
          }
        </select>
        @if (isAssumed()) {
          <span class="small quiet">assumed</span>
          <button type="button" class="link small" (click)="changed.emit(value())">
            confirm<span class="visually-hidden"> {{ label() }}</span>
          </button>
        }
      </span>
    </div>
  `,
  styles: `
    .row {
      flex-wrap: nowrap;
      gap: 8px;
    }

    select {
      flex: 1;
      min-width: 0;
    }
  `,
})
export class ChoiceFieldComponent {
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption[]>();
  readonly value = input.required<string>();
  /** Whether nobody has chosen it yet. */
  readonly isAssumed = input(false);
  readonly changed = output<string>();
  protected readonly id = `choice-${(count += 1)}`;
}

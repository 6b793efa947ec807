import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export interface ChoiceOption {
  readonly value: string;
  readonly label: string;
}

let count = 0;

/** One of a few options. */
@Component({
  selector: 'cn-choice-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field-row">
      <label [for]="id">{{ label() }}</label>
      <select class="field" [id]="id" (change)="changed.emit($any($event.target).value)">
        @for (option of options(); track option.value) {
          <option [value]="option.value" [selected]="option.value === value()">{{ option.label }}</option>
        }
      </select>
    </div>
  `,
})
export class ChoiceFieldComponent {
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption[]>();
  readonly value = input.required<string>();
  readonly changed = output<string>();
  protected readonly id = `choice-${(count += 1)}`;
}

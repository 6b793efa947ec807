import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { SelectComponent, type ChoiceOption } from './select.component';
import { TermDirective } from './term.directive';

let count = 0;

/** One of a few options under its label; one that nobody has chosen yet is dashed until it is confirmed. */
@Component({
  selector: 'cn-choice-field',
  imports: [SelectComponent, TermDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field-row">
      <span class="field-label" [id]="id" [cnTerm]="label()">{{ label() }}</span>
      <span class="row">
        <cn-select
          [attr.data-field]="label()"
          [options]="options()"
          [value]="value()"
          [labelledBy]="id"
          [isAssumed]="isAssumed()"
          (chosen)="changed.emit($event)"
        />
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

    cn-select {
      flex: 1;
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

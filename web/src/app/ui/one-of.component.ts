import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SelectButtonModule } from 'primeng/selectbutton';
import type { ChoiceOption } from './select.component';

/** A few options side by side, one of them chosen. */
@Component({
  selector: 'cn-one-of',
  imports: [FormsModule, SelectButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-selectbutton
      [options]="$any(options())"
      optionLabel="label"
      optionValue="value"
      [allowEmpty]="false"
      [ngModel]="value()"
      (ngModelChange)="chosen.emit($event)"
      [attr.aria-label]="label()"
    />
  `,
  styles: `
    :host ::ng-deep .p-selectbutton {
      flex-wrap: wrap;
    }
  `,
})
export class OneOfComponent {
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption[]>();
  readonly value = input.required<string>();
  readonly chosen = output<string>();
}

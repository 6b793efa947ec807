import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { CheckboxModule } from 'primeng/checkbox';

let count = 0;

/** A box to tick, with its words beside it. */
@Component({
  selector: 'cn-tick',
  imports: [CheckboxModule, FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-checkbox [binary]="true" [inputId]="id" [ngModel]="isTicked()" (ngModelChange)="ticked.emit($event)" />
    <label [for]="id"><ng-content /></label>
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 8px;
      align-items: center;
      min-height: 24px;
    }
  `,
})
export class TickComponent {
  readonly isTicked = input.required<boolean>();
  readonly ticked = output<boolean>();
  protected readonly id = `tick-${(count += 1)}`;
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { FormInput } from '@crisp-notch/core/form';
import { ChoiceFieldComponent } from './choice-field.component';
import { QuantityFieldComponent } from './quantity-field.component';
import { RowsFieldComponent } from './rows-field.component';
import { TickComponent } from './tick.component';
import { WholeFieldComponent } from './whole-field.component';

/** One thing that a form asks, whatever it is; what is filled in with another answer is handed on. */
@Component({
  selector: 'cn-form-input',
  imports: [ChoiceFieldComponent, QuantityFieldComponent, RowsFieldComponent, TickComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let item = asks();
    @switch (item.kind) {
      @case ('quantity') {
        <cn-quantity-field
          [asked]="item.asked"
          [value]="item.value"
          [remark]="item.remark ?? ''"
          (changed)="($event !== null || item.asked.isOptional) && changed.emit(item.put($event))"
        />
      }
      @case ('whole') {
        <cn-whole-field
          [asked]="item.asked"
          [value]="item.value"
          [remark]="item.remark ?? ''"
          (changed)="changed.emit(item.put($event))"
        />
      }
      @case ('choice') {
        <cn-choice-field
          [label]="item.label"
          [options]="item.options"
          [value]="item.value"
          (changed)="changed.emit(item.put($event))"
        />
      }
      @case ('rows') {
        <cn-rows-field
          [label]="item.label"
          [columns]="item.columns"
          [rows]="item.rows"
          [blank]="item.blank"
          [most]="item.most"
          [remark]="item.remark ?? ''"
          (changed)="changed.emit(item.put($event))"
        />
      }
      @case ('tick') {
        <cn-tick [isTicked]="item.value" (ticked)="changed.emit(item.put($event))">{{ item.label }}</cn-tick>
      }
    }
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class FormInputComponent<P> {
  readonly asks = input.required<FormInput<P>>();
  readonly changed = output<P>();
}

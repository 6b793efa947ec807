import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Stock } from '@crisp-notch/core/parts';
import { InputTextModule } from 'primeng/inputtext';
import { QuantityFieldComponent } from '../quantity-field.component';
import { WholeFieldComponent } from '../whole-field.component';

/** What a part costs, where it comes from, and how many are here. */
@Component({
  selector: 'cn-stock-fields',
  imports: [InputTextModule, QuantityFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-whole-field
      label="Owned"
      [least]="0"
      [most]="100000"
      [value]="stock().owned"
      (changed)="change({ owned: $event })"
    />
    <cn-whole-field
      label="Wanted"
      [least]="0"
      [most]="100000"
      [value]="stock().wanted"
      (changed)="change({ wanted: $event })"
    />
    <cn-quantity-field
      label="Price of one"
      dimension="price"
      [bounds]="{ least: 0 }"
      [value]="stock().price"
      (changed)="change({ price: $event })"
    />
    <cn-quantity-field
      label="Shipping"
      dimension="price"
      [bounds]="{ least: 0 }"
      [value]="stock().shipping"
      (changed)="change({ shipping: $event })"
    />
    <cn-whole-field
      label="Lead time, days"
      [least]="0"
      [most]="1000"
      [value]="stock().leadDays ?? 0"
      (changed)="change({ leadDays: $event === 0 ? null : $event })"
      remark="0 while nobody knows."
    />
    <div class="field-row">
      <label for="stock-source">Source</label>
      <input
        pInputText
        id="stock-source"
        class="field"
        maxlength="200"
        autocomplete="off"
        [value]="stock().source"
        (input)="change({ source: $any($event.target).value })"
      />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class StockFieldsComponent {
  readonly stock = input.required<Stock>();
  readonly changed = output<Stock>();

  protected change(change: Partial<Stock>): void {
    this.changed.emit({ ...this.stock(), ...change });
  }
}

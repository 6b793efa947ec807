import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { askedOf } from '@crisp-notch/core/shape';
import { stockShape, type Stock } from '@crisp-notch/core/parts';
import { InputTextModule } from 'primeng/inputtext';
import { QuantityFieldComponent } from '../quantity-field.component';
import { WholeFieldComponent } from '../whole-field.component';
import { withNewest } from '../newest';

/** What a part costs, where it comes from, and how many are here. */
@Component({
  selector: 'cn-stock-fields',
  imports: [InputTextModule, QuantityFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-whole-field [asked]="asked.owned" [value]="stock().owned" (changed)="change({ owned: $event })" />
    <cn-whole-field [asked]="asked.wanted" [value]="stock().wanted" (changed)="change({ wanted: $event })" />
    <cn-quantity-field [asked]="asked.price" [value]="stock().price" (changed)="change({ price: $event })" />
    <cn-quantity-field [asked]="asked.shipping" [value]="stock().shipping" (changed)="change({ shipping: $event })" />
    <cn-whole-field
      [asked]="asked.leadDays"
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
  private readonly newest = linkedSignal(() => this.stock());
  protected readonly asked = askedOf(stockShape);

  protected change(change: Partial<Stock>): void {
    this.changed.emit(withNewest(this.newest, change));
  }
}

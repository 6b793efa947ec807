import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { reckonedFence } from '@crisp-notch/core/first-moves';
import { preferredUnit, parseQuantity } from '@crisp-notch/core/quantity';
import { quantityOf, type Quantity } from '@crisp-notch/core/shape';
import { ButtonModule } from 'primeng/button';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { MovesDesk } from './moves-desk';

/** Soft limits: reckoned from the travel, the way to a stop and a margin; the builder may say others. */
@Component({
  selector: 'cn-fence-tool',
  imports: [ButtonModule, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.facts(); as facts) {
      <div class="fields">
        <cn-quantity-field
          [asked]="{ label: 'From home, no nearer than', dimension: facts.dimensions.travel, bounds: { least: 0 } }"
          [value]="low()"
          (changed)="low.set($event)"
        />
        <cn-quantity-field
          [asked]="{ label: 'and no further than', dimension: facts.dimensions.travel, bounds: { isPositive: true } }"
          [value]="high()"
          (changed)="high.set($event)"
        />
      </div>
      @if (trouble()) {
        <p class="small stop-words" role="alert">{{ trouble() }}</p>
      }
      <p><button type="button" pButton (click)="keep()">Set the fence</button></p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    .fields {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 10px;
    }

    .stop-words {
      color: var(--stop);
    }
  `,
})
export class FenceToolComponent {
  protected readonly desk = inject(MovesDesk);
  private readonly reckoned = computed(() => {
    const facts = this.desk.facts();
    return this.desk.fence() ?? (facts && reckonedFence(facts));
  });
  protected readonly low = linkedSignal<Quantity | null>(() => this.written(this.reckoned()?.low ?? null));
  protected readonly high = linkedSignal<Quantity | null>(() => this.written(this.reckoned()?.high ?? null));
  protected readonly trouble = signal('');

  private written(value: number | null): Quantity | null {
    const facts = this.desk.facts();
    return value === null || !facts
      ? null
      : quantityOf(
          this.desk
            .say()(Number(value.toPrecision(3)), facts.dimensions.travel)
            .replaceAll('\u00a0', ' '),
          'typed',
        );
  }

  private value(item: Quantity | null): number | null {
    const facts = this.desk.facts();
    if (!facts || !item) return null;
    const parsed = parseQuantity(
      item.text,
      facts.dimensions.travel,
      preferredUnit(facts.dimensions.travel, 'metric'),
      'kept',
    );
    return parsed.ok ? parsed.value.value : null;
  }

  protected keep(): void {
    const facts = this.desk.facts();
    const [low, high] = [this.value(this.low()), this.value(this.high())];
    const [lowText, highText] = [this.low()?.text ?? '', this.high()?.text ?? ''];
    if (!facts) return;
    if (low === null || high === null) this.trouble.set('Say both limits.');
    else if (low >= high) this.trouble.set('The nearer limit lies beyond the further one.');
    else if (facts.travel !== null && high > facts.travel)
      this.trouble.set(`The travel ends at ${this.desk.say()(facts.travel, facts.dimensions.travel)}.`);
    else {
      this.trouble.set('');
      this.desk.record('fence', 'right', true, [
        { what: 'fence-low', text: lowText },
        { what: 'fence-high', text: highText },
      ]);
    }
  }
}

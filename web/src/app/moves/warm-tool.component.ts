import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import type { StepState } from '@crisp-notch/core/first-moves';
import type { Instrument } from '@crisp-notch/core/line-port';
import type { Dimension } from '@crisp-notch/core/quantity';
import { quantityOf, type Quantity } from '@crisp-notch/core/shape';
import { ButtonModule } from 'primeng/button';
import { today } from '../data/dates';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { MovesDesk, type Measured } from './moves-desk';

interface Line {
  readonly what: Measured['what'];
  readonly label: string;
  readonly dimension: Dimension;
  readonly instrument: Instrument;
}

const LINES: readonly Line[] = [
  { what: 'motor-temperature', label: 'Motor', dimension: 'temperature', instrument: 'motor-temperature' },
  { what: 'driver-temperature', label: 'Driver', dimension: 'temperature', instrument: 'driver-temperature' },
  { what: 'supply-running', label: 'Supply, running', dimension: 'current', instrument: 'supply-current' },
  { what: 'supply-resting', label: 'Supply, resting', dimension: 'current', instrument: 'supply-current' },
];

/** Temperatures and currents after a while of work. */
@Component({
  selector: 'cn-warm-tool',
  imports: [ButtonModule, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (line of lines; track line.what) {
      <div class="line">
        <cn-quantity-field
          [asked]="{ label: line.label, dimension: line.dimension, bounds: {}, isOptional: true }"
          [value]="values().get(line.what) ?? null"
          (changed)="put(line.what, $event)"
        />
        @if (desk.way() === 'rig' && desk.line.isPowered()) {
          <button type="button" pButton severity="secondary" outlined (click)="read(line)">Read</button>
        }
      </div>
    }
    <p class="row">
      @for (seen of state().step.seen; track seen.id) {
        <button type="button" pButton severity="secondary" outlined (click)="keep(seen.id, seen.isRight)">
          {{ seen.words }}
        </button>
      }
    </p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    .line {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 8px;
      align-items: end;
    }
  `,
})
export class WarmToolComponent {
  readonly state = input.required<StepState>();
  protected readonly desk = inject(MovesDesk);
  protected readonly lines = LINES;
  protected readonly values = signal<ReadonlyMap<string, Quantity | null>>(new Map());

  protected put(what: string, value: Quantity | null): void {
    this.values.update((known) => new Map([...known, [what, value]]));
  }

  protected async read({ what, instrument, dimension }: Line): Promise<void> {
    const shown = await this.desk.read(instrument);
    if (!shown) return;
    const text = this.desk.say()(shown.value, dimension).replaceAll('\u00a0', ' ');
    this.put(what, quantityOf(text, 'measured', today()));
  }

  protected keep(saw: string, isRight: boolean): void {
    const shown = LINES.flatMap(({ what }): readonly Measured[] => {
      const value = this.values().get(what);
      return value ? [{ what, text: value.text }] : [];
    });
    this.desk.record(this.state().step.id, saw, isRight, shown);
  }
}

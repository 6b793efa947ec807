import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { StoredPart } from '@crisp-notch/contract';
import type { Measuring } from '@crisp-notch/core/checks';
import { instrumentType, type InstrumentSpecification, type Part, type ReadDimension } from '@crisp-notch/core/parts';
import { InputTextModule } from 'primeng/inputtext';
import { FoldComponent } from '../ui/fold.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { InstrumentFieldsComponent } from '../ui/specifications/instrument-fields.component';

const TILT = {
  label: 'Tilt to the motion',
  dimension: 'angle',
  bounds: { least: -1.4, most: 1.4 },
  isOptional: true,
} as const;

/** What a check is measured with: an instrument of the shelf or what is usual, in one line until it is opened. */
@Component({
  selector: 'cn-measuring-fields',
  imports: [FoldComponent, InputTextModule, InstrumentFieldsComponent, PartChooserComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field-row">
      <span class="field-label">Measured with</span>
      <cn-part-chooser kind="instrument" [fits]="suits()" (chosen)="choose($event)" />
    </div>
    <cn-fold [heading]="measured().name || 'Instrument'" [held]="[words()]">
      <div class="fields">
        <div class="field-row">
          <label class="field-label" for="measured-name">Called</label>
          <input
            pInputText
            id="measured-name"
            class="field"
            maxlength="120"
            autocomplete="off"
            [value]="measured().name"
            (input)="changed.emit(with({ name: $any($event.target).value }))"
          />
        </div>
        <cn-instrument-fields [specification]="measured()" [reads]="reads()" (changed)="take($event)" />
        @if (reads() === 'length') {
          <cn-quantity-field
            [asked]="tilt"
            [value]="measured().tilt"
            (changed)="changed.emit(with({ tilt: $event }))"
            remark="If you measured it; taken out of the readings."
          />
        }
      </div>
    </cn-fold>
  `,
  styles: `
    :host,
    .fields {
      display: grid;
      gap: 8px;
    }
  `,
})
export class MeasuringFieldsComponent {
  readonly measured = input.required<Measuring>();
  readonly reads = input.required<ReadDimension>();
  readonly changed = output<Measuring>();
  protected readonly tilt = TILT;
  protected readonly words = computed(() => {
    const { type, digit, error } = this.measured();
    return [instrumentType(type).name, `digit ${digit.text}`, error ? `±${error.text}` : 'own error not said'].join(
      ', ',
    );
  });
  protected readonly suits = computed(() => {
    const reads = this.reads();
    return ({ kind, specification }: Part): boolean => kind === 'instrument' && specification.kind === reads;
  });

  protected with(change: Partial<Measuring>): Measuring {
    return { ...this.measured(), ...change } as Measuring;
  }

  /** Another type has other usual numbers, and is called by its name. */
  protected take(specification: InstrumentSpecification): void {
    const { type, name } = this.measured();
    const isNamed = name !== instrumentType(type).name;
    this.changed.emit({
      ...specification,
      tilt: this.measured().tilt,
      name: isNamed ? name : instrumentType(specification.type).name,
    });
  }

  protected choose({ part }: StoredPart): void {
    if (part.kind === 'instrument') this.changed.emit({ ...part.specification, name: part.name, tilt: null });
  }
}

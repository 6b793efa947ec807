import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { quantityOf, type CurrentFormula, type DriverSpecification } from '@crisp-notch/core/machine';
import { ChoiceFieldComponent, type ChoiceOption } from '../choice-field.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { WholeFieldComponent } from '../whole-field.component';

const FORMULAS: readonly ChoiceOption[] = [
  { value: 'none', label: 'not by a reference voltage' },
  { value: 'sense-resistor', label: 'sense resistor and gain' },
  { value: 'linear', label: 'amperes a volt' },
];
const READS: readonly ChoiceOption[] = [
  { value: 'peak', label: 'the crest' },
  { value: 'rms', label: 'the effective value' },
];

/** What a driver is: its limits and how its current is set. */
@Component({
  selector: 'cn-driver-fields',
  imports: [QuantityFieldComponent, ChoiceFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field label="Current is set by" [options]="formulas" [value]="formulaKind()" (changed)="setFormula($event)" />
    @if (sense(); as formula) {
      <cn-quantity-field
        label="Gain"
        dimension="ratio"
        [isOptional]="false"
        [value]="formula.gain"
        (changed)="$event && change({ formula: { kind: formula.kind, gain: $event, senseResistor: formula.senseResistor } })"
      />
      <cn-quantity-field
        label="Sense resistor"
        dimension="resistance"
        [isOptional]="false"
        [value]="formula.senseResistor"
        (changed)="$event && change({ formula: { kind: formula.kind, gain: formula.gain, senseResistor: $event } })"
        remark="Read its marking: R100 is 0.1 Ω."
      />
    }
    @if (linear(); as formula) {
      <cn-quantity-field
        label="Amperes a volt"
        dimension="conductance"
        [isOptional]="false"
        [value]="formula.slope"
        (changed)="$event && change({ formula: { kind: formula.kind, slope: $event, reads: formula.reads } })"
      />
      <cn-choice-field
        label="It gives"
        [options]="reads"
        [value]="formula.reads"
        (changed)="change({ formula: { kind: formula.kind, slope: formula.slope, reads: $event === 'rms' ? 'rms' : 'peak' } })"
      />
    }
    <cn-quantity-field label="Greatest current" dimension="current" [value]="specification().currentMost" (changed)="change({ currentMost: $event })" />
    <cn-quantity-field label="Least supply" dimension="voltage" [bounds]="{ least: 0 }" [value]="specification().voltageLeast" (changed)="change({ voltageLeast: $event })" />
    <cn-quantity-field label="Greatest supply" dimension="voltage" [value]="specification().voltageMost" (changed)="change({ voltageMost: $event })" />
    <cn-whole-field
      label="Finest microsteps"
      [most]="1024"
      [value]="specification().finestMicrosteps"
      (changed)="change({ finestMicrosteps: $event })"
      remark="A full step, e.g. 16 for 1/16."
    />
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class DriverFieldsComponent {
  readonly specification = input.required<DriverSpecification>();
  readonly changed = output<DriverSpecification>();
  protected readonly formulas = FORMULAS;
  protected readonly reads = READS;
  protected readonly formulaKind = computed(() => this.specification().formula?.kind ?? 'none');
  protected readonly sense = computed(() => this.formulaOf('sense-resistor'));
  protected readonly linear = computed(() => this.formulaOf('linear'));

  protected change(change: Partial<DriverSpecification>): void {
    this.changed.emit({ ...this.specification(), ...change });
  }

  protected setFormula(kind: string): void {
    const assumed = (text: string): ReturnType<typeof quantityOf> => quantityOf(text, 'assumed');
    if (kind === 'sense-resistor') this.change({ formula: { kind, gain: assumed('8'), senseResistor: assumed('0.1 Ω') } });
    else if (kind === 'linear') this.change({ formula: { kind, slope: assumed('1 A/V'), reads: 'peak' } });
    else this.change({ formula: null });
  }

  private formulaOf<K extends CurrentFormula['kind']>(kind: K): Extract<CurrentFormula, { kind: K }> | null {
    const { formula } = this.specification();
    return formula?.kind === kind ? (formula as Extract<CurrentFormula, { kind: K }>) : null;
  }
}

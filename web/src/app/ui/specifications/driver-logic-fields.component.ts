import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { driverLogic, type DriverLogic } from '@crisp-notch/core/parts';
import { askedOf } from '@crisp-notch/core/shape';
import { ChoiceFieldComponent } from '../choice-field.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import type { ChoiceOption } from '../select.component';

const OPTIONS = {
  form: [
    { value: 'carrier', label: 'a carrier on two rows of pins' },
    { value: 'box', label: 'a board or box with terminals' },
  ],
  inputs: [
    { value: 'logic', label: 'logic, one wire each' },
    { value: 'opto', label: 'opto, two ends each' },
  ],
  logicPin: [
    { value: 'yes', label: 'a logic supply pin' },
    { value: 'no', label: 'itself' },
  ],
  enabledBy: [
    { value: 'low', label: 'low' },
    { value: 'high', label: 'high' },
  ],
  enableOpen: [
    { value: 'unknown', label: 'nobody knows' },
    { value: 'drives', label: 'drives the motor' },
    { value: 'frees', label: 'frees the motor' },
  ],
  sleepReset: [
    { value: 'none', label: 'none brought out' },
    { value: 'pulled', label: 'both pulled inside' },
    { value: 'one-floats', label: 'one of them floats' },
    { value: 'both-float', label: 'both float' },
  ],
} as const satisfies Partial<Record<keyof DriverLogic, readonly ChoiceOption[]>>;

/** How a driver is told what to do, as its sheet says it. */
@Component({
  selector: 'cn-driver-logic-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field
      label="It comes as"
      [options]="options.form"
      [value]="logic().form"
      (changed)="set('form', $event)"
    />
    <cn-choice-field
      label="Its inputs are"
      [options]="options.inputs"
      [value]="logic().inputs"
      (changed)="set('inputs', $event)"
    />
    @if (logic().inputs === 'logic') {
      <cn-choice-field
        label="Levels set by"
        [options]="options.logicPin"
        [value]="logic().logicPin"
        (changed)="set('logicPin', $event)"
      />
      @if (logic().logicPin === 'no') {
        <cn-quantity-field
          [asked]="asked.inputHigh"
          [value]="logic().inputHigh"
          (changed)="change({ inputHigh: $event })"
        />
      }
    } @else {
      <cn-quantity-field
        [asked]="asked.inputVoltage"
        [value]="logic().inputVoltage"
        (changed)="change({ inputVoltage: $event })"
        remark="Empty: 5 V."
      />
      <cn-quantity-field
        [asked]="asked.inputResistance"
        [value]="logic().inputResistance"
        (changed)="change({ inputResistance: $event })"
        remark="Empty: 270 Ω."
      />
      <cn-quantity-field
        [asked]="asked.inputCurrent"
        [value]="logic().inputCurrent"
        (changed)="change({ inputCurrent: $event })"
        remark="That its sheet wants; empty: 7 mA at least."
      />
    }
    <cn-choice-field
      label="Enabled by"
      [options]="options.enabledBy"
      [value]="logic().enabledBy"
      (changed)="set('enabledBy', $event)"
    />
    @if (logic().inputs === 'logic') {
      <cn-choice-field
        label="Enable left open"
        [options]="options.enableOpen"
        [value]="logic().enableOpen"
        (changed)="set('enableOpen', $event)"
      />
      <cn-choice-field
        label="Sleep and reset pins"
        [options]="options.sleepReset"
        [value]="logic().sleepReset"
        (changed)="set('sleepReset', $event)"
      />
      <cn-quantity-field
        [asked]="asked.regulatorMost"
        [value]="logic().regulatorMost"
        (changed)="change({ regulatorMost: $event })"
        remark="Of a board that makes its own 5 V behind a jumper."
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class DriverLogicFieldsComponent {
  readonly logic = input.required<DriverLogic>();
  readonly changed = output<DriverLogic>();
  protected readonly asked = askedOf(driverLogic);
  protected readonly options = OPTIONS;

  protected change(change: Partial<DriverLogic>): void {
    this.changed.emit({ ...this.logic(), ...change });
  }

  protected set<K extends keyof typeof OPTIONS>(key: K, value: string): void {
    const option = OPTIONS[key].find((item) => item.value === value);
    if (option) this.change({ [key]: option.value });
  }
}

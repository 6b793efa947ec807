import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { controllerLogic, type ControllerLogic } from '@crisp-notch/core/parts';
import { askedOf } from '@crisp-notch/core/shape';
import { ChoiceFieldComponent } from '../choice-field.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import type { ChoiceOption } from '../select.component';

const OPTIONS = {
  outputs: [
    { value: 'push-pull', label: 'drive high and low' },
    { value: 'open-collector', label: 'pull to ground only' },
  ],
  pullUps: [
    { value: 'inside', label: 'can be pulled up inside' },
    { value: 'none', label: 'have no pull-ups' },
  ],
  regulator: [
    { value: 'linear', label: 'linear' },
    { value: 'switching', label: 'switching' },
  ],
} as const satisfies Partial<Record<keyof ControllerLogic, readonly ChoiceOption[]>>;

/** What the pins of a controller give and take, as its sheet says it. */
@Component({
  selector: 'cn-controller-logic-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      [asked]="asked.level"
      [value]="logic().level"
      (changed)="$event && change({ level: $event })"
      remark="High at a pin: 5 V or 3.3 V on most."
    />
    <cn-choice-field
      label="Its outputs"
      [options]="options.outputs"
      [value]="logic().outputs"
      (changed)="set('outputs', $event)"
    />
    <cn-choice-field
      label="Its inputs"
      [options]="options.pullUps"
      [value]="logic().pullUps"
      (changed)="set('pullUps', $event)"
    />
    <cn-quantity-field
      [asked]="asked.regulatorMost"
      [value]="logic().regulatorMost"
      (changed)="change({ regulatorMost: $event })"
    />
    <cn-choice-field
      label="Its regulator is"
      [options]="options.regulator"
      [value]="logic().regulator"
      (changed)="set('regulator', $event)"
    />
    <cn-quantity-field [asked]="asked.draws" [value]="logic().draws" (changed)="change({ draws: $event })" />
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class ControllerLogicFieldsComponent {
  readonly logic = input.required<ControllerLogic>();
  readonly changed = output<ControllerLogic>();
  protected readonly asked = askedOf(controllerLogic);
  protected readonly options = OPTIONS;

  protected change(change: Partial<ControllerLogic>): void {
    this.changed.emit({ ...this.logic(), ...change });
  }

  protected set<K extends keyof typeof OPTIONS>(key: K, value: string): void {
    const option = OPTIONS[key].find((item) => item.value === value);
    if (option) this.change({ [key]: option.value });
  }
}

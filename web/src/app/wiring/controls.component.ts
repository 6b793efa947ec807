import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  COMPUTER,
  CONTROL_USES,
  newSwitch,
  SWITCH_USES,
  type Control,
  type LimitSwitch,
  type Machine,
  type MachineWiring,
} from '@crisp-notch/core/machine';
import { BLANK_CONTROLLER_LOGIC, type ControllerLogic } from '@crisp-notch/core/parts';
import { isFedPastRegulator, logicRailOf, switchName, USE_WORDS } from '@crisp-notch/core/wiring';
import { ButtonModule } from 'primeng/button';
import { DesignStore } from '../data/design-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { FoldComponent } from '../ui/fold.component';
import { NameFieldComponent } from '../ui/name-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { ControllerLogicFieldsComponent } from '../ui/specifications/controller-logic-fields.component';
import { railOptions } from './rail-options';

const CONTACTS: readonly ChoiceOption[] = [
  { value: 'normally-closed', label: 'closed at rest' },
  { value: 'normally-open', label: 'open at rest' },
];
const PULLS: readonly ChoiceOption[] = [
  { value: 'inside', label: 'inside the controller' },
  { value: 'resistor', label: 'a resistor to logic +' },
  { value: 'none', label: 'none' },
];
const INTO: readonly ChoiceOption[] = [
  { value: 'regulator', label: 'through its own regulator' },
  { value: 'logic', label: 'straight to its logic pin' },
];

/** What feeds the controller, and what else is wired to it: switches, and what a hand uses. */
@Component({
  selector: 'cn-controls',
  imports: [ButtonModule, ChoiceFieldComponent, ControllerLogicFieldsComponent, FoldComponent, NameFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './controls.component.html',
  styleUrl: './controls.component.css',
})
export class ControlsComponent {
  readonly machine = input.required<Machine>();
  /** The switch that is looked at; null for the controller. */
  readonly itemId = input<string | null>(null);

  private readonly store = inject(DesignStore);
  protected readonly contacts = CONTACTS;
  protected readonly pulls = PULLS;
  protected readonly into = INTO;
  protected readonly blank = BLANK_CONTROLLER_LOGIC;
  protected readonly logic = computed(() => this.machine().controller.specification.logic);
  protected readonly rail = computed(() => logicRailOf(this.machine()) ?? COMPUTER);
  protected readonly isPast = computed(() => (isFedPastRegulator(this.machine()) ? 'logic' : 'regulator'));
  protected readonly isProposed = computed(() => this.machine().wiring.logicRail === null);
  protected readonly rails = computed<readonly ChoiceOption[]>(() => [
    { value: COMPUTER, label: 'the cable of a computer' },
    ...railOptions(this.machine()),
  ]);
  protected readonly switches = computed(() =>
    this.machine().wiring.switches.map((item) => ({ item, name: switchName(this.machine(), item) })),
  );
  protected readonly uses: readonly ChoiceOption[] = SWITCH_USES.map((value) => ({ value, label: USE_WORDS[value] }));
  protected readonly controlUses: readonly ChoiceOption[] = CONTROL_USES.map((value) => ({ value, label: value }));
  protected readonly axes = computed<readonly ChoiceOption[]>(() => [
    { value: '', label: 'the machine' },
    ...this.machine().axes.map(({ id, letter }) => ({ value: id, label: letter })),
  ]);

  protected setRail(value: string): void {
    this.wire('logic-rail', (wiring) => ({ ...wiring, logicRail: value, logicInto: this.isPast() }));
  }

  protected setInto(value: string): void {
    this.wire('logic-into', (wiring) => ({
      ...wiring,
      logicRail: this.rail(),
      logicInto: value === 'logic' ? 'logic' : 'regulator',
    }));
  }

  protected setLogic(logic: ControllerLogic): void {
    this.store.edit('controller-logic', (machine) => ({
      ...machine,
      controller: { ...machine.controller, specification: { ...machine.controller.specification, logic } },
    }));
  }

  protected addSwitch(): void {
    const machine = this.machine();
    const homed = machine.wiring.switches.filter(({ use }) => use === 'home').map(({ axisId }) => axisId);
    // The next axis without a home switch, the first thing that most machines want.
    const axis = machine.axes.find(({ id }) => !homed.includes(id)) ?? null;
    this.wire('add-switch', (wiring) => ({
      ...wiring,
      switches: [...wiring.switches, newSwitch(freeId('switch', wiring), axis ? 'home' : 'stop', axis?.id ?? null)],
    }));
  }

  protected addControl(): void {
    this.wire('add-control', (wiring) => ({
      ...wiring,
      controls: [...wiring.controls, { id: freeId('control', wiring), name: '', use: 'stick' }],
    }));
  }

  protected changeSwitch(id: string, key: keyof LimitSwitch, value: string): void {
    this.wire(`switch.${id}.${key}`, (wiring) => ({
      ...wiring,
      switches: wiring.switches.map((item) =>
        item.id === id ? { ...item, [key]: key === 'axisId' && value === '' ? null : value } : item,
      ),
    }));
  }

  protected changeControl(id: string, change: Partial<Control>): void {
    this.wire(`control.${id}`, (wiring) => ({
      ...wiring,
      controls: wiring.controls.map((item) => (item.id === id ? { ...item, ...change } : item)),
    }));
  }

  protected remove(id: string): void {
    this.wire(`remove.${id}`, (wiring) => ({
      ...wiring,
      switches: wiring.switches.filter((item) => item.id !== id),
      controls: wiring.controls.filter((item) => item.id !== id),
      pins: wiring.pins.filter(({ signal }) => !signal.startsWith(`${id}.`)),
    }));
  }

  private wire(key: string, change: (wiring: MachineWiring) => MachineWiring): void {
    this.store.edit(`wiring.${key}`, (machine) => ({ ...machine, wiring: change(machine.wiring) }));
  }
}

/** An identity that neither a switch nor a control bears. */
function freeId(prefix: 'switch' | 'control', { switches, controls }: MachineWiring): string {
  const taken = [...switches, ...controls].map(({ id }) => id);
  let count = 1;
  while (taken.includes(`${prefix}-${count}`)) count += 1;
  return `${prefix}-${count}`;
}

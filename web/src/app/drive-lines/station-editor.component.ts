import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { StoredPart } from '@crisp-notch/contract';
import {
  newSupply,
  withTransmissionKind,
  type Axis,
  type ControllerSpecification,
  type DriverSpecification,
  type MotorSpecification,
  type Quantity,
  type Stage,
  type SupplySpecification,
  type TransmissionKind,
  type TransmissionSpecification,
} from '@crisp-notch/core/machine';
import { fitsAxis, type Part, type PartKind } from '@crisp-notch/core/parts';
import { InputTextModule } from 'primeng/inputtext';
import { messageOf } from '../data/api';
import { DesignStore, type AxisView } from '../data/design-store';
import { ShelfStore } from '../data/shelf-store';
import { CautionComponent } from '../ui/caution.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { ControllerFieldsComponent } from '../ui/specifications/controller-fields.component';
import { DriverFieldsComponent } from '../ui/specifications/driver-fields.component';
import { MotorFieldsComponent } from '../ui/specifications/motor-fields.component';
import { SupplyFieldsComponent } from '../ui/specifications/supply-fields.component';
import { TransmissionFieldsComponent } from '../ui/specifications/transmission-fields.component';
import { StagesFieldComponent } from '../ui/stages-field.component';
import { ChoiceFieldComponent, type ChoiceOption } from '../ui/choice-field.component';
import type { LineStation } from './stations';

export interface AxisChange {
  readonly key: string;
  readonly change: (axis: Axis) => Axis;
}

const MICROSTEPS: readonly ChoiceOption[] = [1, 2, 4, 8, 16, 32, 64, 128, 256].map((count) => ({ value: String(count), label: count === 1 ? 'full steps' : `1/${count} step` }));
const TITLES: Readonly<Record<LineStation, string>> = {
  supply: 'Supply',
  driver: 'Driver',
  motor: 'Motor',
  reduction: 'Reduction',
  transmission: 'Transmission',
  carriage: 'Carriage',
};
const PART_OF: Partial<Record<LineStation, PartKind>> = { supply: 'supply', driver: 'driver', motor: 'motor', transmission: 'transmission' };

/** Edits the selected station of a drive line. */
@Component({
  selector: 'cn-station-editor',
  imports: [
    CautionComponent,
    ChoiceFieldComponent,
    ControllerFieldsComponent,
    DriverFieldsComponent,
    InputTextModule,
    MotorFieldsComponent,
    PartChooserComponent,
    QuantityFieldComponent,
    StagesFieldComponent,
    SupplyFieldsComponent,
    TransmissionFieldsComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './station-editor.component.html',
  styleUrl: './station-editor.component.css',
})
export class StationEditorComponent {
  readonly view = input.required<AxisView>();
  readonly station = input.required<LineStation>();
  readonly canRemove = input(false);
  readonly changed = output<AxisChange>();
  readonly chosen = output<StoredPart>();
  readonly removed = output();

  private readonly store = inject(DesignStore);
  private readonly shelf = inject(ShelfStore);
  private readonly document = toSignal(this.store.document$);
  protected readonly shelved = signal('');
  protected readonly microsteps = MICROSTEPS;
  protected readonly axis = computed(() => this.view().axis);
  protected readonly title = computed(() => TITLES[this.station()]);
  protected readonly partKind = computed(() => PART_OF[this.station()] ?? null);
  protected readonly supplies = computed<readonly ChoiceOption[]>(() => [
    ...(this.document()?.supplies ?? []).map((item, index) => ({ value: item.id, label: `${index + 1}: ${item.name || 'supply'}` })),
    { value: 'new', label: 'another supply' },
  ]);
  protected readonly supply = computed(() => this.view().context.supply);
  protected readonly controller = computed(() => this.document()?.controller);
  protected readonly name = computed(() => {
    const station = this.station();
    if (station === 'supply') return this.supply()?.name ?? '';
    return station === 'reduction' ? '' : this.axis()[station].name;
  });
  protected readonly fits = computed(() => {
    const axis = this.axis();
    return (part: Part): boolean => fitsAxis(axis, part);
  });

  protected edit(key: string, change: (axis: Axis) => Axis): void {
    this.changed.emit({ key, change });
  }

  protected setName(event: Event): void {
    const name = (event.target as HTMLInputElement).value;
    const station = this.station();
    if (station === 'supply') this.editSupply({ name });
    else if (station !== 'reduction') this.edit(`${station}.name`, (axis) => ({ ...axis, [station]: { ...axis[station], name } }));
  }

  protected setAxisName(event: Event): void {
    const name = (event.target as HTMLInputElement).value;
    this.edit('name', (axis) => ({ ...axis, name }));
  }

  protected setLetter(field: HTMLInputElement): void {
    const letter = field.value.trim().toUpperCase();
    if (letter !== '') this.edit('letter', (axis) => ({ ...axis, letter }));
  }

  protected setMotor(specification: MotorSpecification): void {
    this.edit('motor.specification', (axis) => ({ ...axis, motor: { ...axis.motor, specification } }));
  }

  protected setDriver(specification: DriverSpecification): void {
    this.edit('driver.specification', (axis) => ({ ...axis, driver: { ...axis.driver, specification } }));
  }

  protected setMicrosteps(value: string): void {
    this.edit('driver.microsteps', (axis) => ({ ...axis, driver: { ...axis.driver, microsteps: Number(value) } }));
  }

  protected setTransmission(specification: TransmissionSpecification): void {
    this.edit('transmission.specification', (axis) => ({ ...axis, transmission: { ...axis.transmission, specification } }));
  }

  protected setTransmissionKind(kind: TransmissionKind): void {
    this.edit('transmission.kind', (axis) => withTransmissionKind(axis, kind));
  }

  protected chooseSupply(id: string): void {
    if (id !== 'new') {
      this.edit('supply', (axis) => ({ ...axis, supply: id }));
      return;
    }
    const axisId = this.axis().id;
    this.store.edit('supplies', (document) => {
      const numbers = document.supplies.map((item) => Number(/^supply-(\d+)$/.exec(item.id)?.[1] ?? 0));
      const added = newSupply(`supply-${Math.max(0, ...numbers) + 1}`);
      return { ...document, supplies: [...document.supplies, added], axes: document.axes.map((axis) => (axis.id === axisId ? { ...axis, supply: added.id } : axis)) };
    });
  }

  protected setSupply(specification: SupplySpecification): void {
    this.editSupply({ specification });
  }

  private editSupply(change: { readonly name?: string; readonly specification?: SupplySpecification }): void {
    const id = this.supply()?.id;
    this.store.edit(`supply.${id}.${Object.keys(change).join()}`, (document) => ({
      ...document,
      supplies: document.supplies.map((item) => (item.id === id ? { ...item, ...change } : item)),
    }));
  }

  protected setController(specification: ControllerSpecification): void {
    this.store.edit('controller', (document) => ({ ...document, controller: { ...document.controller, specification } }));
  }

  protected withReduction(reduction: readonly Stage[]): (axis: Axis) => Axis {
    return (axis) => ({ ...axis, reduction });
  }

  protected withMass(mass: Quantity | null): (axis: Axis) => Axis {
    return (axis) => ({ ...axis, carriage: { ...axis.carriage, mass } });
  }

  protected clearSetting(): void {
    this.edit('setting', (axis) => ({ ...axis, setting: null }));
  }

  /** Puts what stands in the station on the shelf as a part of its own. */
  protected async putOnShelf(): Promise<void> {
    const part = this.partOfStation();
    if (!part) return;
    try {
      const stored = await this.shelf.add(part);
      this.shelved.set(`On the shelf as “${stored.part.name}”.`);
    } catch (error) {
      this.shelved.set(messageOf(error));
    }
  }

  private partOfStation(): Part | null {
    const station = this.station();
    const described = { name: this.name() || `${this.title()} of ${this.axis().letter}`, note: '' };
    switch (station) {
      case 'motor':
        return { kind: 'motor', ...described, specification: this.axis().motor.specification };
      case 'driver':
        return { kind: 'driver', ...described, specification: this.axis().driver.specification };
      case 'transmission':
        return { kind: 'transmission', ...described, specification: this.axis().transmission.specification };
      case 'supply': {
        const supply = this.supply();
        return supply && { kind: 'supply', ...described, specification: supply.specification };
      }
      case 'reduction':
      case 'carriage':
        return null;
    }
  }
}

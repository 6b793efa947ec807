import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { defaultTransmission, type MountSpecification, type TransmissionKind } from '@crisp-notch/core/machine';
import { estimatedMotor, type Part, type PartKind, type Stock } from '@crisp-notch/core/parts';
import { InputTextModule } from 'primeng/inputtext';
import { TextareaModule } from 'primeng/textarea';
import { AuxiliaryFieldsComponent } from '../ui/specifications/auxiliary-fields.component';
import { ControllerFieldsComponent } from '../ui/specifications/controller-fields.component';
import { ConverterFieldsComponent } from '../ui/specifications/converter-fields.component';
import { CouplingFieldsComponent } from '../ui/specifications/coupling-fields.component';
import { DriverFieldsComponent } from '../ui/specifications/driver-fields.component';
import { FaceFieldsComponent } from '../ui/specifications/face-fields.component';
import { MotorFieldsComponent } from '../ui/specifications/motor-fields.component';
import { StockFieldsComponent } from '../ui/specifications/stock-fields.component';
import { SupplyFieldsComponent } from '../ui/specifications/supply-fields.component';
import { TransmissionFieldsComponent } from '../ui/specifications/transmission-fields.component';

type AnySpecification = Part['specification'];

/** Edits a part of any kind; the fields are those of the station that it can fill. */
@Component({
  selector: 'cn-part-editor',
  imports: [
    AuxiliaryFieldsComponent,
    ControllerFieldsComponent,
    ConverterFieldsComponent,
    CouplingFieldsComponent,
    DriverFieldsComponent,
    FaceFieldsComponent,
    InputTextModule,
    MotorFieldsComponent,
    StockFieldsComponent,
    SupplyFieldsComponent,
    TextareaModule,
    TransmissionFieldsComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field-row">
      <label for="part-name">Described as</label>
      <input
        pInputText
        id="part-name"
        class="field"
        maxlength="120"
        autocomplete="off"
        [value]="part().name"
        (input)="rename($any($event.target).value)"
      />
    </div>
    @if (motor(); as specification) {
      <cn-motor-fields [specification]="specification" (changed)="respecify($event)" />
      @if (estimate(); as guessed) {
        <p class="small">
          <button type="button" class="button" (click)="respecify(guessed)">Estimate what the sheet leaves out</button>
          Inductance from 1.5 ms of time constant, rotor inertia from the torque (common practice, no source); marked as
          estimated.
        </p>
      }
    }
    @if (driver(); as specification) {
      <cn-driver-fields [specification]="specification" (changed)="respecify($event)" />
    }
    @if (transmission(); as specification) {
      <cn-transmission-fields
        [specification]="specification"
        (changed)="respecify($event)"
        (kindChanged)="changeKind($event)"
      />
    }
    @if (supply(); as specification) {
      <cn-supply-fields [specification]="specification" (changed)="respecify($event)" />
    }
    @if (controller(); as specification) {
      <cn-controller-fields [specification]="specification" (changed)="respecify($event)" />
    }
    @if (coupling(); as specification) {
      <cn-coupling-fields [specification]="specification" (changed)="respecify($event)" />
    }
    @if (mount(); as specification) {
      <cn-face-fields [face]="specification" (changed)="reface(specification, $event)" />
    }
    @if (converter(); as specification) {
      <cn-converter-fields [specification]="specification" (changed)="respecify($event)" />
    }
    @if (auxiliary(); as specification) {
      <cn-auxiliary-fields [specification]="specification" (changed)="respecify($event)" />
    }
    <h3>In the shed, and to buy</h3>
    <cn-stock-fields [stock]="part().stock" (changed)="restock($event)" />
    <div class="field-row">
      <label for="part-note">Note</label>
      <textarea
        pTextarea
        id="part-note"
        class="field"
        rows="2"
        maxlength="1000"
        [value]="part().note"
        (input)="annotate($any($event.target).value)"
      ></textarea>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class PartEditorComponent {
  readonly part = input.required<Part>();
  readonly changed = output<Part>();
  protected readonly motor = computed(() => this.only('motor')?.specification);
  /** The motor with its gaps guessed; null where there is nothing to guess or to guess from. */
  protected readonly estimate = computed(() => {
    const specification = this.motor();
    const guessed = specification && estimatedMotor(specification);
    return guessed &&
      (guessed.inductance !== specification.inductance || guessed.rotorInertia !== specification.rotorInertia)
      ? guessed
      : null;
  });
  protected readonly driver = computed(() => this.only('driver')?.specification);
  protected readonly transmission = computed(() => this.only('transmission')?.specification);
  protected readonly supply = computed(() => this.only('supply')?.specification);
  protected readonly controller = computed(() => this.only('controller')?.specification);

  protected readonly coupling = computed(() => this.only('coupling')?.specification);
  protected readonly mount = computed(() => this.only('mount')?.specification);
  protected readonly converter = computed(() => this.only('converter')?.specification);
  protected readonly auxiliary = computed(() => this.only('auxiliary')?.specification);

  protected rename(name: string): void {
    this.changed.emit({ ...this.part(), name });
  }

  protected annotate(note: string): void {
    this.changed.emit({ ...this.part(), note });
  }

  protected respecify(specification: AnySpecification): void {
    this.changed.emit({ ...this.part(), specification } as Part);
  }

  protected reface(present: MountSpecification, change: Partial<MountSpecification>): void {
    this.respecify({ ...present, ...change });
  }

  protected restock(stock: Stock): void {
    this.changed.emit({ ...this.part(), stock });
  }

  protected changeKind(kind: TransmissionKind): void {
    this.respecify(defaultTransmission(kind));
  }

  private only<K extends PartKind>(kind: K): Extract<Part, { kind: K }> | null {
    const part = this.part();
    return part.kind === kind ? (part as Extract<Part, { kind: K }>) : null;
  }
}

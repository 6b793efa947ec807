import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { BLANK_DRIVER_LOGIC, type DriverLogic } from '@crisp-notch/core/parts';
import type { Quantity } from '@crisp-notch/core/shape';
import { MACHINE_ASKED, type Axis, type Cable, type Hookup } from '@crisp-notch/core/machine';
import { CABLE_LABELS, hookupOf } from '@crisp-notch/core/wiring';
import { InputTextModule } from 'primeng/inputtext';
import { DesignStore, type AxisView } from '../data/design-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { FoldComponent } from '../ui/fold.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { DriverLogicFieldsComponent } from '../ui/specifications/driver-logic-fields.component';
import { TickComponent } from '../ui/tick.component';
import { WholeFieldComponent } from '../ui/whole-field.component';
import { CABLE_OPTIONS, cableWords, hookupRows, OWN, withAnswer } from './hookup-words';
import { railOptions } from './rail-options';

/** How one axis is wired, where it differs from what the plan would have. */
@Component({
  selector: 'cn-hookup',
  imports: [
    ChoiceFieldComponent,
    DriverLogicFieldsComponent,
    FoldComponent,
    InputTextModule,
    QuantityFieldComponent,
    TickComponent,
    WholeFieldComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>
      As {{ view().axis.letter }} is wired
      @if (view().axis.hookup === null) {
        <span class="small quiet">as the plan would have it</span>
      }
    </h2>
    @if (logic() === null) {
      <p class="small">
        Nobody has said how the driver’s inputs are made; until then the plan draws logic inputs and judges no levels.
        <button type="button" class="link" (click)="setLogic(blank)">Say how its inputs are made</button>
      </p>
    }
    <div class="fields" [attr.data-axis]="view().axis.id">
      @for (row of rows(); track row.key) {
        @if (row.kind === 'number') {
          <cn-quantity-field
            [asked]="row.asked"
            [value]="hookup()[row.key]"
            (changed)="setQuantity(row.key, $event)"
            [remark]="row.key === 'capacitorAt' ? 'Of the motor supply pins.' : 'In front of each.'"
          />
        } @else {
          <cn-choice-field
            [label]="row.label"
            [options]="row.options"
            [value]="row.value"
            (changed)="set(row.key, $event)"
          />
        }
      }
      <cn-fold heading="Motor cable" [held]="[cableSaid()]">
        <cn-quantity-field
          [asked]="cableAsked.length"
          [value]="hookup().cable.length"
          (changed)="setCable({ length: $event })"
        />
        <cn-whole-field
          [asked]="cableAsked.cores"
          [value]="hookup().cable.cores"
          (changed)="setCable({ cores: $event })"
        />
        <cn-quantity-field
          [asked]="cableAsked.core"
          [value]="hookup().cable.core"
          (changed)="setCable({ core: $event })"
        />
        <cn-quantity-field
          [asked]="cableAsked.diameter"
          [value]="hookup().cable.diameter"
          (changed)="setCable({ diameter: $event })"
        />
        @for (key of cableKeys; track key) {
          <cn-choice-field
            [label]="cableOptions[key].label"
            [options]="cableOptions[key].options"
            [value]="hookup().cable[key]"
            (changed)="setCableWord(key, $event)"
          />
        }
        <cn-tick [isTicked]="hookup().cable.flexes" (ticked)="setCable({ flexes: $event })">{{
          cableLabels.flexes
        }}</cn-tick>
        @if (hookup().cable.flexes) {
          <cn-quantity-field
            [asked]="cableAsked.bend"
            [value]="hookup().cable.bend"
            (changed)="setCable({ bend: $event })"
            remark="The radius of its bend."
          />
          <cn-quantity-field
            [asked]="cableAsked.inside"
            [value]="hookup().cable.inside"
            (changed)="setCable({ inside: $event })"
            remark="Its height, less what else lies in it."
          />
        }
        <cn-tick [isTicked]="hookup().cable.isRelieved" (ticked)="setCable({ isRelieved: $event })">{{
          cableLabels.isRelieved
        }}</cn-tick>
        <div class="field-row">
          <label [for]="plugId">{{ cableLabels.plug }}</label>
          <input
            pInputText
            class="field"
            maxlength="60"
            autocomplete="off"
            [id]="plugId"
            [value]="hookup().cable.plug"
            (change)="setCable({ plug: $any($event.target).value })"
          />
        </div>
      </cn-fold>
      @if (logic(); as said) {
        <cn-fold heading="What its sheet says" [held]="[said.inputs === 'opto' ? 'opto inputs' : 'logic inputs']">
          <cn-driver-logic-fields [logic]="said" (changed)="setLogic($event)" />
        </cn-fold>
      }
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }

    .fields {
      display: grid;
      gap: 8px;
    }
  `,
})
export class HookupComponent {
  readonly view = input.required<AxisView>();

  private readonly store = inject(DesignStore);
  private readonly document = toSignal(this.store.document$);
  protected readonly blank = BLANK_DRIVER_LOGIC;
  protected readonly cableLabels = CABLE_LABELS;
  protected readonly cableAsked = MACHINE_ASKED.cable;
  protected readonly cableOptions = CABLE_OPTIONS;
  protected readonly cableKeys = ['shield', 'beside'] as const;
  protected readonly plugId = 'cable-plug';
  protected readonly logic = computed(() => this.view().axis.driver.specification.logic);
  protected readonly hookup = computed(() => hookupOf(this.view().axis));
  protected readonly cableSaid = computed(() => cableWords(this.hookup().cable));
  protected readonly rows = computed(() => {
    const document = this.document();
    return hookupRows(this.view(), document ? railOptions(document) : []);
  });

  protected set(key: keyof Hookup, value: string): void {
    this.edit(key, (axis) => withAnswer(axis, key, (key === 'logicRail' && value === OWN ? null : value) as never));
  }

  protected setQuantity(key: 'inputResistor' | 'capacitorAt', value: Quantity | null): void {
    this.edit(key, (axis) => withAnswer(axis, key, value));
  }

  protected setCable(change: Partial<Cable>): void {
    this.edit('cable', (axis) => withAnswer(axis, 'cable', { ...hookupOf(axis).cable, ...change }));
  }

  protected setCableWord(key: 'shield' | 'beside', value: string): void {
    this.setCable({ [key]: value });
  }

  protected setLogic(logic: DriverLogic): void {
    this.edit('driver-logic', (axis) => ({
      ...axis,
      driver: { ...axis.driver, specification: { ...axis.driver.specification, logic } },
    }));
  }

  private edit(key: string, change: (axis: Axis) => Axis): void {
    this.store.editAxis(this.view().axis.id, `hookup.${key}`, change);
  }
}

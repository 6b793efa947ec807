import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import {
  BLANK_CONTROLLER_LOGIC,
  BLANK_CONTROLLER_TIMING,
  controllerTiming,
  PARTS,
  type ControllerSpecification,
  type ControllerTiming,
} from '@crisp-notch/core/parts';
import { askedOf, isGuessed, withCount } from '@crisp-notch/core/shape';
import { ChoiceFieldComponent } from '../choice-field.component';
import { FoldComponent } from '../fold.component';
import type { ChoiceOption } from '../select.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { WholeFieldComponent } from '../whole-field.component';
import { ControllerLogicFieldsComponent } from './controller-logic-fields.component';
import { withNewest } from '../newest';

const RAMPS: readonly ChoiceOption[] = [
  { value: 'yes', label: 'speeds up by ramps' },
  { value: 'no', label: 'jumps to speed' },
];

const DECIMALS: readonly ChoiceOption[] = [
  { value: 'null', label: 'as typed' },
  ...[0, 1, 2, 3, 4, 5, 6].map((count) => ({
    value: String(count),
    label: count === 0 ? 'whole numbers' : `${count} ${count === 1 ? 'decimal' : 'decimals'}`,
  })),
];

/** What the controller can send. */
@Component({
  selector: 'cn-controller-fields',
  imports: [
    ChoiceFieldComponent,
    ControllerLogicFieldsComponent,
    FoldComponent,
    QuantityFieldComponent,
    WholeFieldComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      [asked]="asked.pulseRateMost"
      [value]="specification().pulseRateMost"
      (changed)="change({ pulseRateMost: $event })"
      remark="That it sends reliably, e.g. 45 kHz."
    />
    <cn-choice-field
      label="It"
      [options]="ramps"
      [value]="specification().ramps"
      (changed)="change({ ramps: $event === 'no' ? 'no' : 'yes' })"
    />
    <cn-whole-field
      [asked]="asked.outputs"
      [isAssumed]="isGuessed(specification(), 'outputs')"
      [value]="specification().outputs"
      (changed)="changed.emit(withCount(specification(), 'outputs', $event))"
    />
    <cn-quantity-field
      [asked]="asked.timerClock"
      [value]="specification().timerClock"
      (changed)="change({ timerClock: $event })"
      remark="Its grain makes some speeds impossible."
    />
    <cn-whole-field
      [asked]="asked.timerBits"
      [isAssumed]="isGuessed(specification(), 'timerBits')"
      [value]="specification().timerBits"
      (changed)="changed.emit(withCount(specification(), 'timerBits', $event))"
    />
    <cn-choice-field
      label="Steps per unit"
      [options]="decimals"
      [value]="'' + specification().decimals"
      (changed)="setDecimals($event)"
    />
    <cn-fold
      heading="Step and direction"
      [held]="[
        [timingAsked.high, timing().high],
        [timingAsked.ahead, timing().ahead],
      ]"
    >
      <cn-quantity-field
        [asked]="timingAsked.high"
        [value]="timing().high"
        (changed)="changeTiming({ high: $event })"
        remark="As it is set; compared with what the driver needs."
      />
      <cn-quantity-field
        [asked]="timingAsked.ahead"
        [value]="timing().ahead"
        (changed)="changeTiming({ ahead: $event })"
      />
    </cn-fold>
    <cn-fold heading="Logic and pins" [held]="[logicHeld()]">
      @if (specification().logic; as logic) {
        <cn-controller-logic-fields [logic]="logic" (changed)="change({ logic: $event })" />
      } @else {
        <p class="small quiet">Nobody has said what its pins give and take. The wiring plan asks for it.</p>
        <button type="button" class="link" (click)="change({ logic: blankLogic })">Say what its pins give</button>
      }
    </cn-fold>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class ControllerFieldsComponent {
  readonly specification = input.required<ControllerSpecification>();
  readonly changed = output<ControllerSpecification>();
  private readonly newest = linkedSignal(() => this.specification());
  protected readonly asked = askedOf(PARTS.controller.shape);
  protected readonly timingAsked = askedOf(controllerTiming);
  protected readonly timing = computed(() => this.specification().timing ?? BLANK_CONTROLLER_TIMING);
  protected readonly isGuessed = isGuessed;
  protected readonly withCount = withCount;
  protected readonly ramps = RAMPS;
  protected readonly decimals = DECIMALS;
  protected readonly blankLogic = BLANK_CONTROLLER_LOGIC;
  protected readonly logicHeld = computed(() => {
    const { logic } = this.specification();
    return logic === null ? '' : `outputs give ${logic.level.text}`;
  });

  /** A controller of which nothing is said any more has not been looked at. */
  protected changeTiming(change: Partial<ControllerTiming>): void {
    const timing = { ...this.timing(), ...change };
    this.change({ timing: Object.values(timing).every((item) => item === null) ? null : timing });
  }

  protected setDecimals(value: string): void {
    this.change({ decimals: value === 'null' ? null : Number(value) });
  }

  protected change(change: Partial<ControllerSpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }
}

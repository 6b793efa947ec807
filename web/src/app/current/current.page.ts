import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MACHINE_ASKED } from '@crisp-notch/core/machine';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  advisedLimit,
  coilAmmeter,
  isBrushed,
  isRegulated,
  limitFromReference,
  limitInForce,
  limitRms,
  stallCurrent,
  torqueAtLimit,
  trimmerVoltage,
  windingCurrent,
} from '@crisp-notch/core/drive-line';
import { describedAs } from '@crisp-notch/core/parts';
import { quantityOf, readQuantity, type Quantity } from '@crisp-notch/core/shape';
import { today } from '../data/dates';
import { DesignStore, type AxisView } from '../data/design-store';
import { CautionComponent } from '../ui/caution.component';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { FigureComponent } from '../ui/figure.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';

/** Operation 50: the current limit of each axis, and the voltage to set at its trimmer. */
@Component({
  selector: 'cn-current-page',
  imports: [CautionComponent, ChoiceFieldComponent, FigureComponent, OperationFrameComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './current.page.html',
  styleUrl: './current.page.css',
})
export class CurrentPage {
  /** From the address: the axis to look at first. */
  readonly axis = input<string>();

  private readonly store = inject(DesignStore);
  private readonly views = toSignal(this.store.axes$, { initialValue: [] });
  private readonly readings = signal<Readonly<Record<string, Quantity>>>({});
  protected readonly schools: readonly ChoiceOption[] = (advisedLimit.schools?.options ?? []).map(({ id, label }) => ({
    value: id,
    label,
  }));
  protected readonly asked = MACHINE_ASKED.driver;
  protected readonly figures = {
    advisedLimit,
    coilAmmeter,
    limitInForce,
    limitRms,
    stallCurrent,
    torqueAtLimit,
    trimmerVoltage,
    windingCurrent,
  };
  protected readonly items = computed(() =>
    this.views().map((view) => ({
      view,
      driver: describedAs('driver', view.axis.driver),
      isRegulated: isRegulated(view.context),
      isBrushed: isBrushed(view.context),
      hasTrimmer: isRegulated(view.context) && view.axis.driver.specification.formula !== null,
      findings: view.findings.filter((finding) => finding.place.station === 'driver'),
    })),
  );
  protected readonly hasLimits = computed(() => this.items().some((item) => item.isRegulated));
  protected readonly hasTrimmers = computed(() => this.items().some((item) => item.hasTrimmer));

  protected setLimit(view: AxisView, currentLimit: Quantity | null): void {
    this.store.editAxis(view.axis.id, 'driver.current-limit', (axis) => ({
      ...axis,
      driver: { ...axis.driver, currentLimit },
    }));
  }

  /** What the trimmer stands at, so far as the limit follows from it: the last reading that was typed. */
  protected measured(view: AxisView): Quantity | null {
    const reading = this.readings()[view.axis.id];
    return reading && view.axis.driver.currentLimit?.from === 'measured' ? reading : null;
  }

  /** A voltage read at the trimmer says which limit is really set. */
  protected setFromReference(view: AxisView, reading: Quantity | null): void {
    if (!reading) {
      // The limit that came of the reading goes with it.
      const wasMeasured = this.measured(view) !== null;
      this.readings.update((readings) =>
        Object.fromEntries(Object.entries(readings).filter(([id]) => id !== view.axis.id)),
      );
      if (wasMeasured) this.setLimit(view, null);
      return;
    }
    const limit = limitFromReference(view.axis.driver.specification, readQuantity(reading, 'voltage').value);
    if (limit === null) return;
    this.readings.update((readings) => ({ ...readings, [view.axis.id]: reading }));
    this.setLimit(view, quantityOf(`${Number(limit.toPrecision(4))} A`, 'measured', today()));
  }

  protected setSchool(view: AxisView, school: string): void {
    this.store.chooseSchool(view, advisedLimit, school);
  }

  protected formulaWords(view: AxisView): string {
    const { formula } = view.axis.driver.specification;
    if (!formula)
      return 'This driver is not set by a reference voltage, or its formula is not known: see the driver’s station.';
    return formula.kind === 'linear'
      ? `${formula.slope.text}, ${formula.reads === 'rms' ? 'RMS' : 'crest'}`
      : `gain ${formula.gain.text}, sense resistor ${formula.senseResistor.text}`;
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { advisedLimit, isRegulated, limitFromReference } from '@crisp-notch/core/drive-line';
import type { Axis, Hookup } from '@crisp-notch/core/machine';
import { quantityOf, readQuantity, type Quantity } from '@crisp-notch/core/shape';
import { hookupOf } from '@crisp-notch/core/wiring';
import { map } from 'rxjs';
import { today } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { arrivals } from '../ui/addresses';
import { CautionComponent } from '../ui/caution.component';
import { FoldComponent } from '../ui/fold.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { SheetComponent, type SheetChoice, type SheetGroup } from '../ui/sheet/sheet.component';
import type { SheetChange, SheetColumn } from '../ui/sheet/sheet.state';
import { UnbrokenPipe } from '../ui/unbroken.pipe';
import { QuotedExampleComponent } from './quoted-example.component';
import { DriversBesideComponent } from './drivers-beside.component';
import { currentRows, hasTrimmer, IDLE, inFavour, TRIMMER, TURNS } from './current-sheet';

const withLimit = (axis: Axis, currentLimit: Quantity | null): Axis => ({
  ...axis,
  driver: { ...axis.driver, currentLimit },
});

/** Operation 50: the current limit of each axis and the voltage to set at its trimmer, one sheet for all of them. */
@Component({
  selector: 'cn-current-page',
  imports: [
    CautionComponent,
    DriversBesideComponent,
    FoldComponent,
    OperationFrameComponent,
    QuotedExampleComponent,
    SheetComponent,
    UnbrokenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './current.page.html',
  styleUrl: './current.page.css',
})
export class CurrentPage {
  private readonly store = inject(DesignStore);
  private readonly views = toSignal(this.store.axes$, { initialValue: [] });
  private readonly readings = signal<Readonly<Record<string, Quantity>>>({});
  protected readonly items = computed(() =>
    this.views().map((view) => ({ ...view, trimmer: this.measured(view.axis, this.readings()[view.axis.id]) })),
  );
  protected readonly columns = computed<readonly SheetColumn[]>(() =>
    this.items().map(({ axis }) => ({ id: axis.id, letter: axis.letter, name: axis.name })),
  );
  protected readonly groups = computed<readonly SheetGroup[]>(() => {
    const { set, comes } = currentRows(this.items());
    return [{ heading: '', rows: [...set, ...comes] }];
  });
  protected readonly feet = computed(() =>
    this.items().map((item) => ({
      findings: item.findings.filter((finding) => finding.place.station === 'driver'),
      inFavour: inFavour(item),
    })),
  );
  /** What somebody was led to here. */
  protected readonly wanted = toSignal(arrivals().pipe(map(({ field, axis }) => ({ field, columnId: axis }))), {
    initialValue: null,
  });
  protected readonly hasLimits = computed(() => this.items().some((item) => isRegulated(item.context)));
  protected readonly hasTrimmers = computed(() => this.items().some(hasTrimmer));

  /** What the trimmer stands at, so far as the limit follows from it: the last reading that was typed. */
  private measured(axis: Axis, reading: Quantity | undefined): Quantity | null {
    return reading && axis.driver.currentLimit?.from === 'measured' ? reading : null;
  }

  protected take(changes: readonly SheetChange[]): void {
    const [first] = changes;
    if (!first) return;
    const readings = changes.filter(({ key }) => key === TRIMMER);
    const key = changes.length === 1 ? `${first.columnId}.driver.current-limit` : 'driver.current-limits';
    this.store.edit(key, (document) => ({
      ...document,
      axes: document.axes.map((axis) =>
        changes
          .filter(({ columnId }) => columnId === axis.id)
          .reduce((changed, change) => this.changed(changed, change), axis),
      ),
    }));
    if (readings.length > 0)
      this.readings.update((before) => ({
        ...Object.fromEntries(
          Object.entries(before).filter(([id]) => !readings.some(({ columnId }) => columnId === id)),
        ),
        ...Object.fromEntries(readings.flatMap(({ columnId, value }) => (value ? [[columnId, value]] : []))),
      }));
  }

  private changed(axis: Axis, { key, value }: SheetChange): Axis {
    if (key === TRIMMER) return this.read(axis, value);
    if (key !== IDLE) return withLimit(axis, value);
    return value ? { ...axis, driver: { ...axis.driver, idleShare: value } } : axis;
  }

  /** A voltage read at the trimmer says which limit is really set; one that is taken back takes its limit with it. */
  private read(axis: Axis, reading: Quantity | null): Axis {
    if (!reading) return axis.driver.currentLimit?.from === 'measured' ? withLimit(axis, null) : axis;
    const limit = limitFromReference(axis.driver.specification, readQuantity(reading, 'voltage').value);
    return limit === null
      ? axis
      : withLimit(axis, quantityOf(`${Number(limit.toPrecision(4))} A`, 'measured', today()));
  }

  protected choose({ columnId, key, option }: SheetChoice): void {
    if (key === TURNS) {
      this.store.editAxis(columnId, 'hookup.trimmer', (axis) => ({
        ...axis,
        hookup: { ...hookupOf(axis), trimmer: option as Hookup['trimmer'] },
      }));
      return;
    }
    const view = this.views().find(({ axis }) => axis.id === columnId);
    if (view) this.store.chooseSchool(view, advisedLimit, option);
  }
}

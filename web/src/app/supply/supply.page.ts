import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { newSupply, nextSupplyId } from '@crisp-notch/core/machine';
import { machinePowerMean, machinePowerMost, supplyPlans } from '@crisp-notch/core/supply-plan';
import { sayIn } from '@crisp-notch/core/drive-line';
import { DesignStore } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { arrivals } from '../ui/addresses';
import { axisSubject, reckoned } from '../data/subjects';
import { CautionComponent } from '../ui/caution.component';
import { FigureComponent } from '../ui/figure.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { TabsComponent, type TabOption } from '../ui/tabs.component';
import { AuxiliariesComponent } from './auxiliaries.component';
import { FeedsComponent } from './feeds.component';
import { ProgramCheckComponent } from './program-check.component';
import { SupplySizeComponent } from './supply-size.component';
import { ButtonModule } from 'primeng/button';

const TABS: readonly TabOption[] = [
  { id: 'size', label: 'Size' },
  { id: 'wires', label: 'Wires and fuses' },
  { id: 'auxiliaries', label: 'Rails and auxiliaries' },
  { id: 'program', label: 'Program' },
];

/** Operation 30: what everything together draws, what feeds it, and what its wires and fuses have to bear. */
@Component({
  selector: 'cn-supply-page',
  imports: [
    AuxiliariesComponent,
    ButtonModule,
    CautionComponent,
    FeedsComponent,
    FigureComponent,
    OperationFrameComponent,
    ProgramCheckComponent,
    SupplySizeComponent,
    TabsComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>Supply</h1>
    <cn-tabs label="What to see of the supply" [tabs]="tabs" [selected]="tab()" (chosen)="tab.set($event)">
      <div class="stack">
        @switch (tab()) {
          @case ('size') {
            @for (plan of plans(); track plan.supply.id) {
              <cn-supply-size
                [plan]="plan"
                [place]="$index + 1"
                [axes]="axes()"
                [canRemove]="plan.lines.length === 0"
              />
            } @empty {
              <p>No supply yet. Add the first one; axes and auxiliaries are hung on it.</p>
            }
            @if (machine(); as view) {
              <dl class="whole">
                <div>
                  <dt>The whole machine takes at most</dt>
                  <dd><cn-figure [view]="view" [figure]="figures.machinePowerMost" /></dd>
                </div>
                <div>
                  <dt>and on average</dt>
                  <dd><cn-figure [view]="view" [figure]="figures.machinePowerMean" /></dd>
                </div>
              </dl>
            }
            <p><button type="button" pButton severity="secondary" outlined (click)="add()">Add a supply</button></p>
            <cn-caution
              >Mains wiring, earthing and enclosures: follow the local electrical code and have a qualified person do or
              check it. Supplies hold a charge after switching off. Charge batteries, lithium ones above all, only with
              the charger made for them, and fuse them at the terminal.</cn-caution
            >
          }
          @case ('wires') {
            <cn-feeds [axes]="axes()" />
          }
          @case ('auxiliaries') {
            <cn-auxiliaries />
          }
          @case ('program') {
            <cn-program-check />
          }
        }
      </div>
    </cn-tabs>
    <cn-operation-frame [number]="30" />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
    }

    .whole {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 22px;
    }

    .whole > div {
      display: flex;
      align-items: baseline;
      gap: 8px;
    }
  `,
})
export class SupplyPage {
  private readonly store = inject(DesignStore);
  private readonly units = inject(PreferencesStore).units;
  private readonly document = toSignal(this.store.document$);
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  protected readonly tabs = TABS;
  protected readonly tab = signal('size');
  protected readonly plans = computed(() => {
    const document = this.document();
    const around = this.axes().map(({ reckoner }) => axisSubject(reckoner, null));
    return document ? supplyPlans(document, sayIn(this.units()), { axes: around, edit: null }) : [];
  });

  protected readonly figures = { machinePowerMean, machinePowerMost };
  protected readonly machine = computed(() => {
    this.axes();
    const now = this.store.subjects();
    return now && reckoned(now, (at) => at.machine());
  });

  constructor() {
    arrivals()
      .pipe(takeUntilDestroyed())
      .subscribe(({ see, axis, item }) => {
        const tab = see ?? (item === null ? axis && 'wires' : this.isSupply(item) ? 'size' : 'auxiliaries');
        if (TABS.some(({ id }) => id === tab)) this.tab.set(tab ?? 'size');
      });
  }

  private isSupply(id: string): boolean {
    return this.document()?.supplies.some((supply) => supply.id === id) ?? false;
  }

  protected add(): void {
    this.store.edit('supplies', (document) => ({
      ...document,
      supplies: [...document.supplies, newSupply(nextSupplyId(document))],
    }));
  }
}

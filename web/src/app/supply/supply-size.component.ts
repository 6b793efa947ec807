import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { StoredPart } from '@crisp-notch/contract';
import { isBrushed, isRegulated, sayIn } from '@crisp-notch/core/drive-line';
import { MACHINE_ASKED, type Supply } from '@crisp-notch/core/machine';
import type { SupplySpecification } from '@crisp-notch/core/parts';
import type { Quantity } from '@crisp-notch/core/shape';
import { fuseFor } from '@crisp-notch/core/power';
import type { Figure } from '@crisp-notch/core/reckoner';
import {
  COLUMNS,
  convertersOn,
  supplyFigures,
  type Column,
  type SupplyContext,
  type SupplyPlan,
} from '@crisp-notch/core/supply-plan';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import type { Reckoned } from '../data/subjects';
import { WorkingStore } from '../data/working-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { NameFieldComponent } from '../ui/name-field.component';
import { FigureComponent } from '../ui/figure.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { SupplyFieldsComponent } from '../ui/specifications/supply-fields.component';
import { ButtonModule } from 'primeng/button';

/** Amperes to the hundredth, so that the column stands on its decimal sign; a dash while not known. */
const amperes = (value: number | null): string => (value === null ? '–' : value.toFixed(2));
const COLUMN_KEYS = Object.keys(COLUMNS) as readonly Column[];

/** One supply: what hangs on it by each school of counting, what it gives, and what is wrong. */
@Component({
  selector: 'cn-supply-size',
  imports: [
    ButtonModule,
    ChoiceFieldComponent,
    FigureComponent,
    NameFieldComponent,
    PartChooserComponent,
    QuantityFieldComponent,
    SupplyFieldsComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './supply-size.component.html',
  styleUrl: './supply-size.component.css',
})
export class SupplySizeComponent {
  readonly plan = input.required<SupplyPlan>();
  readonly place = input.required<number>();
  readonly axes = input.required<readonly AxisView[]>();
  readonly canRemove = input(false);

  private readonly store = inject(DesignStore);
  private readonly workings = inject(WorkingStore);
  private readonly units = inject(PreferencesStore).units;
  /** Sums of phases are counted only of stepping motors on regulated current; of others the power is what is drawn. */
  protected readonly hasPhases = computed(() =>
    this.axes().some(
      ({ axis, context }) => axis.supply === this.supply().id && isRegulated(context) && !isBrushed(context),
    ),
  );
  /** What the working of a figure is opened from, and found again by. */
  protected readonly view = computed((): Reckoned<SupplyContext> => {
    const { id, reckoner } = this.plan().subject;
    return { context: reckoner.context, reckoner, subject: (now) => now.supply(id) };
  });
  protected readonly asked = MACHINE_ASKED.supply;
  protected readonly figures = supplyFigures;
  protected readonly schools = computed(() =>
    (supplyFigures.currentWanted.schools?.options ?? [])
      .filter(({ id }) => this.isCounted(id))
      .map(({ id, label }): ChoiceOption => ({ value: id, label })),
  );
  protected readonly columns = computed(() =>
    COLUMN_KEYS.map((key) => ({ key, ...COLUMNS[key], name: capital(COLUMNS[key].words) })).filter(
      ({ school }) => school === null || this.isCounted(school),
    ),
  );
  protected readonly amperes = amperes;
  protected readonly unending = Infinity;
  protected readonly supply = computed(() => this.plan().supply);
  protected readonly worst = computed(() => this.plan().findings[0] ?? null);
  private readonly say = computed(() => sayIn(this.units()));
  protected readonly neededText = computed(() => `${this.plan().needed.toFixed(2)} A`);
  protected readonly availableText = computed(() => {
    const { available } = this.plan();
    return available === null ? null : this.say()(available, 'current');
  });
  /** What the fuse at its output should be rated; the wire from it to the terminals is taken to bear it. */
  protected readonly fuseAdvice = computed(() => {
    const fuse = fuseFor(this.plan().fuseLoad, Infinity);
    return this.plan().fuseLoad > 0 && fuse !== null
      ? `${this.say()(fuse, 'current')} carries all that its loads can draw; take no more than its thinnest wire bears.`
      : 'Close to its output.';
  });
  protected openLoad(column: Column, loadId: string): void {
    const { id } = this.supply();
    this.workings.show((now) => {
      const subject = now.supply(id);
      return subject && supplyFigures.explainLoad(subject, column, loadId);
    });
  }

  protected open(figure: Figure<SupplyContext>): void {
    this.workings.open(this.view(), figure);
  }

  protected setName(name: string): void {
    this.change('name', { name });
  }

  protected setSpecification(specification: SupplySpecification): void {
    this.change('specification', { specification });
  }

  protected setVoltage(set: Quantity | null): void {
    this.change('set', { set });
  }

  protected setFuse(fuse: Quantity | null): void {
    this.change('fuse', { fuse });
  }

  protected setHeadroom(headroom: Quantity): void {
    this.change('headroom', { headroom });
  }

  protected setSchool(value: string): void {
    this.store.chooseSchool(this.view(), supplyFigures.currentWanted, value);
  }

  protected choose(stored: StoredPart): void {
    const { part } = stored;
    if (part.kind !== 'supply') return;
    this.change('part', {
      part: { id: stored.id, name: part.name },
      name: part.name,
      specification: part.specification,
      set: null,
    });
  }

  protected remove(): void {
    const { id } = this.supply();
    this.store.edit('supplies', (document) => {
      const gone = convertersOn(document, id);
      const rails = [id, ...gone.map((item) => item.id)];
      return {
        ...document,
        supplies: document.supplies.filter((item) => item.id !== id),
        converters: document.converters.filter((item) => !gone.includes(item)),
        axes: document.axes.map((axis) =>
          axis.supply !== null && rails.includes(axis.supply) ? { ...axis, supply: null } : axis,
        ),
        auxiliaries: document.auxiliaries.map((item) =>
          item.rail !== null && rails.includes(item.rail) ? { ...item, rail: null } : item,
        ),
      };
    });
  }

  /** Whether a way of counting says anything of what hangs here; the one in force is always shown. */
  private isCounted(school: string): boolean {
    return this.hasPhases() || school === 'computed' || school === this.supply().school;
  }

  private change(key: string, change: Partial<Supply>): void {
    const { id } = this.supply();
    this.store.edit(`supply.${id}.${key}`, (document) => ({
      ...document,
      supplies: document.supplies.map((item) => (item.id === id ? { ...item, ...change } : item)),
    }));
  }
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

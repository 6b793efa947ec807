import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { StoredPart } from '@crisp-notch/contract';
import { isBrushed, isRegulated, phaseSum, phaseTwoThirds, sayIn, supplyPeak } from '@crisp-notch/core/drive-line';
import type { Supply } from '@crisp-notch/core/machine';
import type { SupplySpecification } from '@crisp-notch/core/parts';
import type { Quantity } from '@crisp-notch/core/shape';
import { fuseFor } from '@crisp-notch/core/power';
import { formatNumber } from '@crisp-notch/core/quantity';
import { convertersOn, type LoadLine, type SupplyPlan } from '@crisp-notch/core/supply-plan';
import { InputTextModule } from 'primeng/inputtext';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { WorkingStore } from '../data/working-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { SupplyFieldsComponent } from '../ui/specifications/supply-fields.component';
import { ButtonModule } from 'primeng/button';

const SCHOOLS: readonly ChoiceOption[] = [
  { value: 'computed', label: 'power' },
  { value: 'two-thirds', label: 'two thirds of phases' },
  { value: 'sum', label: 'sum of phases' },
];

/** Amperes to the hundredth, so that the column stands on its decimal sign; a dash while not known. */
const amperes = (value: number | null): string => (value === null ? '–' : value.toFixed(2));
/** The figures behind the columns of the schools. */
const SCHOOL_FIGURES = { sum: phaseSum, twoThirds: phaseTwoThirds, computed: supplyPeak } as const;
const COLUMNS = [
  { key: 'sum', name: 'Sum of phases', school: 'sum' },
  { key: 'twoThirds', name: 'Two thirds', school: 'two-thirds' },
  { key: 'computed', name: 'By power', school: 'computed' },
  { key: 'moving', name: 'Moving', school: null },
  { key: 'hold', name: 'Holding', school: null },
  { key: 'idle', name: 'At rest', school: null },
  { key: 'mean', name: 'Mean', school: null },
] as const;

/** One supply: what hangs on it by each school of counting, what it gives, and what is wrong. */
@Component({
  selector: 'cn-supply-size',
  imports: [
    ButtonModule,
    ChoiceFieldComponent,
    InputTextModule,
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
  protected readonly schools = computed(() =>
    SCHOOLS.filter(({ value }) => this.hasPhases() || value === 'computed' || value === this.supply().school),
  );
  protected readonly columns = computed(() =>
    COLUMNS.filter(
      ({ school }) => this.hasPhases() || school === null || school === 'computed' || school === this.supply().school,
    ),
  );
  protected readonly amperes = amperes;
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
  protected readonly braking = computed(() => {
    const { braking } = this.plan();
    if (!braking) return null;
    const say = this.say();
    return {
      energy: say(braking.energy, 'energy', braking.energy / 100 || 0.001),
      before: say(braking.before, 'voltage'),
      after: say(braking.after, 'voltage', 0.1),
      capacitance: say(braking.capacitance, 'capacitance'),
      limit: braking.limit === null ? null : `${say(braking.limit, 'voltage')} (${braking.limitOf})`,
      isReturned: braking.energy > 0,
    };
  });
  protected readonly runTime = computed(() => {
    const { runTime } = this.plan();
    if (runTime === null) return null;
    const hours = runTime / 3600;
    return Number.isFinite(hours)
      ? `${formatNumber(hours, { significant: 3 })} h`
      : 'without end: nothing draws from it';
  });

  /** The axis behind a number whose working can be shown: by a school, of a motor. */
  protected viewOf(line: LoadLine, key: string): AxisView | null {
    return line.kind === 'axis' && key in SCHOOL_FIGURES
      ? (this.axes().find((view) => view.axis.id === line.id) ?? null)
      : null;
  }

  protected openWorking(view: AxisView, key: string): void {
    this.workings.open(view, SCHOOL_FIGURES[key as keyof typeof SCHOOL_FIGURES]);
  }

  protected setName(event: Event): void {
    this.change('name', { name: (event.target as HTMLInputElement).value });
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
    const found = SCHOOLS.find((item) => item.value === value);
    if (found) this.change('school', { school: found.value as Supply['school'] });
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

  private change(key: string, change: Partial<Supply>): void {
    const { id } = this.supply();
    this.store.edit(`supply.${id}.${key}`, (document) => ({
      ...document,
      supplies: document.supplies.map((item) => (item.id === id ? { ...item, ...change } : item)),
    }));
  }
}

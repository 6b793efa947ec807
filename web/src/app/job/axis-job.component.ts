import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { powerOff, sayIn } from '@crisp-notch/core/drive-line';
import { MACHINE_ASKED, confirmed, type Axis, type Job } from '@crisp-notch/core/machine';
import type { Quantity } from '@crisp-notch/core/shape';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { CautionComponent } from '../ui/caution.component';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { jobFields, type JobField } from './job-fields';
import { ButtonModule } from 'primeng/button';

type LinearJob = Extract<Job, { kind: 'linear' }>;
const GUIDES: readonly ChoiceOption[] = [
  { value: 'unknown', label: 'not said: a tenth of the weight is taken' },
  { value: 'rolling', label: 'rolling guides' },
  { value: 'wheels', label: 'wheels' },
  { value: 'sliding', label: 'sliding guides' },
];

type JobValues = Readonly<Record<string, Quantity | null | undefined>>;

/** What one axis is asked to do; guesses are dashed until they are confirmed. */
@Component({
  selector: 'cn-axis-job',
  imports: [ButtonModule, CautionComponent, ChoiceFieldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './axis-job.component.html',
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 8px;
      align-content: start;
    }

    .fields {
      display: grid;
      gap: 8px;
    }

    details .fields {
      padding-top: 8px;
    }
  `,
})
export class AxisJobComponent {
  readonly view = input.required<AxisView>();

  private readonly store = inject(DesignStore);
  private readonly units = inject(PreferencesStore).units;
  protected readonly asked = MACHINE_ASKED.carriage;
  protected readonly axis = computed(() => this.view().axis);
  protected readonly fields = computed(() => jobFields(this.axis().job.kind));
  protected readonly powerOff = computed(() => powerOff(this.view().reckoner, sayIn(this.units())));
  protected readonly guesses = computed(() => {
    const { job, carriage } = this.axis();
    return [...Object.values(job as unknown as JobValues), carriage.mass, carriage.inertia].filter(
      (item) => typeof item === 'object' && item?.from === 'assumed',
    ).length;
  });

  /** Asked only while the friction itself is not said. */
  protected readonly guides = computed(() => {
    const { job } = this.axis();
    return job.kind === 'linear' && job.friction === null ? job.guides : null;
  });
  protected readonly guideKinds = GUIDES;

  protected setGuides(value: string): void {
    const guides = GUIDES.find((item) => item.value === value)?.value as LinearJob['guides'] | undefined;
    if (guides)
      this.store.editAxis(this.axis().id, 'job.guides', (axis) =>
        axis.job.kind === 'linear' ? { ...axis, job: { ...axis.job, guides } } : axis,
      );
  }

  protected valueOf(item: JobField): Quantity | null {
    return (this.axis().job as unknown as JobValues)[item.key] ?? null;
  }

  protected set(item: JobField, value: Quantity | null): void {
    if (value === null && item.asked.isOptional === false) return;
    this.store.editAxis(this.axis().id, `job.${item.key}`, (axis) => ({
      ...axis,
      job: { ...axis.job, [item.key]: value },
    }));
  }

  protected setCarriage(change: Partial<Axis['carriage']>): void {
    this.store.editAxis(this.axis().id, `carriage.${Object.keys(change).join()}`, (axis) => ({
      ...axis,
      carriage: { ...axis.carriage, ...change },
    }));
  }

  protected confirmAll(): void {
    const sure = (item: Quantity | null): Quantity | null => item && confirmed(item);
    this.store.editAxis(this.axis().id, 'job', (axis) => ({
      ...axis,
      job: Object.fromEntries(
        Object.entries(axis.job).map(([key, value]: [string, unknown]) => [
          key,
          typeof value === 'object' ? sure(value as Quantity | null) : value,
        ]),
      ) as unknown as Job,
      carriage: { ...axis.carriage, mass: sure(axis.carriage.mass), inertia: sure(axis.carriage.inertia) },
    }));
  }
}

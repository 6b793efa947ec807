import { motionOf } from '@crisp-notch/core/machine';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { exactSteps, plannedReadings, STEP_CHECK_ASKED, stepCheckSetup } from '@crisp-notch/core/checks';
import { stepsPerMotorTurn, stepsPerUnit, travelOfSteps } from '@crisp-notch/core/drive-line';
import { readQuantity } from '@crisp-notch/core/shape';
import { preferredUnit, showQuantity } from '@crisp-notch/core/quantity';
import { TextareaModule } from 'primeng/textarea';
import { messageOf } from '../../data/answers';
import { CheckStore } from '../../data/check-store';
import { DesignStore, type AxisView } from '../../data/design-store';
import { PreferencesStore } from '../../data/preferences';
import { CautionComponent } from '../../ui/caution.component';
import { ChoiceFieldComponent } from '../../ui/choice-field.component';
import type { ChoiceOption } from '../../ui/select.component';
import { FigureComponent } from '../../ui/figure.component';
import { QuantityFieldComponent } from '../../ui/quantity-field.component';
import { WholeFieldComponent } from '../../ui/whole-field.component';
import { MeasuringFieldsComponent } from '../measuring-fields.component';
import { SetupSketchComponent } from '../setup-sketch.component';
import { firstDraft, planOf, readTargets, type PlanDraft } from './plan.state';
import { TickComponent } from '../../ui/tick.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

const APPROACHES: readonly ChoiceOption[] = [
  { value: 'one-way', label: 'from below only' },
  { value: 'both-ways', label: 'from both sides (shows backlash)' },
];

/** Plans a step check of an axis, and begins it. */
@Component({
  selector: 'cn-step-check-plan',
  imports: [
    ButtonModule,
    CautionComponent,
    ChoiceFieldComponent,
    FigureComponent,
    MeasuringFieldsComponent,
    MessageModule,
    QuantityFieldComponent,
    RouterLink,
    SetupSketchComponent,
    TickComponent,
    WholeFieldComponent,
    TextareaModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan.component.html',
  styleUrl: './plan.component.css',
})
export class StepCheckPlanComponent {
  readonly view = input.required<AxisView>();

  private readonly checks = inject(CheckStore);
  private readonly router = inject(Router);
  private readonly units = inject(PreferencesStore).units;
  private readonly state = toSignal(inject(DesignStore).state$);
  private readonly edited = signal<{ readonly axisId: string; readonly draft: PlanDraft } | null>(null);
  /** Phases of the motor turn for the targets of this visit: random, and the same while the design is edited. */
  private readonly drawn = Array.from({ length: 12 }, Math.random);
  private phases(): () => number {
    let next = 0;
    return () => this.drawn[next++ % this.drawn.length] ?? 0;
  }

  protected readonly message = signal('');
  protected readonly isStarting = signal(false);

  protected readonly approaches = APPROACHES;
  protected readonly figures = { stepsPerUnit, stepsPerMotorTurn };
  protected readonly machineId = computed(() => this.state()?.id ?? '');
  protected readonly asked = computed(() => STEP_CHECK_ASKED[this.view().axis.job.kind]);
  protected readonly dimension = computed(() => motionOf(this.view().axis.job).travel);
  protected readonly draft = computed(() => {
    const [view, edited] = [this.view(), this.edited()];
    return edited?.axisId === view.axis.id ? edited.draft : firstDraft(view, this.units(), this.phases());
  });
  protected readonly targets = computed(() => readTargets(this.draft().targets));
  private readonly steps = computed(() => exactSteps(this.view().reckoner));
  protected readonly distances = computed(() => {
    const steps = this.steps();
    if (!steps) return '';
    const unit = preferredUnit(this.dimension(), this.units());
    return this.targets()
      .targets.map((target) => showQuantity(travelOfSteps(target, steps), unit, { significant: 6 }))
      .join(', ');
  });
  protected readonly readingCount = computed(() => {
    const planned = planOf(this.draft(), this.view());
    return 'plan' in planned ? plannedReadings(planned.plan).length : 0;
  });
  /** A single reading is held against the tolerance, the farthest over all of its way. */
  protected readonly decides = computed((): readonly [number, number] => {
    const steps = this.steps();
    const far = Math.max(0, ...this.targets().targets);
    return [
      readQuantity(this.draft().tolerance, this.dimension()).value,
      steps ? Math.abs(travelOfSteps(far, steps)) : 0,
    ];
  });
  protected readonly sketch = computed(() => stepCheckSetup(this.view().axis));
  protected readonly canCommand = computed(() => this.steps() !== null);

  protected change(change: Partial<PlanDraft>): void {
    this.edited.set({ axisId: this.view().axis.id, draft: { ...this.draft(), ...change } });
  }

  protected async start(): Promise<void> {
    const planned = planOf(this.draft(), this.view());
    if ('message' in planned) {
      this.message.set(planned.message);
      return;
    }
    this.message.set('');
    this.isStarting.set(true);
    try {
      const check = await this.checks.begin(this.view().axis.id, planned.plan);
      await this.router.navigate(['/machines', this.machineId(), 'checks', check.id]);
    } catch (error) {
      this.message.set(messageOf(error));
    } finally {
      this.isStarting.set(false);
    }
  }
}

import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { plannedReadings } from '@crisp-notch/core/checks';
import { stepsPerMotorTurn, stepsPerUnit, travelOfSteps } from '@crisp-notch/core/drive-line';
import { exact, preferredUnit, rationalFromNumber, showQuantity } from '@crisp-notch/core/quantity';
import { isCurrentCheck } from '@crisp-notch/core/route-card';
import { InputTextModule } from 'primeng/inputtext';
import { firstValueFrom } from 'rxjs';
import { Api, messageOf } from '../data/api';
import { shortMoment } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { CautionComponent } from '../ui/caution.component';
import { ChoiceFieldComponent, type ChoiceOption } from '../ui/choice-field.component';
import { FigureComponent } from '../ui/figure.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { VerdictComponent } from '../ui/verdict.component';
import { WholeFieldComponent } from '../ui/whole-field.component';
import { firstDraft, planOf, readTargets, type PlanDraft } from './plan.state';

const APPROACHES: readonly ChoiceOption[] = [
  { value: 'one-way', label: 'from below only' },
  { value: 'both-ways', label: 'from both sides (shows backlash)' },
];
const FORMS: readonly ChoiceOption[] = [
  { value: 'indicator', label: 'indicator: moves with the carriage' },
  { value: 'scale', label: 'scale: lies along the motion' },
];
const SQUARES: readonly ChoiceOption[] = [
  { value: 'by-eye', label: 'by eye, within 4°' },
  { value: 'by-square', label: 'by a square, within 1°' },
  { value: 'indicated', label: 'along an indicated edge, within 0.2°' },
];
const TILT_BOUNDS = { least: -1.2, most: 1.2 };

/** Operation 70: the checks made so far, and the plan of a new one. */
@Component({
  selector: 'cn-checks-page',
  imports: [
    CautionComponent,
    ChoiceFieldComponent,
    FigureComponent,
    InputTextModule,
    OperationFrameComponent,
    QuantityFieldComponent,
    RouterLink,
    VerdictComponent,
    WholeFieldComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './checks.page.html',
  styleUrl: './checks.page.css',
})
export class ChecksPage {
  /** From the address: the axis to plan for. */
  readonly axis = input<string>();

  private readonly store = inject(DesignStore);
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly units = inject(PreferencesStore).units;
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  private readonly checks = toSignal(this.store.checks$, { initialValue: [] });
  private readonly state = toSignal(this.store.state$);
  private readonly chosen = signal<string | null>(null);
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
  protected readonly forms = FORMS;
  protected readonly squares = SQUARES;
  protected readonly errorBounds = { least: 0 };
  protected readonly tiltBounds = TILT_BOUNDS;
  protected readonly figures = { stepsPerUnit, stepsPerMotorTurn };
  protected readonly machineId = computed(() => this.state()?.id ?? '');
  protected readonly list = computed(() =>
    this.checks().map((check) => {
      const axis = this.axes().find((view) => view.axis.id === check.axisId)?.axis;
      return { ...check, when: shortMoment(check.at), holds: axis !== undefined && isCurrentCheck(axis, check) };
    }),
  );
  protected readonly view = computed(
    () => this.axes().find((item) => item.axis.id === this.chosen()) ?? this.axes()[0] ?? null,
  );
  protected readonly draft = computed(() => {
    const view = this.view();
    const edited = this.edited();
    if (!view) return null;
    return edited?.axisId === view.axis.id ? edited.draft : firstDraft(view, this.units(), this.phases());
  });
  protected readonly targets = computed(() => readTargets(this.draft()?.targets ?? ''));
  protected readonly distances = computed(() => {
    const view = this.view();
    const steps = view?.reckoner.get(stepsPerUnit);
    if (!view || steps?.kind !== 'value') return '';
    const unit = preferredUnit(view.axis.job.kind === 'linear' ? 'length' : 'angle', this.units());
    const perUnit = steps.exact ?? exact(rationalFromNumber(steps.value));
    return this.targets()
      .targets.map((target) => showQuantity(travelOfSteps(target, perUnit), unit, { significant: 6 }))
      .join(', ');
  });
  protected readonly readingCount = computed(() => {
    const [view, draft] = [this.view(), this.draft()];
    const planned = view && draft ? planOf(draft, view) : null;
    return planned && 'plan' in planned ? plannedReadings(planned.plan).length : 0;
  });
  protected readonly canCommand = computed(() => this.view()?.reckoner.value(stepsPerUnit) != null);

  constructor() {
    effect(() => {
      const axis = this.axis();
      untracked(() => axis && this.chosen.set(axis));
    });
  }

  protected chooseAxis(id: string): void {
    this.chosen.set(id);
    this.edited.set(null);
  }

  protected change(change: Partial<PlanDraft>): void {
    const [view, draft] = [this.view(), this.draft()];
    if (view && draft) this.edited.set({ axisId: view.axis.id, draft: { ...draft, ...change } });
  }

  protected setSquare(value: string): void {
    if (value === 'by-eye' || value === 'by-square' || value === 'indicated') this.change({ square: value });
  }

  protected async start(): Promise<void> {
    const [view, draft] = [this.view(), this.draft()];
    if (!view || !draft) return;
    const planned = planOf(draft, view);
    if ('message' in planned) {
      this.message.set(planned.message);
      return;
    }
    this.message.set('');
    this.isStarting.set(true);
    try {
      const { id, version } = await this.store.settled();
      const check = await firstValueFrom(this.api.startCheck(id, version, view.axis.id, planned.plan));
      this.store.noteCheck(check);
      this.store.noteRevision(check.revision);
      await this.router.navigate(['/machines', id, 'checks', check.id]);
    } catch (error) {
      this.message.set(messageOf(error));
    } finally {
      this.isStarting.set(false);
    }
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import {
  checkDeclaration,
  checkPlan,
  misfitOf,
  placesOf,
  type CheckKind,
  type CheckPlan,
} from '@crisp-notch/core/checks';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { DesignStore, type AxisView } from '../data/design-store';
import { CautionComponent } from '../ui/caution.component';
import { FormInputComponent } from '../ui/form-input.component';
import { MeasuringFieldsComponent } from './measuring-fields.component';
import { SetupSketchComponent } from './setup-sketch.component';

/** What a plan holds while it is filled in, for those who do not know its kind. */
type Draft = Readonly<Record<string, unknown>>;

/** Plans a check of any kind by what its kind asks, and begins it. */
@Component({
  selector: 'cn-check-plan',
  imports: [
    ButtonModule,
    CautionComponent,
    FormInputComponent,
    MeasuringFieldsComponent,
    MessageModule,
    RouterLink,
    SetupSketchComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-form.component.html',
  styleUrl: './plan-form.component.css',
})
export class CheckPlanComponent {
  readonly view = input.required<AxisView>();
  readonly kind = input.required<CheckKind>();

  private readonly checks = inject(CheckStore);
  private readonly router = inject(Router);
  private readonly state = toSignal(inject(DesignStore).state$);
  private readonly edited = signal<{ readonly of: string; readonly draft: Draft } | null>(null);
  /** Random numbers of this visit: the same while the design is edited. */
  private readonly drawn = Array.from({ length: 64 }, Math.random);
  protected readonly message = signal('');
  protected readonly isStarting = signal(false);
  protected readonly machineId = computed(() => this.state()?.id ?? '');
  private readonly of = computed(() => `${this.kind()} ${this.view().axis.id}`);
  private readonly context = computed(() => this.view().reckoner.context);
  private readonly form = computed(() => checkDeclaration(this.kind()).form);
  protected readonly draft = computed<Draft | null>(() => {
    const [edited, form] = [this.edited(), this.form()];
    if (!form) return null;
    if (edited?.of === this.of()) return edited.draft;
    let next = 0;
    return form.first(this.context(), () => this.drawn[next++ % this.drawn.length] ?? 0);
  });
  protected readonly parts = computed(() => {
    const [form, draft] = [this.form(), this.draft()];
    const { sketch } = checkDeclaration(this.kind());
    return form && draft
      ? {
          inputs: form.inputs(this.context(), draft),
          expects: form.expects(this.context(), draft),
          decides: form.decides(this.context(), draft),
          sketch: sketch(this.context(), draft),
          caution: form.caution,
        }
      : null;
  });
  private readonly plan = computed(() => checkPlan({ ...this.draft(), kind: this.kind() }));
  /** Why it cannot be begun; empty where it can. */
  protected readonly hindrance = computed(() => {
    const plan = this.plan();
    if (plan.ok) return misfitOf(this.context(), plan.value) ?? '';
    const [problem] = plan.error;
    return `${problem?.path ?? 'The plan'} ${problem?.message ?? 'is not complete'}`;
  });
  protected readonly readingCount = computed(() => {
    const plan = this.plan();
    return plan.ok && this.hindrance() === '' ? placesOf(plan.value).length : 0;
  });
  protected readonly way = computed(() => checkDeclaration(this.kind()).way);

  protected change(draft: Draft): void {
    this.edited.set({ of: this.of(), draft });
  }

  protected async start(): Promise<void> {
    const plan = this.plan();
    if (!plan.ok || this.hindrance() !== '') return;
    await this.begin(plan.value);
  }

  private async begin(plan: CheckPlan): Promise<void> {
    this.message.set('');
    this.isStarting.set(true);
    try {
      const check = await this.checks.begin(this.view().axis.id, plan);
      await this.router.navigate(['/machines', this.machineId(), 'checks', check.id]);
    } catch (error) {
      this.message.set(messageOf(error));
    } finally {
      this.isStarting.set(false);
    }
  }
}

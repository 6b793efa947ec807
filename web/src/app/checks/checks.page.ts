import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { CHECK_KINDS, checkDeclaration, type CheckKind } from '@crisp-notch/core/checks';
import { isCurrentCheck } from '@crisp-notch/core/route-card';
import { shortMoment } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { VerdictComponent } from '../ui/verdict.component';
import { viewsOfCheck } from './check-views';
import { DiagnosisComponent } from './diagnosis.component';
import { TrendComponent } from './trend.component';
import { OneOfComponent } from '../ui/one-of.component';

/** Operation 70: the checks made so far, and the plan of a new one. */
@Component({
  selector: 'cn-checks-page',
  imports: [
    ChoiceFieldComponent,
    DiagnosisComponent,
    NgComponentOutlet,
    OneOfComponent,
    OperationFrameComponent,
    RouterLink,
    TrendComponent,
    VerdictComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './checks.page.html',
  styleUrl: './checks.page.css',
})
export class ChecksPage {
  /** From the address: the axis to plan for. */
  readonly axis = input<string>();

  private readonly store = inject(DesignStore);
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  protected readonly axisOptions = computed(() =>
    this.axes().map(({ axis: { id, letter } }) => ({ value: id, label: letter })),
  );
  private readonly checks = toSignal(this.store.checks$, { initialValue: [] });
  private readonly state = toSignal(this.store.state$);
  private readonly chosen = signal<string | null>(null);
  /** What an axis like this can be asked. */
  protected readonly kinds = computed(() => {
    const context = this.view()?.reckoner.context;
    return CHECK_KINDS.filter((kind) => context && checkDeclaration(kind).applies(context)).map(
      (kind): ChoiceOption => {
        const { name, question } = checkDeclaration(kind);
        return { value: kind, label: `${name}: ${question}` };
      },
    );
  });
  private readonly wanted = signal<CheckKind>('step-check');
  protected readonly kind = computed<CheckKind>(() =>
    this.kinds().some(({ value }) => value === this.wanted()) ? this.wanted() : 'step-check',
  );
  protected readonly planInputs = computed(() => ({
    view: this.view(),
    // A view of one kind asks for none.
    ...(viewsOfCheck(this.kind()).isForAny ? { kind: this.kind() } : {}),
  }));
  protected readonly planView = computed(() => viewsOfCheck(this.kind()).plan);
  protected readonly way = computed(() => checkDeclaration(this.kind()).way);
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

  constructor() {
    effect(() => {
      const axis = this.axis();
      untracked(() => axis && this.chosen.set(axis));
    });
  }

  protected nameOf(kind: CheckKind): string {
    return checkDeclaration(kind).name;
  }

  protected chooseAxis(id: string): void {
    this.chosen.set(id);
  }

  protected chooseKind(value: string): void {
    const kind = CHECK_KINDS.find((item) => item === value);
    if (kind) this.wanted.set(kind);
  }
}

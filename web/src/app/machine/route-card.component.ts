import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { currentCheck, OPERATIONS, operationState, type OperationState } from '@crisp-notch/core/route-card';
import { shortDay } from '../data/dates';
import { stepWords } from '../data/step-words';
import { afterPaint } from '../ui/after-paint';
import { DesignStore, type AxisView } from '../data/design-store';
import { whereNext } from '../ui/addresses';
import { scrollStripTo } from '../ui/scroll-strip';
import { nextStepCommands, OPERATION_PATHS } from '../ui/operation-paths';
import { ButtonModule } from 'primeng/button';
import { TooltipModule } from 'primeng/tooltip';
import { UnbrokenPipe } from '../ui/unbroken.pipe';

/** A few words that fit beside the operation's name, and all of it for whoever points at them. */
interface Remark {
  readonly brief: string;
  readonly whole: string;
  readonly tone: 'quiet' | 'caution';
}

interface CardLine {
  readonly number: number;
  readonly name: string;
  readonly path: string;
  readonly stamp: string | null;
  readonly remark: Remark | null;
}

/** The workshop route card: operations with their state, and the one thing to do next. */
@Component({
  selector: 'cn-route-card',
  imports: [ButtonModule, RouterLink, RouterLinkActive, TooltipModule, UnbrokenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './route-card.component.html',
  styleUrl: './route-card.component.css',
})
export class RouteCardComponent {
  readonly machineId = input.required<string>();

  protected readonly scrollStripTo = scrollStripTo;
  private readonly store = inject(DesignStore);
  private readonly document = toSignal(this.store.document$);
  private readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  private readonly checks = toSignal(this.store.checks$, { initialValue: [] });
  private readonly state = toSignal(this.store.state$);
  protected readonly canUndo = computed(() => (this.state()?.past.length ?? 0) > 0);
  protected readonly canRedo = computed(() => (this.state()?.future.length ?? 0) > 0);
  /** What would be taken back, and what done again. */
  protected readonly steps = afterPaint(() => {
    const state = this.state();
    return () => ({
      undo: stepWords(state?.past.at(-1), state?.document),
      redo: stepWords(state?.document, state?.future[0]),
    });
  });
  protected readonly next = toSignal(this.store.next$);
  protected readonly nextCommands = computed(() => {
    const next = this.next();
    return next ? nextStepCommands(this.machineId(), next) : [];
  });
  protected readonly where = computed(() => {
    const next = this.next();
    return next ? whereNext(next) : null;
  });
  protected readonly lines = computed<readonly CardLine[]>(() => {
    const document = this.document();
    if (!document) return [];
    return OPERATIONS.map(({ number, name }) => {
      const state = operationState(document, number, this.checks());
      const path = OPERATION_PATHS.find((item) => item.number === number)?.path ?? '';
      const own = number === 20 ? judgedRemark(this.axes()) : number === 70 ? this.checkRemark() : null;
      return {
        number,
        name,
        path,
        stamp: state.kind === 'stamped' ? shortDay(state.date) : null,
        remark: remarkOf(state) ?? own,
      };
    });
  });

  protected undo(): void {
    this.store.undo();
  }

  protected redo(): void {
    this.store.redo();
  }

  private checkRemark(): Remark | null {
    const checks = this.checks();
    if (checks.length === 0) return null;
    const trueCount = this.axes().filter(({ axis }) => currentCheck(axis, checks)?.verdict === 'true').length;
    return {
      brief: `${trueCount} of ${this.axes().length} true`,
      whole: `${trueCount} of ${this.axes().length} axes measured true`,
      tone: 'quiet',
    };
  }
}

function remarkOf(state: OperationState): Remark | null {
  switch (state.kind) {
    case 'held':
      return { brief: 'held', whole: `held: ${state.reason}`, tone: 'caution' };
    case 'reopened': {
      const { length } = state.changes;
      return {
        brief: length === 1 ? '1 change' : `${length} changes`,
        whole: `since ${shortDay(state.date)}: ${state.changes.join('; ')}`,
        tone: 'caution',
      };
    }
    case 'blank':
    case 'started':
    case 'stamped':
      return null;
  }
}

function judgedRemark(axes: readonly AxisView[]): Remark | null {
  const stopped = axes.filter((view) => view.findings.some((finding) => finding.severity === 'stop')).length;
  const cautions = axes.filter((view) => view.findings.length > 0).length - stopped;
  if (stopped > 0)
    return { brief: `${stopped} stopped`, whole: `${stopped} of ${axes.length} axes cannot work`, tone: 'caution' };
  return cautions > 0
    ? {
        brief: cautions === 1 ? '1 caution' : `${cautions} cautions`,
        whole: `${cautions} of ${axes.length} axes with a caution`,
        tone: 'quiet',
      }
    : null;
}

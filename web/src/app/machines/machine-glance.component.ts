import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
  type OnDestroy,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { MachineSummary } from '@crisp-notch/contract';
import { judgedAxes, sayIn } from '@crisp-notch/core/drive-line';
import { currentCheck, nextStep } from '@crisp-notch/core/route-card';
import { ButtonModule } from 'primeng/button';
import { messageOf } from '../data/answers';
import { MachineGlances, type Glance } from '../data/machine-glances';
import { PreferencesStore } from '../data/preferences';
import { afterPaint } from '../ui/after-paint';
import { MachinePictureComponent } from '../ui/machine-picture.component';
import { whereNext } from '../ui/addresses';
import { nextStepCommands } from '../ui/operation-paths';
import { VerdictComponent } from '../ui/verdict.component';
import { UnbrokenPipe } from '../ui/unbroken.pipe';

/** A machine in the list: its picture, the one thing to do next, and the verdict on each axis. Read when in sight. */
@Component({
  selector: 'cn-machine-glance',
  imports: [ButtonModule, MachinePictureComponent, RouterLink, UnbrokenPipe, VerdictComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="picture" aria-hidden="true">
      @if (glance(); as seen) {
        <cn-machine-picture [machine]="seen.document" [isSmall]="true" [width]="168" [height]="88" />
      }
    </div>
    <div class="next">
      @if (trouble()) {
        <p class="small caution">{{ trouble() }}</p>
      }
      @if (next(); as step) {
        <p class="wrap-anywhere">{{ step.sentence | cnUnbroken }}</p>
        <a
          pButton
          [routerLink]="step.commands"
          [queryParams]="step.where"
          [attr.aria-describedby]="'machine-' + machine().id"
          >{{ step.button }}</a
        >
      }
    </div>
    <ul class="verdicts" aria-label="Verdict on each axis">
      @for (axis of axes(); track axis.id) {
        <li>
          <span class="letter">{{ axis.letter }}</span>
          @if (axis.verdict; as verdict) {
            <cn-verdict [verdict]="verdict" />
          } @else {
            <span class="quiet">○ not measured</span>
          }
        </li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: contents;
    }

    .picture {
      grid-area: picture;
      height: 88px;
    }

    .next {
      grid-area: next;
      min-height: 76px;
    }

    .next p {
      margin-bottom: 6px;
    }

    .verdicts {
      grid-area: verdicts;
      align-self: center;
    }

    .verdicts li {
      display: grid;
      grid-template-columns: 22px 1fr;
      font-size: 15px;
      line-height: 1.35;
    }

    .letter {
      font: 600 16px/1.3 var(--narrow);
    }

    @media (max-width: 1100px) {
      .next {
        min-height: 40px;
      }
    }

    /* Room is kept for what is read later, so that nothing moves under the hand. */
    @media (max-width: 700px) {
      .picture {
        display: none;
      }

      .next {
        min-height: 116px;
      }

      .verdicts {
        display: flex;
        flex-wrap: wrap;
        align-content: start;
        align-self: start;
        gap: 0 14px;
        min-height: 42px;
      }

      .verdicts li {
        grid-template-columns: auto 1fr;
        gap: 6px;
      }
    }
  `,
})
export class MachineGlanceComponent implements OnDestroy {
  readonly machine = input.required<MachineSummary>();

  private readonly glances = inject(MachineGlances);
  private readonly units = inject(PreferencesStore).units;
  private readonly isInSight = signal(false);
  protected readonly glance = signal<Glance | null>(null);
  protected readonly trouble = signal('');
  private readonly observer = new IntersectionObserver((entries) => {
    if (entries.some((entry) => entry.isIntersecting)) this.isInSight.set(true);
  });
  /** The machine is judged when the list is on the page. */
  protected readonly next = afterPaint(() => {
    const [seen, { id }, say] = [this.glance(), this.machine(), sayIn(this.units())];
    return () => {
      if (!seen) return null;
      const step = nextStep(seen.document, judgedAxes(seen.document, say), seen.checks, say);
      return { ...step, commands: nextStepCommands(id, step), where: whereNext(step) };
    };
  });
  protected readonly axes = computed(() => {
    const seen = this.glance();
    return (
      seen?.document.axes.map((axis) => ({
        id: axis.id,
        letter: axis.letter,
        verdict: currentCheck(axis, seen.checks)?.verdict ?? null,
      })) ?? []
    );
  });

  constructor() {
    // The host is no box of its own; a cell of it is seen when the row is.
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    effect(() => {
      const cell = host.querySelector('.next');
      if (cell) untracked(() => this.observer.observe(cell));
    });
    effect(() => {
      const machine = this.machine();
      if (this.isInSight()) void this.read(machine);
    });
  }

  ngOnDestroy(): void {
    this.observer.disconnect();
  }

  private async read(machine: MachineSummary): Promise<void> {
    try {
      const glance = await this.glances.of(machine.id);
      if (machine.id === this.machine().id) this.glance.set(glance);
    } catch (error) {
      this.trouble.set(messageOf(error));
    }
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, signal, type OnDestroy } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { limitsInSteps } from '@crisp-notch/core/capture';
import { lineNeeds, moveLimits, stepsPerUnit } from '@crisp-notch/core/drive-line';
import { ButtonModule } from 'primeng/button';
import type { Subscription } from 'rxjs';
import { CaptureRuns } from '../data/capture-runs';
import { today } from '../data/dates';
import { DesignStore, type AxisView } from '../data/design-store';
import { downloadBlob, fileName } from '../data/download';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { FoldComponent } from '../ui/fold.component';
import { WholeFieldComponent } from '../ui/whole-field.component';

const STEPS_MOST = 1_000_000;
/** Where nobody said how long pulses last and direction stands [s] (common practice, no source). */
const USUAL_HIGH = 5e-6;
const USUAL_AHEAD = 20e-6;
const WAYS = [
  { value: 'forward', label: 'forward' },
  { value: 'back', label: 'back' },
];

/** Writes the train that a move of the design should make, to be held against a capture elsewhere. */
@Component({
  selector: 'cn-write-train',
  imports: [ButtonModule, ChoiceFieldComponent, FoldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (limits()) {
      <section class="card pad">
        <cn-fold heading="Write the ideal train of a move" [held]="['as a dump (VCD) or a table (CSV)']">
          <div class="stack">
            <cn-whole-field
              [asked]="{ label: 'Steps of the move', least: 1, most: most }"
              [value]="steps()"
              (changed)="steps.set($event)"
            />
            <cn-choice-field label="It goes" [options]="ways" [value]="way()" (changed)="way.set($event)" />
            <p class="row">
              <button
                type="button"
                pButton
                severity="secondary"
                outlined
                [disabled]="isWriting()"
                (click)="write('vcd')"
              >
                Write VCD
              </button>
              <button
                type="button"
                pButton
                severity="secondary"
                outlined
                [disabled]="isWriting()"
                (click)="write('csv')"
              >
                Write CSV
              </button>
            </p>
            @if (trouble()) {
              <p class="stop-words" role="alert">{{ trouble() }}</p>
            }
          </div>
        </cn-fold>
      </section>
    }
  `,
})
export class WriteTrainComponent implements OnDestroy {
  readonly view = input.required<AxisView>();

  private readonly desk = inject(CaptureRuns).desk();
  private readonly document = toSignal(inject(DesignStore).document$);
  private writing: Subscription | null = null;
  protected readonly isWriting = signal(false);
  protected readonly trouble = signal('');
  protected readonly most = STEPS_MOST;
  protected readonly ways = WAYS;
  protected readonly steps = signal(1000);
  protected readonly way = signal('forward');
  protected readonly limits = computed(() => {
    const { reckoner } = this.view();
    const [limits, perUnit] = [moveLimits(reckoner), reckoner.value(stepsPerUnit)];
    return limits && perUnit ? limitsInSteps(limits, perUnit) : null;
  });

  ngOnDestroy(): void {
    this.writing?.unsubscribe();
    this.desk.end();
  }

  protected write(form: 'vcd' | 'csv'): void {
    const [limits, { context, axis }] = [this.limits(), this.view()];
    if (!limits) return;
    const { pulse, ahead } = lineNeeds(context);
    const name = `${this.document()?.name ?? ''} ${axis.letter}`;
    this.isWriting.set(true);
    this.trouble.set('');
    this.writing = this.desk
      .ask({
        kind: 'write',
        order: {
          form,
          name,
          steps: this.steps(),
          limits,
          isForward: this.way() === 'forward',
          // No pulse lasts into the next.
          high: Math.min(pulse ?? USUAL_HIGH, 1 / (2 * limits.speed)),
          ahead: Math.max(ahead ?? 0, USUAL_AHEAD),
          date: today(),
        },
      })
      .subscribe({
        next: (message) => {
          this.isWriting.set(false);
          if (message.kind === 'written') downloadBlob(fileName(`${name} ${this.steps()} steps`, form), message.blob);
          else if (message.kind === 'failed') this.trouble.set(message.reason);
        },
        error: (error: unknown) => {
          this.isWriting.set(false);
          this.trouble.set(error instanceof Error ? error.message : String(error));
        },
      });
  }
}

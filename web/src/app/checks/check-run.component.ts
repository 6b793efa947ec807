import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Check } from '@crisp-notch/contract';
import { isPractice } from '@crisp-notch/core/checks';
import type { AxisContext } from '@crisp-notch/core/drive-line';
import { ButtonModule } from 'primeng/button';
import { messageOf } from '../data/answers';
import { DesignStore } from '../data/design-store';
import { CautionComponent } from '../ui/caution.component';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { ProgressComponent } from '../ui/progress.component';
import { CheckRun, courseOf, rigReader, type Reader } from './check-run';

/** A check that is run by the rig, or by a machine whose controller speaks the line port. */
@Component({
  selector: 'cn-check-run',
  imports: [ButtonModule, CautionComponent, ChoiceFieldComponent, ProgressComponent],
  providers: [CheckRun],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (course()) {
      <section class="card pad stack no-print" aria-labelledby="run-heading">
        <header class="row spread">
          <h2 id="run-heading">Let it run</h2>
          @if (!run.isGoing()) {
            <cn-choice-field
              label="Who reads"
              [options]="readers()"
              [value]="reader()"
              (changed)="chosen.set($event === 'hand' ? 'hand' : 'bench')"
            />
            <button type="button" pButton severity="secondary" outlined [disabled]="isBeginning()" (click)="start()">
              {{ run.line.openedAs() === 'machine' ? 'Run it on the machine' : 'Run it on the rig' }}
            </button>
          } @else {
            <button type="button" pButton severity="secondary" outlined (click)="run.end()">End it</button>
          }
        </header>
        @if (!run.isGoing() && run.line.openedAs() !== 'machine') {
          <p class="small quiet">
            On the rig it is practice, kept as a check of its own that says nothing of the machine.
          </p>
        }
        @if (trouble()) {
          <p class="stop-words" role="alert">{{ trouble() }}</p>
        }
        @if (run.isGoing()) {
          <cn-caution>The axis moves by itself at each step. Hands clear, a stop within reach.</cn-caution>
          <cn-progress label="Moves done" [share]="share()" />
        }
        @if (words()) {
          <p role="status" [class.stop-words]="isTrouble()" class="wrap-anywhere">{{ words() }}</p>
        }
        @switch (run.stand().kind) {
          @case ('zeroing') {
            <p class="row">
              <button type="button" pButton (click)="run.say('zeroed')">It is at zero: go on</button>
            </p>
          }
          @case ('doubtful') {
            <p class="row">
              <button type="button" pButton severity="secondary" outlined (click)="run.say('again')">
                Read it again
              </button>
              <button type="button" pButton severity="secondary" outlined (click)="run.say('take')">Take it</button>
            </p>
          }
        }
      </section>
    }
  `,
})
export class CheckRunComponent {
  readonly check = input.required<Check>();
  readonly context = input.required<AxisContext>();

  protected readonly run = inject(CheckRun);
  private readonly router = inject(Router);
  private readonly state = toSignal(inject(DesignStore).state$);
  protected readonly trouble = signal('');
  protected readonly isBeginning = signal(false);
  protected readonly chosen = signal<Reader>('bench');
  protected readonly course = computed(() => courseOf(this.context(), this.check().plan));
  /** Only the rig has instruments that answer on the line. */
  protected readonly reader = computed(() => (this.run.line.openedAs() === 'machine' ? 'hand' : this.chosen()));
  protected readonly readers = computed(() => {
    const course = this.course();
    const byHand = { value: 'hand', label: 'I read and type' };
    if (!course || this.run.line.openedAs() === 'machine') return [byHand];
    return [{ value: 'bench', label: `the rig’s ${rigReader(course)}` }, byHand];
  });
  protected readonly share = computed(() => {
    const stand = this.run.stand();
    return 'share' in stand ? stand.share : 0;
  });
  protected readonly isTrouble = computed(() => ['failed', 'doubtful'].includes(this.run.stand().kind));
  protected readonly words = computed(() => {
    const stand = this.run.stand();
    switch (stand.kind) {
      case 'none':
        return '';
      case 'zeroing':
        return 'It stands at its zero: set the instrument to nothing there.';
      case 'ended':
        return 'All places were read.';
      case 'failed':
        return stand.says;
      default:
        return stand.words;
    }
  });

  constructor() {
    // One that was begun for it runs as soon as it stands; opened again, it does not.
    const started = effect(() => {
      const [check, context] = [this.check(), this.context()];
      const { run: reader, ...rest } = (history.state ?? {}) as { readonly run?: Reader };
      started.destroy();
      if (reader === undefined || !this.course() || !isPractice(check.plan)) return;
      history.replaceState(rest, '');
      void this.run.run(check, context, reader);
    });
  }

  protected async start(): Promise<void> {
    const check = this.check();
    if (this.run.line.openedAs() === 'machine' || isPractice(check.plan)) {
      await this.run.run(check, this.context(), this.reader());
      return;
    }
    this.trouble.set('');
    this.isBeginning.set(true);
    try {
      const id = await this.run.practice(check, this.context());
      await this.router.navigate(['/machines', this.state()?.id, 'checks', id], { state: { run: this.reader() } });
    } catch (error) {
      this.trouble.set(messageOf(error));
    } finally {
      this.isBeginning.set(false);
    }
  }
}

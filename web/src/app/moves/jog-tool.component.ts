import { ChangeDetectionStrategy, Component, computed, inject, signal, type OnDestroy } from '@angular/core';
import { gentlePace, jobPace } from '@crisp-notch/core/first-moves';
import { OneOfComponent } from '../ui/one-of.component';
import { MovesDesk } from './moves-desk';

/** A held key is asked for again so often. */
const AGAIN_IN_MILLISECONDS = 100;
const SHARES = [
  { value: '0.1', label: 'slow' },
  { value: '0.5', label: 'half' },
  { value: '1', label: 'as the job' },
] as const;

/** Runs an axis while a key or button is held; it comes to rest when it is let go, at the fence, or when nobody is there. */
@Component({
  selector: 'cn-jog-tool',
  imports: [OneOfComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.canSend()) {
      <div class="row">
        <button
          type="button"
          class="hold"
          aria-keyshortcuts="ArrowLeft"
          [class.held]="sense() === -1"
          (pointerdown)="begin(-1)"
          (pointerup)="end()"
          (pointerleave)="end()"
          (pointercancel)="end()"
        >
          ← back
        </button>
        <button
          type="button"
          class="hold"
          aria-keyshortcuts="ArrowRight"
          [class.held]="sense() === 1"
          (pointerdown)="begin(1)"
          (pointerup)="end()"
          (pointerleave)="end()"
          (pointercancel)="end()"
        >
          forward →
        </button>
        <cn-one-of label="How fast" [options]="shares" [value]="share()" (chosen)="share.set($event)" />
      </div>
      <p class="small quiet" role="status">{{ words() }}</p>
    }
  `,
  styles: `
    .hold {
      min-height: 40px;
      padding: 6px 16px;
      border: 1px solid var(--field-rule);
      background: var(--card);
      font: 600 16px/1.2 var(--narrow);
      cursor: pointer;
      touch-action: none;
      user-select: none;
    }

    .hold.held {
      border-color: var(--blue);
      background: var(--blue-wash);
    }
  `,
  host: {
    '(document:keydown)': 'onDown($event)',
    '(document:keyup)': 'onUp($event)',
    '(window:blur)': 'end()',
  },
})
export class JogToolComponent implements OnDestroy {
  protected readonly desk = inject(MovesDesk);
  protected readonly shares = SHARES;
  protected readonly share = signal<string>('0.1');
  protected readonly sense = signal<1 | -1 | 0>(0);
  protected readonly words = signal('');
  private timer: ReturnType<typeof setInterval> | undefined;
  private readonly pace = computed(() => {
    const facts = this.desk.facts();
    if (!facts) return null;
    // Before it is homed it goes as gently as its first turn.
    return this.desk.at().isKnown ? jobPace(facts, Number(this.share())) : gentlePace(facts);
  });

  ngOnDestroy(): void {
    this.end();
  }

  protected begin(sense: 1 | -1): void {
    if (this.sense() !== 0 || this.desk.isBusy() || !this.desk.line.isPowered()) return;
    this.sense.set(sense);
    this.words.set('');
    this.again();
    this.timer = setInterval(() => {
      this.again();
    }, AGAIN_IN_MILLISECONDS);
  }

  protected end(): void {
    if (this.sense() === 0) return;
    clearInterval(this.timer);
    this.sense.set(0);
    void this.desk.rest();
  }

  private again(): void {
    const [pace, sense] = [this.pace(), this.sense()];
    if (!pace || sense === 0) return;
    void this.desk.jog(sense, pace).then((says) => {
      if (says === null) return;
      this.words.set(says);
      this.end();
    });
  }

  protected onDown(event: KeyboardEvent): void {
    const sense = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (event.key === ' ' && this.sense() !== 0) this.end();
    if (sense === 0 || event.ctrlKey || event.metaKey || event.altKey) return;
    // Arrows that belong to something else stay its own.
    if ((event.target as HTMLElement).closest('input, textarea, [role=tab], [role=radio], .p-togglebutton')) return;
    event.preventDefault();
    if (!event.repeat) this.begin(sense);
  }

  protected onUp(event: KeyboardEvent): void {
    if (event.key === 'ArrowRight' || event.key === 'ArrowLeft') this.end();
  }
}

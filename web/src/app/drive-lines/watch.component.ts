import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  signal,
  untracked,
  type OnDestroy,
} from '@angular/core';
import { formatNumber } from '@crisp-notch/core/quantity';
import type { Trace } from '@crisp-notch/core/simulation';
import { momentAt, watchPicture } from './watch.layout';
import { ButtonModule } from 'primeng/button';

/** A whole run is shown in this many seconds, however short it was. */
const SHOWN_IN_SECONDS = 12;
const WIDTH = 560;

/** The rotor among the commanded notches, slowed down until the eye can follow. */
@Component({
  selector: 'cn-watch',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './watch.component.html',
  styleUrl: './watch.component.css',
})
export class WatchComponent implements OnDestroy {
  readonly trace = input.required<Trace>();

  private frame = 0;
  private lastStamp = 0;
  protected readonly width = WIDTH;
  protected readonly time = signal(0);
  protected readonly isPlaying = signal(false);
  protected readonly end = computed(() => this.trace().time.at(-1) ?? 0);
  protected readonly moment = computed(() => momentAt(this.trace(), this.time()));
  protected readonly picture = computed(() => watchPicture(this.moment()));
  protected readonly words = computed(() => {
    const { time, rate, slip, commanded, position } = this.moment();
    const behind = commanded - position;
    const where =
      Math.abs(slip) > 2 * Math.PI
        ? `out of step, ${formatNumber(Math.abs(behind), { significant: 3 })} full steps ${behind > 0 ? 'behind' : 'ahead'}`
        : 'in step';
    return `${(time * 1000).toFixed(1)} ms, ${formatNumber(Math.round(rate), { significant: 5 })} full steps/s: ${where}`;
  });
  protected readonly slowness = computed(() => Math.round(SHOWN_IN_SECONDS / Math.max(this.end(), 1e-3)));

  constructor() {
    effect(() => {
      this.trace();
      untracked(() => {
        this.time.set(0);
        if (!matchMedia('(prefers-reduced-motion: reduce)').matches) this.play();
      });
    });
  }

  ngOnDestroy(): void {
    this.pause();
  }

  protected toggle(): void {
    if (this.isPlaying()) this.pause();
    else this.play();
  }

  protected seek(event: Event): void {
    this.pause();
    this.time.set(Number((event.target as HTMLInputElement).value));
  }

  private play(): void {
    if (this.time() >= this.end()) this.time.set(0);
    cancelAnimationFrame(this.frame);
    this.lastStamp = 0;
    this.isPlaying.set(true);
    const draw = (stamp: number): void => {
      const passed = this.lastStamp === 0 ? 0 : (stamp - this.lastStamp) / 1000;
      this.lastStamp = stamp;
      this.time.update((time) => Math.min(this.end(), time + (passed * this.end()) / SHOWN_IN_SECONDS));
      if (this.time() >= this.end()) this.isPlaying.set(false);
      else this.frame = requestAnimationFrame(draw);
    };
    this.frame = requestAnimationFrame(draw);
  }

  private pause(): void {
    cancelAnimationFrame(this.frame);
    this.isPlaying.set(false);
  }
}

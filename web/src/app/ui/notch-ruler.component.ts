import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { showQuantity, type Dimension } from '@crisp-notch/core/quantity';
import { PreferencesStore } from '../data/preferences';
import { layOutRuler, type RulerContent } from './notch-ruler.layout';

/** Its width where nobody has measured the page yet, and the least at which its words can be read [px]. */
const WIDTH = 1000;
const WIDTH_LEAST = 600;
/** Beside the scale, for the halves of its first and last mark [px]. */
const MARGIN = 24;
/** Marks that are too small to be read alone. */
const UNIT_WORDS: Readonly<Record<string, string>> = { '″': 'arc seconds', '′': 'arc minutes', '°': 'degrees' };

/** The notch ruler: commanded notches, where the motor holds, what was asked and what was measured, to scale. */
@Component({
  selector: 'cn-notch-ruler',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './notch-ruler.component.html',
  styleUrl: './notch-ruler.component.css',
})
export class NotchRulerComponent {
  readonly content = input.required<RulerContent>();
  readonly dimension = input.required<Dimension>();
  /** Words for the dots, e.g. `measured 5 Nov`. */
  readonly measuredWords = input('');

  private readonly units = inject(PreferencesStore).units;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** As wide as the page gives it, so that words and marks have the same size on every page. */
  protected readonly width = signal(WIDTH);
  private readonly sizes = new ResizeObserver(() => {
    const wide = this.host.nativeElement.clientWidth - MARGIN;
    if (wide > 0) this.width.set(Math.max(WIDTH_LEAST, wide));
  });
  protected readonly layout = computed(() => layOutRuler(this.content(), this.width(), this.dimension(), this.units()));
  protected readonly unitWords = computed(() => UNIT_WORDS[this.layout().unit.symbol] ?? this.layout().unit.symbol);
  protected readonly stepWords = computed(() => this.say(this.content().step));
  protected readonly toleranceWords = computed(() => {
    const { tolerance } = this.content();
    return tolerance === null ? '' : `asked ±${this.say(tolerance)}`;
  });
  protected readonly lagWords = computed(() => {
    const { lag } = this.content();
    return lag === null ? '' : `±${this.say(lag)}`;
  });
  protected readonly description = computed(() =>
    [
      `Notch ruler: one notch is ${this.stepWords()}.`,
      this.lagWords() ? `Under load the motor holds within ${this.lagWords()} of a notch.` : '',
      this.toleranceWords() ? `${this.toleranceWords()}.` : '',
      this.content().deviations.length > 0
        ? `Measured errors: ${this.content()
            .deviations.map((item) => this.say(item))
            .join(', ')}.`
        : '',
    ].join(' '),
  );

  constructor() {
    this.sizes.observe(this.host.nativeElement);
    inject(DestroyRef).onDestroy(() => {
      this.sizes.disconnect();
    });
  }

  protected say(value: number): string {
    return showQuantity(value, this.layout().unit, { significant: 3 });
  }
}

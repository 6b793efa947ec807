import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { ExplainedInput, Explainer } from '@crisp-notch/core/reckoner';
import { shortDay } from '../data/dates';
import { PreferencesStore } from '../data/preferences';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { RadioButtonModule } from 'primeng/radiobutton';
import { typedReading } from '../ui/decimal-mark';
import { SelectComponent, type ChoiceOption } from '../ui/select.component';

const STRONGEST_SHOWN = 4;

/** Shows the working of one figure: formula, numbers, where they came from, the source, and what it depends on most. */
@Component({
  selector: 'cn-working-panel',
  imports: [ButtonModule, SelectComponent, FormsModule, RadioButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './working-panel.component.html',
  styleUrl: './working-panel.component.css',
  host: { '(keydown.escape)': 'closed.emit()' },
})
export class WorkingPanelComponent {
  readonly about = input.required<Explainer>();
  readonly isDeep = input(false);
  readonly closed = output();
  readonly back = output();
  /** By the input's identity. */
  readonly follow = output<string>();

  private readonly units = inject(PreferencesStore).units;
  private readonly heading = viewChild.required<ElementRef<HTMLElement>>('heading');
  protected readonly working = computed(() => this.about().explain(this.units()));
  protected readonly strongest = computed(() =>
    this.working()
      .sensitivities.slice(0, STRONGEST_SHOWN)
      .map(({ name, elasticity }) => ({ name, words: elasticityWords(elasticity) })),
  );

  /** The value that the figure is wished to have, as typed, and the field that may change for it. */
  protected readonly wish = signal('');
  protected readonly wishField = signal('');
  protected readonly fields = computed<readonly ChoiceOption[]>(() =>
    this.working().sensitivities.map(({ id, name }) => ({ value: id, label: name })),
  );
  protected readonly fieldInWish = computed(() => {
    const [wished, fields] = [this.wishField(), this.fields()];
    return (fields.find(({ value }) => value === wished) ?? fields[0])?.value ?? '';
  });
  protected readonly answer = computed(() =>
    this.about().wish(this.wish(), this.fieldInWish(), this.units(), typedReading()),
  );
  /** What is explained, as long as it is the same, whatever becomes of the design. */
  private readonly heard = computed(() => `${this.about().subjectId} ${this.working().name}`);

  constructor() {
    effect(() => {
      this.heard();
      this.wish.set('');
      this.heading().nativeElement.focus();
    });
  }

  protected whence({ from, on }: ExplainedInput): string {
    if (from === null) return 'not said';
    if (from === 'measured') return on ? `measured ${shortDay(on)}` : 'measured';
    return { typed: 'typed', assumed: 'assumed', part: 'from the part', estimated: 'estimated' }[from];
  }
}

/** `1 % more makes it 0.5 % less`. */
function elasticityWords(elasticity: number): string {
  const size = Math.abs(elasticity);
  const shown = size >= 0.95 && size <= 1.05 ? '1' : size.toPrecision(2).replace(/\.0+$/, '');
  return `1 % more makes it ${shown} % ${elasticity > 0 ? 'more' : 'less'}`;
}

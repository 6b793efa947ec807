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
import type { AxisContext } from '@crisp-notch/core/drive-line';
import { parseQuantity, preferredUnit, showQuantity } from '@crisp-notch/core/quantity';
import { dimensionOf, goalSeek, working, type Figure, type Reading } from '@crisp-notch/core/reckoner';
import { shortDay } from '../data/dates';
import type { AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { RadioButtonModule } from 'primeng/radiobutton';
import { SelectComponent } from '../ui/select.component';

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
  readonly view = input.required<AxisView>();
  readonly figure = input.required<Figure<AxisContext>>();
  readonly isDeep = input(false);
  readonly closed = output();
  readonly back = output();
  readonly follow = output<Figure<AxisContext>>();
  readonly school = output<string>();

  private readonly units = inject(PreferencesStore).units;
  private readonly heading = viewChild.required<ElementRef<HTMLElement>>('heading');
  protected readonly working = computed(() => working(this.view().reckoner, this.figure(), this.units()));
  protected readonly strongest = computed(() =>
    this.working()
      .sensitivities.slice(0, STRONGEST_SHOWN)
      .map(({ field, elasticity }) => ({ name: field.name, words: elasticityWords(elasticity) })),
  );
  protected readonly schools = computed(() => {
    const { schools } = this.figure();
    return (
      schools &&
      (schools.applies?.(this.view().context) ?? true) && { ...schools, inForce: schools.inForce(this.view().context) }
    );
  });
  protected readonly trouble = computed(() => {
    const { outcome } = this.working();
    if (outcome.kind === 'missing')
      return `Not known yet: ${outcome.fields.map((field) => field.name.toLowerCase()).join(', ')}.`;
    return outcome.kind === 'impossible' ? outcome.reason : '';
  });

  /** The value that the figure is wished to have, as typed, and the field that may change for it. */
  protected readonly wish = signal('');
  protected readonly wishField = signal('');
  protected readonly fieldOptions = computed(() => this.fields().map(({ id, name }) => ({ value: id, label: name })));
  protected readonly fields = computed(() => this.working().sensitivities.map(({ field }) => field));
  protected readonly answer = computed(() => {
    const [typed, figure, { reckoner, context }] = [this.wish(), this.figure(), this.view()];
    const field = this.fields().find((item) => item.id === this.wishField()) ?? this.fields()[0];
    if (typed.trim() === '' || !field) return '';
    const dimension = dimensionOf(figure, context);
    const target = parseQuantity(typed, dimension, preferredUnit(dimension, this.units()));
    if (!target.ok) return target.error;
    const found = goalSeek(reckoner, figure, field, target.value.value);
    if (found.kind === 'none') return `No ${field.name.toLowerCase()} would do it, all else as it is.`;
    return `${field.name} ${showQuantity(found.value, preferredUnit(dimensionOf(field, context), this.units()), { significant: 5 })}, all else as it is.`;
  });

  constructor() {
    effect(() => {
      this.figure();
      this.wish.set('');
      this.heading().nativeElement.focus();
    });
  }

  protected whence(reading: Reading | null): string {
    if (!reading) return 'not said';
    if (reading.from === 'measured') return reading.on ? `measured ${shortDay(reading.on)}` : 'measured';
    return { typed: 'typed', assumed: 'assumed', part: 'from the part', estimated: 'estimated' }[reading.from];
  }
}

/** `1 % more makes it 0.5 % less`. */
function elasticityWords(elasticity: number): string {
  const size = Math.abs(elasticity);
  const shown = size >= 0.95 && size <= 1.05 ? '1' : size.toPrecision(2).replace(/\.0+$/, '');
  return `1 % more makes it ${shown} % ${elasticity > 0 ? 'more' : 'less'}`;
}

import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import type { Level } from '@crisp-notch/core/driver';
import type { Counted } from '@crisp-notch/core/machine';
import { quantityOf, withCount, type Quantity } from '@crisp-notch/core/shape';
import { TextareaModule } from 'primeng/textarea';
import { today } from '../data/dates';
import { DesignStore, type AxisView } from '../data/design-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { FoldComponent } from '../ui/fold.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { WholeFieldComponent } from '../ui/whole-field.component';
import { divisorWords, levelsGive, microstepSight, tableLines, typedTable } from './microsteps.state';

const PULSES = { label: 'Pulses sent', least: 1, most: 100_000_000 } as const;
const TURNS = { label: 'Turns of the motor', dimension: 'ratio', isOptional: true } as const;

/** How a driver is told its microsteps, what one pin that is stuck makes of them, and the proof by counting. */
@Component({
  selector: 'cn-microsteps',
  imports: [ChoiceFieldComponent, FoldComponent, QuantityFieldComponent, TextareaModule, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './microsteps.component.html',
  styleUrl: './microsteps.component.css',
})
export class MicrostepsComponent {
  readonly view = input.required<AxisView>();

  private readonly store = inject(DesignStore);
  protected readonly pulses = PULSES;
  protected readonly turns = TURNS;
  protected readonly axis = computed(() => this.view().axis);
  protected readonly sight = computed(() => microstepSight(this.axis()));
  protected readonly divisors = computed<readonly ChoiceOption[]>(() => {
    const { divisors } = this.sight();
    const present = this.axis().driver.microsteps;
    const all = divisors.includes(present) ? divisors : [...divisors, present].sort((a, b) => a - b);
    return all.map((item) => ({ value: String(item), label: divisorWords(item) }));
  });
  /** Levels that somebody asks for, pin by pin. */
  protected readonly tried = linkedSignal<readonly Level[]>(() => this.sight().table?.pins.map(() => 'l') ?? []);
  protected readonly gives = computed(() => {
    const { table } = this.sight();
    return table ? levelsGive(table, this.tried()) : '';
  });
  protected readonly lines = computed(() => tableLines(this.sight().table));
  protected readonly problem = signal('');
  /** Pulses typed before the turns are. */
  protected readonly sent = linkedSignal(() => this.axis().counted?.pulses ?? this.sight().pulsesOfTurn);

  protected setDivisor(value: string): void {
    this.edit('microsteps', (axis) => ({ ...axis, driver: withCount(axis.driver, 'microsteps', Number(value)) }));
  }

  protected flip(place: number): void {
    this.tried.update((levels) => levels.map((level, at) => (at === place ? (level === 'h' ? 'l' : 'h') : level)));
  }

  protected setTable(lines: string): void {
    const typed = typedTable(lines);
    this.problem.set('problem' in typed ? typed.problem : '');
    if ('table' in typed)
      this.edit('microstep-table', (axis) => ({
        ...axis,
        driver: {
          ...axis.driver,
          specification: { ...axis.driver.specification, microstepTable: typed.table },
        },
      }));
  }

  protected setPulses(pulses: number): void {
    this.sent.set(pulses);
    const { counted } = this.axis();
    if (counted) this.count({ ...counted, pulses, on: today() });
  }

  protected setTurns(turns: Quantity | null): void {
    const pulses = this.sent();
    if (turns === null || pulses === null) this.count(null);
    else this.count({ pulses, turns: quantityOf(turns.text, 'measured', today()), on: today() });
  }

  private count(counted: Counted | null): void {
    this.edit('counted', (axis) => ({ ...axis, counted }));
  }

  private edit(key: string, change: Parameters<DesignStore['editAxis']>[2]): void {
    this.store.editAxis(this.axis().id, `driver.${key}`, change);
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { stepsPerOutputTurn } from '@crisp-notch/core/drive-line';
import { coordinateDecimals, writeDividingList } from '@crisp-notch/core/formats';
import { closingErrorOfRoundedMoves, indexPosition } from '@crisp-notch/core/motion';
import {
  formatNumber,
  preferredUnit,
  rationalFromNumber,
  rationalToNumber,
  showQuantity,
} from '@crisp-notch/core/quantity';
import { ButtonModule } from 'primeng/button';
import { DesignStore } from '../data/design-store';
import { downloadText, fileName } from '../data/download';
import { PreferencesStore } from '../data/preferences';
import { WholeFieldComponent } from '../ui/whole-field.component';

const STOPS_SHOWN = 12;

/** The stops of a table: a turn divided into equal parts that close. */
@Component({
  selector: 'cn-divide',
  imports: [ButtonModule, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './divide.component.html',
  styleUrl: './divide.component.css',
})
export class DivideComponent {
  private readonly units = inject(PreferencesStore).units;
  private readonly axes = toSignal(inject(DesignStore).axes$, { initialValue: [] });
  protected readonly stops = signal<number | null>(null);

  /** A turning axis divided into equal stops. */
  protected readonly divided = computed(() => {
    const view = this.axes().find((item) => item.axis.job.kind === 'rotary');
    const turn = view?.reckoner.get(stepsPerOutputTurn);
    if (!view || turn?.kind !== 'value') return null;
    const exactTurn = turn.exact?.ratio ?? rationalFromNumber(turn.value);
    const count = this.stops();
    if (count === null) return { letter: view.axis.letter, list: null };
    const all = Array.from({ length: count }, (_, index) => {
      const steps = Number(indexPosition(index + 1, count, exactTurn));
      return { stop: index + 1, steps, degrees: (steps * 360) / turn.value };
    });
    const closing = rationalToNumber(closingErrorOfRoundedMoves(count, exactTurn));
    return { letter: view.axis.letter, list: { turn: turn.value, all, shown: all.slice(0, STOPS_SHOWN), closing } };
  });

  protected degrees(value: number): string {
    return `${formatNumber(value, { decimals: 4 })}°`;
  }

  protected closingWords(closing: number, turn: number): string {
    if (Math.abs(closing) < 1e-9) return 'Rounding each move by itself would close here too.';
    const angle = showQuantity(Math.abs(closing / turn) * 2 * Math.PI, preferredUnit('angle', this.units()), {
      significant: 3,
    });
    return `Rounding each move by itself would ${closing < 0 ? 'fall short' : 'overrun'} by ${formatNumber(Math.abs(closing), { significant: 3 })} steps (${angle}) each turn.`;
  }

  protected download(): void {
    const divided = this.divided();
    if (!divided?.list) return;
    const { all, turn } = divided.list;
    const list = writeDividingList(all, divided.letter, coordinateDecimals(360 / turn));
    if (list.ok) downloadText(fileName(`${divided.letter} ${all.length} stops`, 'nc'), list.value, 'text/plain');
  }
}

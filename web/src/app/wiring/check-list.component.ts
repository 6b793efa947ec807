import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { withFound, type Found, type LineState, type PowerGate } from '@crisp-notch/core/wiring';
import type { Quantity } from '@crisp-notch/core/shape';
import { ButtonModule } from 'primeng/button';
import { shortDay, today } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { TickComponent } from '../ui/tick.component';
import { gateWords } from './check-list.state';

const SIGNS = { open: '○', good: '●', wrong: '⬢' } as const;

/** What has to be seen before power, in the order of safe work: ticked or read by whoever stands there. */
@Component({
  selector: 'cn-check-list',
  imports: [ButtonModule, QuantityFieldComponent, TickComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './check-list.component.html',
  styleUrl: './check-list.component.css',
})
export class CheckListComponent {
  readonly states = input.required<readonly LineState[]>();
  readonly gate = input.required<PowerGate>();
  /** The line under the hand or the cursor; null for none. */
  readonly looked = output<LineState | null>();

  private readonly store = inject(DesignStore);
  protected readonly signs = SIGNS;
  protected readonly asked = {
    volts: { label: 'Volts', dimension: 'voltage', bounds: { least: -1000 }, isOptional: true },
    ohms: { label: 'Ohms', dimension: 'resistance', bounds: { least: 0 }, isOptional: true },
  } as const;
  protected readonly done = computed(() => this.gate().of - this.gate().left);
  protected readonly words = computed(() => gateWords(this.gate()));

  protected valueOf({ done, kind }: LineState): Quantity | null {
    return (kind === 'ohms' ? done?.ohms : done?.volts) ?? null;
  }

  protected dayOf({ done }: LineState): string {
    return done?.on ? shortDay(done.on) : '';
  }

  protected find(line: LineState, found: Found): void {
    this.store.edit(`wiring.done.${line.id}`, (machine) => withFound(machine, line, found, today()));
  }
}

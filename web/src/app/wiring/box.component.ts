import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { sayIn } from '@crisp-notch/core/drive-line';
import { MACHINE_ASKED, type MachineWiring } from '@crisp-notch/core/machine';
import { formatNumber } from '@crisp-notch/core/quantity';
import { quantityOf, type Quantity } from '@crisp-notch/core/shape';
import { USUAL_RISE, withFound, type LineState } from '@crisp-notch/core/wiring';
import { InputTextModule } from 'primeng/inputtext';
import { today } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { TickComponent } from '../ui/tick.component';
import { UnbrokenPipe } from '../ui/unbroken.pipe';
import { WiringFindingsComponent } from './wiring-findings.component';
import type { WiringSight } from './wiring-sight';

/** By shares that are guesses, so by two digits. */
const watts = (heat: number): string => `${formatNumber(heat, { significant: 2 })} W`;

/** What goes into the box: its heat, the air that it needs, cable chains, and what has to be seen of it. */
@Component({
  selector: 'cn-box',
  imports: [InputTextModule, QuantityFieldComponent, TickComponent, UnbrokenPipe, WiringFindingsComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './box.component.html',
  styleUrl: './box.component.css',
})
export class BoxComponent {
  readonly sight = input.required<WiringSight>();

  private readonly store = inject(DesignStore);
  private readonly units = inject(PreferencesStore).units;
  protected readonly asked = MACHINE_ASKED.box;
  protected readonly usualRise = quantityOf(`${USUAL_RISE} K`, 'assumed');
  protected readonly said = computed(() => this.sight().machine.wiring.box);
  private readonly say = computed(() => sayIn(this.units()));
  protected readonly items = computed(() =>
    this.sight().box.items.map((item) => ({
      ...item,
      words: item.heat === null ? 'not known' : watts(item.heat),
    })),
  );
  protected readonly total = computed(() => watts(this.sight().box.heat));
  protected readonly wanted = computed(() => {
    const { wanted } = this.sight().box;
    return this.say()(wanted, 'flow', 0.05 * wanted);
  });
  protected readonly isWhole = computed(() => this.sight().box.items.every(({ heat }) => heat !== null));

  protected setRise(rise: Quantity | null): void {
    this.change('rise', (box) => ({ ...box, rise }));
  }

  protected setFan(fan: Quantity | null): void {
    this.change('fan', (box) => ({ ...box, fan }));
  }

  protected setSize(item: string, typed: string): void {
    const size = typed.trim().slice(0, 40);
    this.change(`size.${item}`, (box) => {
      const others = box.sizes.filter((one) => one.item !== item);
      return { ...box, sizes: size === '' ? others : [...others, { item, size }] };
    });
  }

  protected tick(line: LineState, isTicked: boolean): void {
    this.store.edit(`wiring.done.${line.id}`, (machine) => withFound(machine, line, isTicked, today()));
  }

  private change(key: string, change: (box: MachineWiring['box']) => MachineWiring['box']): void {
    this.store.edit(`wiring.box.${key}`, (machine) => ({
      ...machine,
      wiring: { ...machine.wiring, box: change(machine.wiring.box) },
    }));
  }
}

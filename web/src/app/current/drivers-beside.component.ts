import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { StoredPart } from '@crisp-notch/contract';
import { DRIVERS_MOST, driversBeside, type DriverBeside } from '@crisp-notch/core/comparison';
import { choosePart } from '@crisp-notch/core/machine';
import { formatNumber } from '@crisp-notch/core/quantity';
import { ButtonModule } from 'primeng/button';
import { DesignStore, type AxisView } from '../data/design-store';
import { OneOfComponent } from '../ui/one-of.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { UnbrokenPipe } from '../ui/unbroken.pipe';

const shown = (value: number | null, unit: string): string =>
  value === null ? 'not known' : `${formatNumber(value, { significant: 3 })} ${unit}`;

/** The lines of one driver, in the order in which all are read. */
function linesOf(item: DriverBeside): readonly { readonly label: string; readonly words: string }[] {
  const window = item.most === null ? 'not known' : `${formatNumber(item.least ?? 0, {})} to ${shown(item.most, 'V')}`;
  const fits = item.fitsSupply === null ? '' : item.fitsSupply ? ', fits' : ', not this supply';
  return [
    { label: 'Limit, bare', words: shown(item.bare, 'A') },
    { label: 'With a heat sink', words: shown(item.withSink, 'A') },
    { label: 'With sink and fan', words: shown(item.withFan, 'A') },
    { label: 'Supply', words: `${window}${fits}` },
    { label: 'Finest', words: item.finestMicrosteps === null ? 'not known' : `1/${item.finestMicrosteps}` },
    { label: 'Logic supply', words: item.logicSupply || 'not known' },
    { label: 'Noise', words: item.noise || 'not known' },
    { label: 'Protected from', words: item.protection || 'not known' },
    { label: 'Heat at its limit', words: shown(item.heat, 'W') },
    {
      label: 'Margin at speed',
      words: item.margin === null ? 'not known' : `${formatNumber(item.margin, { significant: 2 })}×`,
    },
    { label: 'Price', words: item.price || 'not known' },
  ];
}

/** Two to four drivers of the shelf side by side, each as it would be for one axis. */
@Component({
  selector: 'cn-drivers-beside',
  imports: [ButtonModule, OneOfComponent, PartChooserComponent, UnbrokenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row">
      @if (axes().length > 1) {
        <cn-one-of label="For which axis" [options]="axes()" [value]="axisId()" (chosen)="axisId.set($event)" />
      }
      @if (items().length < most) {
        <cn-part-chooser class="chooser" kind="driver" (chosen)="add($event)" />
      }
    </div>
    @if (items().length) {
      <div class="cards">
        @for (item of items(); track item.id) {
          <section class="one" [attr.aria-label]="item.name">
            <h3 class="wrap-anywhere">{{ item.name }}</h3>
            <dl>
              @for (line of item.lines; track line.label) {
                <div>
                  <dt class="small quiet">{{ line.label }}</dt>
                  <dd [class.quiet]="line.words === 'not known'">{{ line.words | cnUnbroken }}</dd>
                </div>
              }
            </dl>
            <p class="row">
              <button type="button" pButton severity="secondary" outlined (click)="take(item.id)">Take it</button>
              <button type="button" class="link small" (click)="drop(item.id)">
                put away<span class="visually-hidden"> {{ item.name }}</span>
              </button>
            </p>
          </section>
        }
      </div>
    } @else {
      <p class="small quiet">Choose two to four drivers of the shelf: each is reckoned for this motor and supply.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }

    .chooser {
      flex: 1 1 240px;
      max-width: 420px;
    }

    .cards {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 200px), 1fr));
      gap: 12px;
    }

    .one {
      display: grid;
      gap: 6px;
      align-content: start;
      padding: 10px;
      border: 1px solid var(--rule);
    }

    h3 {
      min-height: 2.6em;
    }

    dl > div {
      padding: 3px 0;
      border-top: 1px solid var(--rule);
    }
  `,
})
export class DriversBesideComponent {
  readonly views = input.required<readonly AxisView[]>();

  private readonly store = inject(DesignStore);
  private readonly document = toSignal(this.store.document$);
  private readonly parts = signal<readonly StoredPart[]>([]);
  protected readonly most = DRIVERS_MOST;
  protected readonly axes = computed(() => this.views().map(({ axis }) => ({ value: axis.id, label: axis.letter })));
  protected readonly axisId = linkedSignal<string>(() => this.axes()[0]?.value ?? '');
  protected readonly items = computed(() => {
    const document = this.document();
    return document && this.axisId() !== ''
      ? driversBeside(document, this.axisId(), this.parts()).map((item) => ({ ...item, lines: linesOf(item) }))
      : [];
  });

  protected add(part: StoredPart): void {
    this.parts.update((parts) => (parts.some(({ id }) => id === part.id) ? parts : [...parts, part]));
  }

  protected drop(id: string): void {
    this.parts.update((parts) => parts.filter((part) => part.id !== id));
  }

  protected take(id: string): void {
    const part = this.parts().find((item) => item.id === id);
    if (part) this.store.edit(`${this.axisId()}.driver`, (machine) => choosePart(machine, this.axisId(), part));
  }
}

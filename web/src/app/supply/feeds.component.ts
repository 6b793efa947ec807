import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { feedDrop, feedWarming, fuseLoad, sayIn, supplyPeak } from '@crisp-notch/core/drive-line';
import { MACHINE_ASKED, type Feed, type WireSize } from '@crisp-notch/core/machine';
import { WIRE_AREAS, WIRE_GAUGES } from '@crisp-notch/core/parts';
import { quantityOf } from '@crisp-notch/core/shape';
import { fuseFor, wireArea, wireCurrentMost } from '@crisp-notch/core/power';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { CautionComponent } from '../ui/caution.component';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { FigureComponent } from '../ui/figure.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';

const WIRES: readonly ChoiceOption[] = [
  { value: '', label: 'not chosen' },
  ...WIRE_AREAS.map((area) => ({ value: `area ${area}`, label: `${area} mm²` })),
  ...WIRE_GAUGES.map((number) => ({ value: `gauge ${number}`, label: `AWG ${number}` })),
];

function valueOf(wire: WireSize | null): string {
  if (wire === null) return '';
  return wire.kind === 'gauge' ? `gauge ${wire.number}` : `area ${wire.area.text.replace(/\s*mm²$/, '')}`;
}

function wireOf(value: string): WireSize | null {
  const [kind, size] = value.split(' ');
  if (kind === 'gauge') return { kind, number: Number(size) };
  return kind === 'area' ? { kind, area: quantityOf(`${size} mm²`) } : null;
}

/**
 * The wires from supply to drivers: what they lose, how warm they get, what fuse protects them, what steadies the
 * driver.
 */
@Component({
  selector: 'cn-feeds',
  imports: [CautionComponent, ChoiceFieldComponent, FigureComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="feeds">
      @for (item of rows(); track item.view.axis.id) {
        <section
          class="card pad fields"
          [attr.data-axis]="item.view.axis.id"
          [attr.aria-label]="'Wires of ' + item.view.axis.letter"
        >
          <h2>
            {{ item.view.axis.letter }} <span class="quiet wrap-anywhere">{{ item.view.axis.name }}</span>
          </h2>
          <cn-choice-field
            label="Fed from"
            [options]="supplies()"
            [value]="item.view.axis.supply ?? ''"
            (changed)="feedFrom(item.view, $event)"
          />
          <cn-choice-field
            label="Wire"
            [options]="item.options"
            [value]="item.wire"
            (changed)="set(item.view, 'wire', { wire: wireOf($event) })"
          />
          <cn-quantity-field
            [asked]="asked.length"
            [value]="item.view.axis.feed.length"
            (changed)="set(item.view, 'length', { length: $event })"
            remark="One way; both conductors are counted."
          />
          <cn-quantity-field
            [asked]="asked.fuse"
            [value]="item.view.axis.feed.fuse"
            (changed)="set(item.view, 'fuse', { fuse: $event })"
            [remark]="item.fuse"
          />
          <cn-quantity-field
            [asked]="asked.capacitance"
            [value]="item.view.axis.feed.capacitance"
            (changed)="set(item.view, 'capacitance', { capacitance: $event })"
            remark="At each driver, close to its motor supply pins: 100 µF is usual."
          />
          <cn-quantity-field
            [asked]="asked.capacitorVoltage"
            [value]="item.view.axis.feed.capacitorVoltage"
            (changed)="set(item.view, 'rating', { capacitorVoltage: $event })"
            remark="Above the bus after braking."
          />
          <dl class="figures">
            <div>
              <dt>Draws</dt>
              <dd><cn-figure [view]="item.view" [figure]="figures.supplyPeak" /></dd>
            </div>
            <div>
              <dt>Loses</dt>
              <dd><cn-figure [view]="item.view" [figure]="figures.feedDrop" /></dd>
            </div>
            <div>
              <dt>Warming</dt>
              <dd><cn-figure [view]="item.view" [figure]="figures.feedWarming" /></dd>
            </div>
            <div>
              <dt>Wire is good for</dt>
              <dd class="number">{{ item.bears }}</dd>
            </div>
          </dl>
        </section>
      }
    </div>
    <p class="small quiet">
      Sizes in mm² by IEC 60228, gauge numbers by ASTM B258, copper of IEC 60028. Temperature rise of a single wire in
      still air of 40 °C, 30 K at most (common practice, no source): in a bundle or a drag chain take the next size up.
    </p>
    <cn-caution
      >A fuse protects the wire: choose it for the thinnest wire behind it, not only for the load. Switch off and let
      capacitors discharge before touching a terminal.</cn-caution
    >
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }

    .feeds {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(300px, 100%), 1fr));
      gap: 14px;
    }

    .fields {
      display: grid;
      gap: 8px;
      align-content: start;
    }

    .figures {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 6px 14px;
      border-top: 1px solid var(--rule);
      padding-top: 8px;
    }

    dt {
      font-size: 13px;
      color: var(--ink-2);
    }
  `,
})
export class FeedsComponent {
  readonly axes = input.required<readonly AxisView[]>();

  private readonly store = inject(DesignStore);
  private readonly units = inject(PreferencesStore).units;
  protected readonly asked = MACHINE_ASKED.feed;
  protected readonly wireOf = wireOf;
  protected readonly figures = { supplyPeak, feedDrop, feedWarming };
  private readonly document = toSignal(this.store.document$);
  protected readonly supplies = computed<readonly ChoiceOption[]>(() => [
    { value: '', label: 'nothing yet' },
    ...(this.document()?.supplies ?? []).map((item, index) => ({
      value: item.id,
      label: `${index + 1}: ${item.name || 'supply'}`,
    })),
    ...(this.document()?.converters ?? []).map((item) => ({ value: item.id, label: item.name || 'converter' })),
  ]);
  protected readonly rows = computed(() => {
    const say = sayIn(this.units());
    return this.axes().map((view) => {
      const { wire } = view.axis.feed;
      const most = wire ? wireCurrentMost(wireArea(wire)) : null;
      const draw = fuseLoad(view.reckoner);
      const fit = draw === null ? null : fuseFor(draw, most ?? Infinity);
      const value = valueOf(wire);
      return {
        view,
        wire: value,
        // A size that a file brought along stays among the choices.
        options: WIRES.some((item) => item.value === value)
          ? WIRES
          : [...WIRES, { value, label: value.replace('area ', '').concat(' mm²') }],
        bears: most === null ? '–' : say(most, 'current', 0.1),
        fuse:
          draw === null
            ? ''
            : fit === null
              ? 'No usual fuse carries the load and protects this wire: take a thicker one.'
              : `${say(fit, 'current')} carries all that its drivers can draw${most === null ? '' : ' and protects this wire'}.`,
      };
    });
  });

  protected feedFrom(view: AxisView, id: string): void {
    this.store.editAxis(view.axis.id, 'supply', (axis) => ({ ...axis, supply: id || null }));
  }

  protected set(view: AxisView, key: string, change: Partial<Feed>): void {
    this.store.editAxis(view.axis.id, `feed.${key}`, (axis) => ({ ...axis, feed: { ...axis.feed, ...change } }));
  }
}

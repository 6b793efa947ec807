import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { quantityOf, readQuantity, type Quantity } from '@crisp-notch/core/shape';
import { DENSITIES, offAxisInertia, tubeInertia } from '@crisp-notch/core/mechanics';
import { preferredUnit, showQuantity } from '@crisp-notch/core/quantity';
import { PreferencesStore } from '../data/preferences';
import { ChoiceFieldComponent } from './choice-field.component';
import type { ChoiceOption } from './select.component';
import { QuantityFieldComponent } from './quantity-field.component';
import { ButtonModule } from 'primeng/button';

const MATERIALS: readonly ChoiceOption[] = Object.keys(DENSITIES).map((value) => ({ value, label: value }));
type Material = keyof typeof DENSITIES;

/** An inertia from what callipers measure: a solid cylinder or a tube, about its own axis or beside it. */
@Component({
  selector: 'cn-inertia-estimate',
  imports: [ButtonModule, ChoiceFieldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary class="small">Estimate it from its size</summary>
      <div class="fields">
        <cn-quantity-field
          [asked]="{ label: 'Diameter', dimension: 'length' }"
          [value]="diameter()"
          (changed)="diameter.set($event)"
        />
        <cn-quantity-field
          [asked]="{ label: 'Bore', dimension: 'length' }"
          [value]="bore()"
          (changed)="bore.set($event)"
          remark="Empty for a solid one."
        />
        <cn-quantity-field
          [asked]="{ label: 'Length', dimension: 'length' }"
          [value]="length()"
          (changed)="length.set($event)"
          remark="Along its axis: the thickness of a disc."
        />
        <cn-choice-field label="Made of" [options]="materials" [value]="material()" (changed)="setMaterial($event)" />
        <cn-quantity-field
          [asked]="{ label: 'Off the axis by', dimension: 'length' }"
          [value]="distance()"
          (changed)="distance.set($event)"
          remark="Empty where it turns about its own middle."
        />
        <p class="row small" role="status">
          @if (result(); as found) {
            <span class="number">{{ found.shown }}</span>
            <button type="button" pButton severity="secondary" outlined (click)="estimated.emit(found.quantity)">
              Use this estimate
            </button>
          } @else {
            <span class="quiet">{{ trouble() }}</span>
          }
        </p>
      </div>
    </details>
  `,
  styles: `
    .fields {
      display: grid;
      gap: 8px;
      padding-top: 8px;
    }
  `,
})
export class InertiaEstimateComponent {
  readonly estimated = output<Quantity>();

  private readonly units = inject(PreferencesStore).units;
  protected readonly materials = MATERIALS;
  protected readonly diameter = signal<Quantity | null>(null);
  protected readonly bore = signal<Quantity | null>(null);
  protected readonly length = signal<Quantity | null>(null);
  protected readonly distance = signal<Quantity | null>(null);
  protected readonly material = signal<Material>('aluminium');
  private readonly sizes = computed(() => {
    const of = (item: Quantity | null): number | null => item && readQuantity(item, 'length').value;
    return {
      outside: of(this.diameter()),
      inside: of(this.bore()) ?? 0,
      length: of(this.length()),
      distance: of(this.distance()) ?? 0,
    };
  });
  protected readonly trouble = computed(() => {
    const { outside, inside, length } = this.sizes();
    if (outside === null || length === null) return 'Diameter and length are needed.';
    return inside >= outside ? 'The bore is larger than the diameter.' : '';
  });
  protected readonly result = computed(() => {
    const { outside, inside, length, distance } = this.sizes();
    if (outside === null || length === null || this.trouble() !== '') return null;
    const density = DENSITIES[this.material()];
    const mass = (Math.PI / 4) * (outside ** 2 - inside ** 2) * length * density;
    const value = offAxisInertia(tubeInertia(outside, inside, length, density), mass, distance);
    const text = `${Number((value * 1e7).toPrecision(3))} g·cm²`;
    return {
      quantity: quantityOf(text, 'estimated'),
      shown: `about ${showQuantity(value, preferredUnit('inertia', this.units()), { significant: 3 })}`,
    };
  });

  protected setMaterial(value: string): void {
    if (value in DENSITIES) this.material.set(value as Material);
  }
}

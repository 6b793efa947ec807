import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { SupplySpecification } from '@crisp-notch/core/machine';
import { InputTextModule } from 'primeng/inputtext';
import { DesignStore } from '../data/design-store';
import { CautionComponent } from '../ui/caution.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { SupplyFieldsComponent } from '../ui/specifications/supply-fields.component';

/** Operation 30: the supplies, which axes they feed, and what the drivers say to their volts. */
@Component({
  selector: 'cn-supply-page',
  imports: [CautionComponent, InputTextModule, OperationFrameComponent, SupplyFieldsComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>Supply</h1>
    <cn-caution
      >Mains wiring, earthing and enclosures: follow the local electrical code and have a qualified person do or check it. Supplies hold a charge after switching off.</cn-caution
    >
    @for (item of supplies(); track item.supply.id) {
      <section class="card pad stack" [attr.aria-label]="'Supply ' + ($index + 1)">
        <h2>Supply {{ $index + 1 }}</h2>
        <div class="field-row">
          <label [for]="'supply-name-' + $index">Described as</label>
          <input pInputText class="field" maxlength="120" autocomplete="off" [id]="'supply-name-' + $index" [value]="item.supply.name" (input)="setName(item.supply.id, $event)" />
        </div>
        <cn-supply-fields [specification]="item.supply.specification" (changed)="set(item.supply.id, $event)" />
        <p>
          Feeds {{ item.letters || 'no axis' }}.
          @for (finding of item.findings; track finding) {
            <span class="verdict caution">▲ {{ finding }}</span>
          }
          @if (item.letters === '') {
            <button type="button" class="link" (click)="remove(item.supply.id)">Remove it</button>
          }
        </p>
      </section>
    } @empty {
      <p>No supply yet. Choose one at the first station of a drive line.</p>
    }
    <p class="small quiet">
      At each driver, close to its motor supply pins: a bulk capacitor of 47 µF at least, 100 µF usual, rated above the supply (common practice, no source).
    </p>
    <cn-operation-frame [number]="30" />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
    }
  `,
})
export class SupplyPage {
  private readonly store = inject(DesignStore);
  private readonly document = toSignal(this.store.document$);
  private readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  protected readonly supplies = computed(() =>
    (this.document()?.supplies ?? []).map((supply) => {
      const fed = this.axes().filter((view) => view.axis.supply === supply.id);
      const findings = fed.flatMap((view) => view.findings.filter((finding) => finding.station === 'supply').map((finding) => `${view.axis.letter}: ${finding.reason}`));
      return { supply, letters: fed.map((view) => view.axis.letter).join(', '), findings };
    }),
  );

  protected setName(id: string, event: Event): void {
    const name = (event.target as HTMLInputElement).value;
    this.store.edit(`supply.${id}.name`, (document) => ({ ...document, supplies: document.supplies.map((item) => (item.id === id ? { ...item, name } : item)) }));
  }

  protected set(id: string, specification: SupplySpecification): void {
    this.store.edit(`supply.${id}.specification`, (document) => ({ ...document, supplies: document.supplies.map((item) => (item.id === id ? { ...item, specification } : item)) }));
  }

  protected remove(id: string): void {
    this.store.edit('supplies', (document) => ({ ...document, supplies: document.supplies.filter((item) => item.id !== id) }));
  }
}

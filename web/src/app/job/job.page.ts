import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { MachineKind, Quantity } from '@crisp-notch/core/machine';
import { InputTextModule } from 'primeng/inputtext';
import { TextareaModule } from 'primeng/textarea';
import { DesignStore } from '../data/design-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { MACHINE_KINDS } from '../ui/machine-kinds';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';

type JobKey = 'travel' | 'speed' | 'tolerance' | 'load';

/** Operation 10: what the machine has to do, axis by axis. */
@Component({
  selector: 'cn-job-page',
  imports: [ChoiceFieldComponent, InputTextModule, OperationFrameComponent, QuantityFieldComponent, TextareaModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './job.page.html',
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
    }

    .axes {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
      gap: 14px;
    }

    .fields {
      display: grid;
      gap: 8px;
      margin-top: 8px;
    }

    @media (max-width: 700px) {
      .axes {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class JobPage {
  private readonly store = inject(DesignStore);
  protected readonly document = toSignal(this.store.document$);
  protected readonly kinds = MACHINE_KINDS;
  protected readonly loadBounds = { least: 0 };

  protected setName(event: Event): void {
    const name = (event.target as HTMLInputElement).value;
    if (name.trim() !== '') this.store.edit('name', (document) => ({ ...document, name }));
  }

  protected setKind(kind: string): void {
    const known = this.kinds.find((item) => item.value === kind);
    if (known) this.store.edit('kind', (document) => ({ ...document, kind: known.value as MachineKind }));
  }

  protected setNote(event: Event): void {
    const note = (event.target as HTMLTextAreaElement).value;
    this.store.edit('note', (document) => ({ ...document, note }));
  }

  protected setJob(axisId: string, key: JobKey, value: Quantity | null): void {
    this.store.editAxis(axisId, `job.${key}`, (axis) => ({ ...axis, job: { ...axis.job, [key]: value } }));
  }

  protected setMass(axisId: string, mass: Quantity | null): void {
    this.store.editAxis(axisId, 'carriage.mass', (axis) => ({ ...axis, carriage: { ...axis.carriage, mass } }));
  }
}

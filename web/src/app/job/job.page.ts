import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { withUsualValues } from '@crisp-notch/core/machine';
import { MACHINE_KINDS, machineKindOf } from '@crisp-notch/core/machine-kinds';
import { InputTextModule } from 'primeng/inputtext';
import { TextareaModule } from 'primeng/textarea';
import { DesignStore } from '../data/design-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { MACHINE_KIND_OPTIONS } from '../ui/machine-kinds';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { AxisJobComponent } from './axis-job.component';
import { ButtonModule } from 'primeng/button';

/** Operation 10: what the machine has to do, axis by axis. */
@Component({
  selector: 'cn-job-page',
  imports: [
    AxisJobComponent,
    ButtonModule,
    ChoiceFieldComponent,
    InputTextModule,
    OperationFrameComponent,
    TextareaModule,
  ],
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
  protected readonly kinds = MACHINE_KIND_OPTIONS;
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  protected readonly one = computed(() => machineKindOf(this.document()?.kind ?? 'other').one);

  protected setName(event: Event): void {
    const name = (event.target as HTMLInputElement).value;
    if (name.trim() !== '') this.store.edit('name', (document) => ({ ...document, name }));
  }

  protected setKind(kind: string): void {
    const known = MACHINE_KINDS.find((item) => item === kind);
    if (known) this.store.edit('kind', (document) => ({ ...document, kind: known }));
  }

  protected setNote(event: Event): void {
    const note = (event.target as HTMLTextAreaElement).value;
    this.store.edit('note', (document) => ({ ...document, note }));
  }

  protected useUsual(): void {
    this.store.edit('usual', withUsualValues);
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FAULTS, type FaultThere } from '@crisp-notch/core/bench';
import { ButtonModule } from 'primeng/button';
import { SelectComponent } from '../ui/select.component';
import type { RigFaults } from '../workers/bench-messages';
import { MovesDesk } from './moves-desk';

/** The rig starts as a copy of the design; for practice something is wrong with it, which only its behaviour tells. */
@Component({
  selector: 'cn-practice',
  imports: [ButtonModule, SelectComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary>
        Practise with something wrong <span class="quiet small">{{ words() }}</span>
      </summary>
      <div class="stack body">
        <p class="small">
          The rig is a copy of the design as it is now. Have something hidden in it and find it by what it does; the
          design and its figures know nothing of it.
        </p>
        <p class="row">
          <button type="button" pButton severity="secondary" outlined (click)="open('hide')">Hide something</button>
          @if (isFaulty()) {
            <button type="button" pButton severity="secondary" outlined (click)="tell()">Tell me what it is</button>
            <button type="button" pButton severity="secondary" outlined (click)="open([])">Put it right</button>
          }
          <button type="button" pButton severity="secondary" outlined (click)="open('as-before')">
            Build the rig anew
          </button>
        </p>
        <cn-select label="Or choose what is wrong" [options]="options()" [value]="''" (chosen)="choose($event)" />
        @if (told() && names()) {
          <p>{{ names() }}</p>
        }
      </div>
    </details>
  `,
  styles: `
    .body {
      padding-top: 10px;
    }
  `,
})
export class PracticeComponent {
  private readonly desk = inject(MovesDesk);
  protected readonly told = signal(false);
  /** What is wrong with the rig, as far as it is known here. */
  private readonly faults = computed(() => this.desk.line.opened()?.faults ?? []);
  protected readonly isFaulty = computed(() => this.faults().length > 0);
  protected readonly words = computed(() =>
    this.isFaulty() ? (this.told() && this.names()) || 'something is wrong with the rig' : 'the rig is as designed',
  );
  protected readonly options = computed(() => [
    { value: '', label: 'nothing' },
    ...this.desk.line.possible().map((there) => ({ value: JSON.stringify(there), label: this.nameOf(there) })),
  ]);
  protected readonly names = computed(() =>
    [this.faults()]
      .flatMap((faults) => (faults === 'hidden' ? [] : faults))
      .map((there) => this.nameOf(there))
      .join('; '),
  );

  private nameOf({ id, axisId }: FaultThere): string {
    const name = FAULTS.find((fault) => fault.id === id)?.name ?? id;
    const letter = this.desk.axes().find(({ axis }) => axis.id === axisId)?.axis.letter;
    return letter === undefined ? name : `${letter}: ${name}`;
  }

  protected open(faults: RigFaults): void {
    this.told.set(false);
    this.desk.openRig(faults);
  }

  protected tell(): void {
    this.told.set(true);
    this.desk.line.tellFaults();
  }

  protected choose(value: string): void {
    this.open(value === '' ? [] : [JSON.parse(value) as FaultThere]);
    this.told.set(true);
  }
}

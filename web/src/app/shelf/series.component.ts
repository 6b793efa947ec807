import { ChangeDetectionStrategy, Component, computed, output, signal } from '@angular/core';
import { TRANSMISSION_SERIES, type SeriesMember } from '@crisp-notch/core/parts';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { TickComponent } from '../ui/tick.component';
import { ButtonModule } from 'primeng/button';

const OPTIONS: readonly ChoiceOption[] = TRANSMISSION_SERIES.map(({ id, name, members }) => ({
  value: id,
  label: `${name} (${members.length})`,
}));

/** A standard series with its standard, to put on the shelf whole or in part. */
@Component({
  selector: 'cn-series',
  imports: [ButtonModule, ChoiceFieldComponent, TickComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field label="Series" [options]="options" [value]="series().id" (changed)="choose($event)" />
    <p class="small quiet">{{ series().source }}.</p>
    <ul class="members">
      @for (member of series().members; track member.name) {
        <li>
          <cn-tick [isTicked]="!left().has(member.name)" (ticked)="toggle(member.name)">{{ member.name }}</cn-tick>
        </li>
      }
    </ul>
    <p class="row">
      <button type="button" pButton [disabled]="taken().length === 0" (click)="chosen.emit(taken())">
        Put {{ taken().length }} on the shelf
      </button>
      <button type="button" pButton severity="secondary" outlined (click)="leaveAll()">Leave all</button>
      <button type="button" pButton severity="secondary" outlined (click)="left.set(empty)">Take all</button>
    </p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    .members {
      max-height: 320px;
      overflow-y: auto;
      position: relative;
      border: 1px solid var(--rule);
      padding: 6px 10px;
    }
  `,
})
export class SeriesComponent {
  readonly chosen = output<readonly SeriesMember[]>();
  protected readonly options = OPTIONS;
  protected readonly empty: ReadonlySet<string> = new Set<string>();
  private readonly id = signal(TRANSMISSION_SERIES[0]?.id ?? '');
  protected readonly series = computed(
    () =>
      TRANSMISSION_SERIES.find((item) => item.id === this.id()) ??
      (TRANSMISSION_SERIES[0] as (typeof TRANSMISSION_SERIES)[number]),
  );
  /** Members that are not wanted. */
  protected readonly left = signal<ReadonlySet<string>>(this.empty);
  protected readonly taken = computed(() => this.series().members.filter((member) => !this.left().has(member.name)));

  protected choose(id: string): void {
    this.id.set(id);
    this.left.set(this.empty);
  }

  protected toggle(name: string): void {
    const left = new Set(this.left());
    if (!left.delete(name)) left.add(name);
    this.left.set(left);
  }

  protected leaveAll(): void {
    this.left.set(new Set(this.series().members.map((member) => member.name)));
  }
}

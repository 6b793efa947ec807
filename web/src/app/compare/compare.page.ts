import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute } from '@angular/router';
import type { Machine } from '@crisp-notch/core/machine';
import { catchError, distinctUntilChanged, EMPTY, map, switchMap } from 'rxjs';
import { messageOf } from '../data/answers';
import { shortDay } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { LogbookStore } from '../data/logbook-store';
import { TrialStore } from '../data/trial-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { ComparisonComponent } from '../ui/comparison.component';
import { MessageModule } from 'primeng/message';

const PRESENT = 'present';

interface Side {
  readonly name: string;
  readonly document: Machine;
}

/** Any two of the present design, its what-ifs and its revisions, side by side. */
@Component({
  selector: 'cn-compare-page',
  imports: [ChoiceFieldComponent, ComparisonComponent, MessageModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>Compare designs</h1>
    <section class="card pad stack">
      <div class="sides">
        <cn-choice-field label="This" [options]="options()" [value]="left()" (changed)="choose('left', $event)" />
        <cn-choice-field
          label="beside this"
          [options]="options()"
          [value]="right()"
          (changed)="choose('right', $event)"
        />
      </div>
      @if (message()) {
        <p-message severity="error">{{ message() }}</p-message>
      } @else if (sides(); as both) {
        <cn-comparison
          [left]="both.left.document"
          [right]="both.right.document"
          [leftName]="both.left.name"
          [rightName]="both.right.name"
        />
      } @else {
        <p role="status">Fetching the revision …</p>
      }
    </section>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
    }

    .sides {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
      gap: 8px 20px;
    }
  `,
})
export class ComparePage {
  private readonly logbook = inject(LogbookStore);
  private readonly store = inject(DesignStore);
  private readonly query = inject(ActivatedRoute).snapshot.queryParamMap;
  private readonly state = toSignal(this.store.state$);
  private readonly trials = toSignal(inject(TrialStore).trials$, { initialValue: [] });
  protected readonly message = signal('');
  private readonly revisions = toSignal(
    this.store.state$.pipe(
      map(({ id, revision }) => `${id} ${revision}`),
      distinctUntilChanged(),
      switchMap((key) =>
        this.logbook.revisions(key.split(' ')[0] ?? '').pipe(
          catchError((error: unknown) => {
            this.message.set(`The revisions could not be read. ${messageOf(error)}`);
            return EMPTY;
          }),
        ),
      ),
    ),
    { initialValue: [] },
  );
  private readonly fetched = signal<ReadonlyMap<string, Machine>>(new Map());
  protected readonly left = signal(this.query.get('left') ?? PRESENT);
  protected readonly right = signal(this.query.get('right') ?? PRESENT);
  protected readonly options = computed<readonly ChoiceOption[]>(() => [
    { value: PRESENT, label: 'the present design' },
    ...this.trials().map((trial) => ({ value: `trial-${trial.id}`, label: `what if: ${trial.name}` })),
    ...this.revisions().map(({ number, reason, at }) => ({
      value: `revision-${number}`,
      label: `revision ${number}, ${shortDay(at)}: ${reason}`,
    })),
  ]);
  protected readonly sides = computed(() => {
    const [left, right] = [this.sideOf(this.left()), this.sideOf(this.right())];
    return left && right ? { left, right } : null;
  });

  constructor() {
    void this.fetch(this.left());
    void this.fetch(this.right());
  }

  protected choose(side: 'left' | 'right', value: string): void {
    this.message.set('');
    this[side].set(value);
    void this.fetch(value);
  }

  private sideOf(value: string): Side | null {
    if (value === PRESENT) {
      const state = this.state();
      return state ? { name: 'Present design', document: state.document } : null;
    }
    const trial = this.trials().find((item) => `trial-${item.id}` === value);
    if (trial) return { name: trial.name, document: trial.document };
    const document = this.fetched().get(value);
    return document ? { name: `Revision ${value.slice('revision-'.length)}`, document } : null;
  }

  private async fetch(value: string): Promise<void> {
    const number = Number(/^revision-(\d+)$/.exec(value)?.[1]);
    if (!(number > 0) || this.fetched().has(value)) return;
    try {
      const revision = await this.logbook.revision(number);
      this.fetched.update((known) => new Map(known).set(value, revision.document));
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { DesignStore } from '../data/design-store';
import { TrialStore } from '../data/trial-store';
import { ComparisonComponent } from '../ui/comparison.component';

/** The what-ifs beside the present design: what each would change, to adopt or to drop. */
@Component({
  selector: 'cn-trials',
  imports: [ComparisonComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open(); as trial) {
      <section class="card pad stack" aria-label="What if" aria-live="polite">
        <header class="row spread">
          <h2>
            What if … <span class="quiet wrap-anywhere">{{ trial.name }}</span>
          </h2>
          <span class="row">
            <button type="button" class="button primary" (click)="adopt(trial.id)">Adopt it</button>
            <button type="button" class="button" (click)="store.drop(trial.id)">Drop it</button>
          </span>
        </header>
        @if (trials().length > 1) {
          <p class="row small">
            @for (other of trials(); track other.id) {
              <button
                type="button"
                class="button"
                [attr.aria-pressed]="other.id === trial.id"
                [class.primary]="other.id === trial.id"
                (click)="chosen.set(other.id)"
              >
                {{ other.name }}
              </button>
            }
          </p>
        }
        @if (present(); as document) {
          <cn-comparison [left]="document" [right]="trial.document" leftName="Now" rightName="Then" [hasSame]="false" />
        }
        <p class="small">
          <a routerLink="../compare" [queryParams]="{ left: 'present', right: 'trial-' + trial.id }"
            >Compare it with any other design</a
          >
        </p>
      </section>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class TrialsComponent {
  protected readonly store = inject(TrialStore);
  protected readonly present = toSignal(inject(DesignStore).document$);
  protected readonly trials = toSignal(this.store.trials$, { initialValue: [] });
  protected readonly chosen = signal<number | null>(null);
  private newest = 0;
  protected readonly open = computed(() => {
    const trials = this.trials();
    const latest = trials.at(-1);
    // A what-if that was just made is shown; otherwise the one that was chosen.
    if (latest && latest.id > this.newest) {
      this.newest = latest.id;
      return latest;
    }
    return trials.find((trial) => trial.id === this.chosen()) ?? latest ?? null;
  });

  protected adopt(id: number): void {
    this.store.adopt(id);
  }
}

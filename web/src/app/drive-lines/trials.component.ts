import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { DesignStore } from '../data/design-store';
import { TrialStore } from '../data/trial-store';
import { ComparisonComponent } from '../ui/comparison.component';
import { OneOfComponent } from '../ui/one-of.component';
import { ButtonModule } from 'primeng/button';

/** The what-ifs beside the present design: what each would change, to adopt or to drop. */
@Component({
  selector: 'cn-trials',
  imports: [ButtonModule, ComparisonComponent, OneOfComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open(); as trial) {
      <section class="card pad stack" aria-label="What if" aria-live="polite">
        <header class="row spread">
          <h2>
            What if … <span class="quiet wrap-anywhere">{{ trial.name }}</span>
          </h2>
          <span class="row">
            <button type="button" pButton (click)="adopt(trial.id)">Adopt it</button>
            <button type="button" pButton severity="secondary" outlined (click)="store.drop(trial.id)">Drop it</button>
          </span>
        </header>
        @if (trials().length > 1) {
          <p class="row small">
            <cn-one-of label="What if" [options]="trialOptions()" [value]="'' + trial.id" (chosen)="choose($event)" />
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
  protected readonly trialOptions = computed(() =>
    this.trials().map(({ id, name }) => ({ value: String(id), label: name })),
  );
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

  protected choose(id: string): void {
    this.chosen.set(Number(id));
  }

  protected adopt(id: number): void {
    this.store.adopt(id);
  }
}

import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { Finding, Remedy } from '@crisp-notch/core/finding';
import { DesignStore } from '../data/design-store';
import { UnbrokenPipe } from '../ui/unbroken.pipe';

/** What would go wrong with the wires, and what to do: a remedy that changes the design is one press. */
@Component({
  selector: 'cn-wiring-findings',
  imports: [UnbrokenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (findings().length) {
      <ul aria-label="What would go wrong">
        @for (finding of findings(); track $index) {
          <li [class]="finding.severity">
            <p [class]="'verdict ' + finding.severity">
              <span aria-hidden="true">{{ finding.severity === 'stop' ? '⬢' : '▲' }}</span>
              {{ finding.sentence | cnUnbroken }}
            </p>
            @for (remedy of finding.remedies; track remedy.words) {
              @if (remedy.change) {
                <button type="button" class="link small" (click)="mend(finding, remedy)">{{ remedy.words }}</button>
              } @else {
                <p class="small">{{ remedy.words | cnUnbroken }}</p>
              }
            }
            @if (isLinked() && finding.place.page === 'wiring') {
              <button type="button" class="link small no-print" (click)="asked.emit(finding)">
                See how it is wired<span class="visually-hidden">: {{ finding.sentence }}</span>
              </button>
            }
          </li>
        }
      </ul>
    }
  `,
  styles: `
    ul {
      list-style: none;
      padding: 0;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(100%, 320px), 1fr));
      gap: 10px 18px;
    }

    li {
      display: grid;
      gap: 3px;
      align-content: start;
      justify-items: start;
      padding-left: 10px;
      border-left: 4px solid var(--caution);
    }

    li.stop {
      border-color: var(--stop);
    }

    button {
      text-align: left;
    }
  `,
})
export class WiringFindingsComponent {
  readonly findings = input.required<readonly Finding[]>();
  /** Whether what a finding is about stands elsewhere. */
  readonly isLinked = input(true);
  /** Somebody wants to see what a finding is about. */
  readonly asked = output<Finding>();

  private readonly store = inject(DesignStore);

  protected mend({ id }: Finding, { change }: Remedy): void {
    if (change) this.store.edit(`wiring.remedy.${id}`, change);
  }
}

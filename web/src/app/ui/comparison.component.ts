import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { compareMachines } from '@crisp-notch/core/comparison';
import type { Machine } from '@crisp-notch/core/machine';
import { PreferencesStore } from '../data/preferences';

/** Two designs side by side, differences first. */
@Component({
  selector: 'cn-comparison',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (comparison().different.length) {
      <div class="scroll-x" tabindex="0" role="group" aria-label="Differences">
        <table class="plain-table cards">
          <thead>
            <tr>
              <th scope="col">What differs</th>
              <th scope="col">{{ leftName() }}</th>
              <th scope="col">{{ rightName() }}</th>
            </tr>
          </thead>
          <tbody>
            @for (line of comparison().different; track $index) {
              <tr [class.finding]="line.kind === 'finding'">
                <th scope="row">
                  <span class="group">{{ line.group }}</span> {{ line.name }}
                </th>
                <td
                  [class.number]="line.kind === 'figure'"
                  [class.wrap-anywhere]="line.kind !== 'figure'"
                  [attr.data-label]="leftName()"
                >
                  {{ line.left || (line.kind === 'finding' ? '● nothing' : '–') }}
                </td>
                <td
                  [class.number]="line.kind === 'figure'"
                  [class.wrap-anywhere]="line.kind !== 'figure'"
                  [attr.data-label]="rightName()"
                >
                  {{ line.right || (line.kind === 'finding' ? '● nothing' : '–') }}
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
    } @else {
      <p>The two are alike.</p>
    }
    @if (hasSame()) {
      <details>
        <summary>{{ comparison().same.length }} lines that are alike</summary>
        <table class="plain-table small">
          <tbody>
            @for (line of comparison().same; track $index) {
              <tr>
                <th scope="row">
                  <span class="group">{{ line.group }}</span> {{ line.name }}
                </th>
                <td class="wrap-anywhere">{{ line.left }}</td>
              </tr>
            }
          </tbody>
        </table>
      </details>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 8px;
    }

    .group {
      display: inline-block;
      min-width: 1.4em;
      color: var(--blue);
    }

    td {
      min-width: 90px;
    }
  `,
})
export class ComparisonComponent {
  readonly left = input.required<Machine>();
  readonly right = input.required<Machine>();
  readonly leftName = input.required<string>();
  readonly rightName = input.required<string>();
  /** Also the lines that are alike, folded away. */
  readonly hasSame = input(true);

  private readonly units = inject(PreferencesStore).units;
  protected readonly comparison = computed(() => compareMachines(this.left(), this.right(), this.units()));
}

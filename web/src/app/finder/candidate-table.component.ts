import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { QUALITIES, type Candidate, type Space } from '@crisp-notch/core/search';
import { PreferencesStore } from '../data/preferences';
import { candidateRow, columnUnits } from './candidate-rows';

const HEADS = {
  cost: 'Cost',
  speed: 'Speed',
  force: 'Force',
  resolution: 'Step',
  heat: 'Heat',
  noise: 'Noise',
} as const;

/** Candidates with what each gives and gives up. */
@Component({
  selector: 'cn-candidate-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="card scroll-x">
      <table class="plain-table cards">
        <caption class="visually-hidden">
          Candidates, best first
        </caption>
        <thead>
          <tr>
            <th scope="col">Motor and driver</th>
            <th scope="col">Line and feed</th>
            @for (head of heads(); track head.quality) {
              <th scope="col" class="right">
                {{ head.name }} <span class="unit">{{ head.unit }}</span>
              </th>
            }
            <th scope="col"><span class="visually-hidden">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.key) {
            <tr [class.seen]="row.candidate === seen()">
              <td class="wrap-anywhere">
                {{ row.motor }}<span class="small quiet second">{{ row.driver }}</span>
              </td>
              <td class="wrap-anywhere whole">
                {{ row.line }}<span class="small quiet second">{{ row.feed }}</span>
              </td>
              @for (head of heads(); track head.quality) {
                <td class="right number" [attr.data-label]="head.name">
                  {{ row.qualities[head.quality] }} <span class="unit narrow">{{ head.unit }}</span>
                </td>
              }
              <td class="actions small">
                <button
                  type="button"
                  class="link"
                  [attr.aria-expanded]="row.candidate === seen()"
                  (click)="see.emit(row.candidate)"
                >
                  Explain<span class="visually-hidden"> {{ row.motor }}, {{ row.line }}</span>
                </button>
                <button type="button" class="link" (click)="pin.emit(row.candidate)">
                  Pin<span class="visually-hidden"> {{ row.motor }}, {{ row.line }}</span>
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .scroll-x {
      max-height: 430px;
      overflow-y: auto;
    }

    .narrow {
      display: none;
    }

    @media (max-width: 700px) {
      .narrow {
        display: inline;
      }
    }

    @media (width > 700px) {
      table {
        min-width: 780px;
      }
    }

    thead th {
      position: sticky;
      top: 0;
      background: var(--card);
      white-space: nowrap;
    }

    td.number {
      white-space: nowrap;
    }

    .second {
      display: block;
    }

    .seen {
      background: var(--blue-wash);
    }

    .actions {
      white-space: nowrap;
    }

    .actions .link + .link {
      margin-left: 10px;
    }
  `,
})
export class CandidateTableComponent {
  readonly candidates = input.required<readonly Candidate[]>();
  readonly space = input.required<Space | null>();
  readonly seen = input.required<Candidate | null>();
  readonly currency = input('');
  readonly see = output<Candidate>();
  readonly pin = output<Candidate>();

  private readonly units = inject(PreferencesStore).units;
  protected readonly rows = computed(() => {
    const space = this.space();
    return space ? this.candidates().map((candidate) => candidateRow(space, candidate, this.units())) : [];
  });
  protected readonly heads = computed(() => {
    const space = this.space();
    const kind = space?.machine.axes.find((axis) => axis.id === space.axisId)?.job.kind ?? 'linear';
    const units = columnUnits(kind, this.units(), this.currency());
    return QUALITIES.map((quality) => ({ quality, name: HEADS[quality], unit: units[quality] }));
  });
}

import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Axis } from '@crisp-notch/core/machine';
import { boxOf, QUALITIES, type Candidate, type Quality } from '@crisp-notch/core/search';
import type { Pin } from '../data/finder-store';
import { PreferencesStore } from '../data/preferences';
import { columnUnits, qualityTexts, stationTexts } from './candidate-rows';
import { ButtonModule } from 'primeng/button';

const NAMES: Readonly<Record<Quality, string>> = {
  cost: 'Cost',
  speed: 'Speed margin',
  force: 'Force margin',
  resolution: 'One step',
  heat: 'Heat of the motors',
  noise: 'Jump of one step',
};
/** Which is better: the smaller or the larger. */
const LARGER_IS_BETTER: readonly Quality[] = ['speed', 'force'];

const valueOf = (candidate: Candidate, quality: Quality): number =>
  ({
    cost: candidate.cost,
    speed: candidate.speedMargin,
    force: candidate.forceMargin,
    resolution: candidate.resolution,
    heat: candidate.heat,
    noise: candidate.noise,
  })[quality];

/** Whether a pin does the job as it is asked now, and if not, what to give way on. */
export interface PinFit {
  readonly fits: boolean;
  readonly ways: readonly string[];
}

/** Pinned candidates side by side; what differs for the better is marked. */
@Component({
  selector: 'cn-pins',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (pins().length) {
      <section class="card scroll-x" aria-label="Pinned candidates">
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col"><span class="visually-hidden">Quality</span></th>
              @for (column of columns(); track column.pin.id) {
                <th scope="col" class="pin">
                  Pin {{ $index + 1 }}
                  <button type="button" class="link small" (click)="dropped.emit(column.pin)">
                    take off<span class="visually-hidden"> pin {{ $index + 1 }}</span>
                  </button>
                </th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of stations; track row.key) {
              <tr>
                <th scope="row">{{ row.name }}</th>
                @for (column of columns(); track column.pin.id) {
                  <td class="wrap-anywhere">{{ column.stations[row.key] }}</td>
                }
              </tr>
            }
            @for (row of rows(); track row.quality) {
              <tr>
                <th scope="row">
                  {{ row.name }} <span class="unit">{{ row.unit }}</span>
                </th>
                @for (cell of row.cells; track $index) {
                  <td>
                    <span class="number">{{ cell.text }}</span>
                    @if (cell.isBest) {
                      <span class="verdict good small">● best</span>
                    }
                  </td>
                }
              </tr>
            }
            <tr>
              <th scope="row">Does the job</th>
              @for (fit of fits(); track $index) {
                <td class="small">
                  @if (fit.fits) {
                    <span class="verdict good">● yes</span>
                  } @else {
                    <span class="verdict caution">▲ no.</span>
                    {{
                      fit.ways.length
                        ? 'It would: ' + fit.ways.join(' Or: ')
                        : 'Relaxing one requirement is not enough.'
                    }}
                  }
                </td>
              }
            </tr>
            <tr>
              <td></td>
              @for (column of columns(); track column.pin.id) {
                <td>
                  <button type="button" pButton severity="secondary" outlined (click)="adopted.emit(column.pin)">
                    Adopt<span class="visually-hidden"> pin {{ $index + 1 }}</span>
                  </button>
                </td>
              }
            </tr>
          </tbody>
        </table>
      </section>
    }
  `,
  styles: `
    :host {
      display: contents;
    }

    .pin {
      min-width: 170px;
    }

    th[scope='row'] {
      white-space: nowrap;
    }

    .number + .verdict {
      margin-left: 8px;
    }
  `,
})
export class PinsComponent {
  readonly pins = input.required<readonly Pin[]>();
  readonly currency = input('');
  /** Whether each does what the job asks now, in words. */
  readonly fits = input<readonly PinFit[]>([]);
  readonly adopted = output<Pin>();
  readonly dropped = output<Pin>();

  private readonly units = inject(PreferencesStore).units;
  protected readonly stations = [
    { key: 'motor', name: 'Motor' },
    { key: 'driver', name: 'Driver' },
    { key: 'line', name: 'Line' },
    { key: 'feed', name: 'Feed' },
  ] as const;
  protected readonly columns = computed(() =>
    this.pins().map((pin) => {
      const axis = pin.design.axes.find((item) => item.id === pin.axisId) as Axis;
      return {
        pin,
        kind: axis.job.kind,
        stations: stationTexts(pin.design, axis),
        texts: qualityTexts(pin.candidate, axis.job.kind, this.units()),
      };
    }),
  );
  protected readonly rows = computed(() => {
    const columns = this.columns();
    const units = columnUnits(columns[0]?.kind ?? 'linear', this.units(), this.currency());
    return QUALITIES.map((quality) => {
      const boxes = columns.map(
        ({ pin }) => boxOf(valueOf(pin.candidate, quality)) * (LARGER_IS_BETTER.includes(quality) ? -1 : 1),
      );
      const least = Math.min(...boxes);
      const isDecided = boxes.some((box) => box !== least);
      return {
        quality,
        name: NAMES[quality],
        unit: units[quality],
        cells: columns.map(({ texts }, index) => ({
          text: texts[quality],
          isBest: isDecided && boxes[index] === least,
        })),
      };
    });
  });
}

import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import {
  driverTemperature,
  loadAtMotor,
  pushAtSpeed,
  recommendedSpeed,
  speedMargin,
  stepSize,
  torqueAvailable,
  torqueNeeded,
} from '@crisp-notch/core/drive-line';
import type { AxisView } from '../data/design-store';
import { DriveLineComponent } from '../ui/drive-line/drive-line.component';
import type { LineStation } from '../ui/drive-line/stations';
import { FigureComponent } from '../ui/figure.component';
import { ButtonModule } from 'primeng/button';

/** One candidate as a drive line, with the working of every figure. */
@Component({
  selector: 'cn-candidate-view',
  imports: [ButtonModule, DriveLineComponent, FigureComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="card stack" aria-label="The candidate explained">
      <cn-drive-line [view]="view()" [selected]="station()" (chosen)="station.set($event)" />
      <dl class="figures">
        @for (item of figures; track item.figure.id) {
          <div>
            <dt>{{ item.figure.nameIn(view().context) }}</dt>
            <dd><cn-figure [view]="view()" [figure]="item.figure" /></dd>
          </div>
        }
      </dl>
      <p class="row actions">
        <button type="button" pButton (click)="adopted.emit()">Adopt it</button>
        <button type="button" pButton severity="secondary" outlined (click)="tried.emit()">Try it as a what-if</button>
        <button type="button" pButton severity="secondary" outlined (click)="pinned.emit()">Pin it</button>
        <button type="button" pButton severity="secondary" outlined (click)="closed.emit()">Close</button>
        <span class="small quiet"
          >Adopting makes a revision; the supply’s voltage and the controller change for every axis on them.</span
        >
      </p>
    </section>
  `,
  styles: `
    .figures {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(230px, 100%), 1fr));
      gap: 6px 18px;
      padding: 0 14px;
    }

    dt {
      font-size: 13px;
      color: var(--ink-2);
    }

    .actions {
      padding: 0 14px 12px;
    }
  `,
})
export class CandidateViewComponent {
  readonly view = input.required<AxisView>();
  readonly adopted = output();
  readonly tried = output();
  readonly pinned = output();
  readonly closed = output();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly station = signal<LineStation>('motor');
  protected readonly figures = [
    torqueAvailable,
    torqueNeeded,
    speedMargin,
    recommendedSpeed,
    pushAtSpeed,
    loadAtMotor,
    stepSize,
    driverTemperature,
  ].map((figure) => ({ figure }));

  constructor() {
    // It opens below a long list: who asked for it should see it.
    afterNextRender(() => {
      this.host.nativeElement.scrollIntoView({ block: 'nearest' });
    });
  }
}

import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  advisedLimit,
  limitInForce,
  loadAtMotor,
  loadLag,
  microstepTorque,
  reductionRatio,
  stepsPerOutputTurn,
  stepSize,
  torqueAtLimit,
  torqueMargin,
  travelPerTurn,
} from '@crisp-notch/core/drive-line';
import type { AxisView } from '../data/design-store';
import { FigureComponent } from '../ui/figure.component';
import { stationOf, type LineStation } from './stations';

const FIGURES = [reductionRatio, stepsPerOutputTurn, travelPerTurn, stepSize, advisedLimit, limitInForce, torqueAtLimit, loadAtMotor, torqueMargin, microstepTorque, loadLag];

/** What is judged wrong on an axis, with what to do about it, and the figures that the judgement rests on. */
@Component({
  selector: 'cn-findings',
  imports: [FigureComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="card pad stack">
      <h2>What {{ view().axis.letter }} comes to</h2>
      @for (item of items(); track item.ruleId) {
        <div class="finding" [class.stop]="item.severity === 'stop'">
          <p>
            <span [class]="'verdict ' + item.severity">{{ item.severity === 'stop' ? '⬢ Stop' : '▲ Caution' }}</span> {{ item.reason }}
          </p>
          <ul class="small quiet">
            @for (remedy of item.remedies; track remedy) {
              <li>{{ remedy }}</li>
            }
          </ul>
          <button type="button" class="link small" (click)="see.emit(item.line)">open its station</button>
        </div>
      }
      <dl>
        @for (figure of figures; track figure.id) {
          <div>
            <dt>{{ figure.name }}</dt>
            <dd><cn-figure [view]="view()" [figure]="figure" /></dd>
          </div>
        }
      </dl>
    </section>
  `,
  styles: `
    .finding {
      border-left: 4px solid var(--caution);
      padding-left: 10px;
    }

    .finding.stop {
      border-color: var(--stop);
    }

    .finding li::before {
      content: '– ';
    }

    dl > div {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 0 12px;
      padding: 3px 0;
      border-top: 1px solid var(--rule);
    }
  `,
})
export class FindingsComponent {
  readonly view = input.required<AxisView>();
  readonly see = output<LineStation>();
  protected readonly figures = FIGURES;
  protected readonly items = computed(() => this.view().findings.map((finding) => ({ ...finding, line: stationOf(finding) })));
}

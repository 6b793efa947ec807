import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { gentlePace, jobPace } from '@crisp-notch/core/first-moves';
import type { PortSaid } from '@crisp-notch/core/line-port';
import { pulseTrain } from '@crisp-notch/core/motion';
import { formatNumber } from '@crisp-notch/core/quantity';
import { quantityOf, valueOf, type Quantity } from '@crisp-notch/core/shape';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { filter } from 'rxjs';
import { ChartComponent } from '../ui/chart.component';
import type { ChartInk } from '../ui/chart-ink';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { timeWords } from '../data/time-words';
import { MovesDesk } from './moves-desk';
import { capturedOf, edgesCsv, needRows, rateChart, traceOf, type Captured } from './scope.state';

/** A capture lasts so long at most [s]. */
const CAPTURE_FOR = 2;
const TRACE_WIDTH = 500;

/** Step and direction lines of a move as a probe on them sees it. */
@Component({
  selector: 'cn-scope-tool',
  imports: [ButtonModule, ChartComponent, QuantityFieldComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.facts(); as facts) {
      <h2>Scope</h2>
      <p>
        Step and direction of {{ facts.letter }} over the first two seconds of a move, as they leave the controller.
      </p>
      <div class="line">
        <cn-quantity-field
          [asked]="{ label: 'Go by', dimension: facts.dimensions.travel, bounds: {} }"
          [value]="distance()"
          (changed)="distance.set($event)"
        />
        <button type="button" pButton [disabled]="!canGo()" (click)="capture()">Capture</button>
      </div>
      @if (!desk.line.isPowered()) {
        <p class="small quiet">The power is off, or nothing is connected.</p>
      }
      @if (desk.trouble()) {
        <p class="stop-words" role="alert">{{ desk.trouble() }}</p>
      }
      @if (captured(); as found) {
        @if (train(); as train) {
          <svg
            role="img"
            [attr.viewBox]="'0 0 ' + width + ' 76'"
            aria-label="Direction line and step line around the first pulses"
          >
            <text x="2" y="9">direction</text>
            <path class="direction" [attr.d]="trace()!.direction" transform="translate(0, 8)" />
            <text x="2" y="46">step</text>
            <path class="step" [attr.d]="trace()!.step" transform="translate(0, 44)" />
          </svg>
          <dl>
            <div>
              <dt>Edges seen</dt>
              <dd class="number">{{ train.count }}, {{ found.isForward ? 'forward' : 'backward' }}</dd>
            </div>
            <div>
              <dt>Direction set before the first</dt>
              <dd class="number">{{ found.ahead === null ? 'never changed' : time(found.ahead) }}</dd>
            </div>
            <div>
              <dt>First rate</dt>
              <dd class="number">{{ rate(train.firstRate) }}</dd>
            </div>
            <div>
              <dt>Top rate</dt>
              <dd class="number">{{ rate(train.topRate) }}, {{ speed(train.topRate) }}</dd>
            </div>
            <div>
              <dt>Least wait from edge to edge</dt>
              <dd class="number">{{ time(train.leastWait) }}</dd>
            </div>
            @if (train.ramp; as ramp) {
              <div>
                <dt>Ramp up</dt>
                <dd class="number">{{ time(ramp.time) }}, {{ acceleration(ramp.acceleration) }}</dd>
              </div>
            }
          </dl>
          @if (needs().length > 0) {
            <table class="plain-table" aria-label="What the driver needs">
              <thead>
                <tr>
                  <th scope="col">The driver needs</th>
                  <th scope="col">at least</th>
                  <th scope="col">has</th>
                </tr>
              </thead>
              <tbody>
                @for (row of needs(); track row.name) {
                  <tr [class]="row.verdict">
                    <th scope="row">{{ row.name }}</th>
                    <td class="number">{{ row.needed }}</td>
                    <td class="number">
                      <span class="mark" aria-hidden="true">{{ marks[row.verdict] }}</span> {{ row.given
                      }}<span class="visually-hidden">{{ row.verdict === 'short' ? ', too short' : '' }}</span>
                    </td>
                  </tr>
                }
              </tbody>
            </table>
          } @else {
            <p class="small quiet">
              What its driver needs of these lines is not said.
              <a
                routerLink="../drive-lines"
                [queryParams]="{ axis: facts.axis.id, station: 'driver', field: 'Step high for' }"
                >Say it from its sheet</a
              >
            </p>
          }
          <cn-chart
            [options]="options()!"
            title="Pulse rate"
            description="Rate of the step pulses over the time from the first"
            [csv]="csv()"
          />
        } @else {
          <p>No two edges came.</p>
        }
      }
      <p class="small quiet">Half of each wait is drawn high, since only rising edges are captured.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 10px;
    }

    .line {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 8px;
      align-items: center;
    }

    svg {
      width: 100%;
      height: auto;
    }

    path {
      fill: none;
      stroke: var(--brass);
      stroke-width: 1.5;
      vector-effect: non-scaling-stroke;
    }

    .direction {
      stroke: var(--blue);
    }

    text {
      font-size: 11px;
      fill: var(--ink-2);
    }

    dl > div {
      display: flex;
      justify-content: space-between;
      gap: 10px;
      padding: 3px 0;
      border-top: 1px solid var(--rule);
    }

    tbody th {
      text-align: left;
      font-weight: 400;
    }

    .met .mark {
      color: var(--good);
    }

    .short,
    .short .mark {
      color: var(--stop);
    }

    .stop-words {
      color: var(--stop);
    }
  `,
})
export class ScopeToolComponent {
  protected readonly desk = inject(MovesDesk);
  protected readonly width = TRACE_WIDTH;
  protected readonly time = timeWords;
  protected readonly captured = signal<Captured | null>(null);
  protected readonly distance = linkedSignal<Quantity | null>(() =>
    quantityOf(this.desk.facts()?.isTurning === true ? '10 °' : '10 mm'),
  );
  protected readonly canGo = computed(() => this.desk.canSend() && this.desk.line.isPowered() && !this.desk.isBusy());
  protected readonly train = computed(() => {
    const captured = this.captured();
    return captured && pulseTrain(captured.edges);
  });
  protected readonly trace = computed(() => {
    const captured = this.captured();
    return captured && traceOf(captured, TRACE_WIDTH);
  });
  protected readonly marks = { met: '●', short: '⬢', unknown: '○' } as const;
  /** What the driver needs of what was seen. */
  protected readonly needs = computed(() => {
    const [view, train, captured] = [this.desk.view(), this.train(), this.captured()];
    return view && train && captured ? needRows(view.reckoner.context, train, captured, timeWords) : [];
  });
  protected readonly options = computed(() => {
    const train = this.train();
    return train && ((ink: ChartInk) => rateChart(train, ink));
  });
  protected readonly csv = computed(() => {
    const captured = this.captured();
    return captured ? edgesCsv(captured) : '';
  });

  protected rate(value: number): string {
    return `${formatNumber(value, { significant: 4 })}\u00a0pulses/s`;
  }

  protected speed(rate: number): string {
    const facts = this.desk.facts();
    return facts ? this.desk.say()(Number((rate / facts.perUnit).toPrecision(3)), facts.dimensions.speed) : '';
  }

  protected acceleration(value: number): string {
    const facts = this.desk.facts();
    return facts ? this.desk.say()(Number((value / facts.perUnit).toPrecision(3)), facts.dimensions.acceleration) : '';
  }

  protected async capture(): Promise<void> {
    const [facts, distance] = [this.desk.facts(), this.distance()];
    const by = facts && distance && valueOf(distance, facts.dimensions.travel);
    if (!facts || by === null || by === 0) return;
    this.captured.set(null);
    const { letter: axis, perUnit } = facts;
    const pages: Extract<PortSaid, { kind: 'captured' }>[] = [];
    const listening = this.desk.line.said$.pipe(filter((said) => said.kind === 'captured')).subscribe((said) => {
      pages.push(said);
      const whole = capturedOf(pages);
      if (whole) this.captured.set(whole);
    });
    const pace = this.desk.at().isKnown ? jobPace(facts) : gentlePace(facts);
    await this.desk.send([
      { kind: 'capture', axis, time: CAPTURE_FOR },
      { kind: 'move', axis, pulses: Math.round(by * perUnit), ...pace },
    ]);
    listening.unsubscribe();
  }
}

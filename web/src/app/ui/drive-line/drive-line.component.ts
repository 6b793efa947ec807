import type { ElementRef } from '@angular/core';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  viewChild,
  viewChildren,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { VERDICT_WORDS } from '@crisp-notch/core/checks';
import {
  axisField,
  driftPerTurn,
  exactStepsPerUnit,
  headlineOf,
  isBrushed,
  isTrainKnown,
  loadLag,
  nominalStepsPerOutputTurn,
  pulseRate,
  speedMargin,
  stepsPerMotorTurn,
  stepsPerOutputTurn,
  stepsPerUnit,
  stepSize,
  torqueMargin,
} from '@crisp-notch/core/drive-line';
import { currentCheck } from '@crisp-notch/core/route-card';
import { shortDay } from '../../data/dates';
import { DesignStore, type AxisView } from '../../data/design-store';
import { PreferencesStore } from '../../data/preferences';
import { LatestReadings } from '../../data/latest-readings';
import { FigureComponent } from '../figure.component';
import { NotchRulerComponent } from '../notch-ruler.component';
import { scrollStripTo } from '../scroll-strip';
import { headlineText } from './headline-text';
import { stationOf, STATIONS, stationViews, type LineStation } from './stations';

/** One axis as a chain of stations on a toothed shaft, with its notch ruler and its figures. */
@Component({
  selector: 'cn-drive-line',
  imports: [FigureComponent, NotchRulerComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './drive-line.component.html',
  styleUrl: './drive-line.component.css',
})
export class DriveLineComponent {
  readonly view = input.required<AxisView>();
  readonly selected = input.required<LineStation>();
  readonly chosen = output<LineStation>();

  private readonly units = inject(PreferencesStore).units;
  private readonly checks = toSignal(inject(DesignStore).checks$, { initialValue: [] });
  private readonly readings = inject(LatestReadings);
  private readonly strip = viewChild.required<ElementRef<HTMLElement>>('strip');
  private readonly buttons = viewChildren<ElementRef<HTMLButtonElement>>('stationButton');

  protected readonly figures = {
    stepsPerMotorTurn,
    stepsPerOutputTurn,
    nominalStepsPerOutputTurn,
    driftPerTurn,
    stepsPerUnit,
    exactStepsPerUnit,
    stepSize,
    loadLag,
    pulseRate,
    torqueMargin,
    speedMargin,
  };
  protected readonly stations = computed(() => stationViews(this.view(), this.units()));
  protected readonly weakest = computed(() => {
    const [first] = this.view().findings;
    return first ? { ...first, station: stationOf(first) } : null;
  });
  protected readonly headline = computed(() => headlineText(headlineOf(this.view().reckoner, this.view().findings)));
  protected readonly isStepper = computed(() => !isBrushed(this.view().context));
  /** A ratio is exact only where its teeth are known. */
  protected readonly isByTeeth = computed(
    () =>
      isTrainKnown(this.view().axis.motor.specification.gearhead?.stages ?? []) &&
      (this.view().axis.motor.specification.gearhead?.stages.length ?? 0) > 0,
  );
  protected readonly hasNominal = computed(() => this.view().axis.motor.specification.gearhead?.nominal != null);
  protected readonly isRotary = computed(() => this.view().axis.job.kind === 'rotary');
  protected readonly driftWords = computed(() => {
    const drift = this.view().reckoner.value(driftPerTurn);
    return drift === null ? '' : `too ${drift > 0 ? 'far' : 'short'} each turn if the print is believed`;
  });
  protected readonly latest = computed(() => {
    const check = currentCheck(this.view().axis, this.checks());
    return check ? (this.checks().find((item) => item.id === check.id) ?? null) : null;
  });
  private readonly deviations = this.readings.of(this.latest);
  protected readonly measuredWords = computed(() => {
    const check = this.latest();
    return check ? `measured ${shortDay(check.at)}: ${VERDICT_WORDS[check.verdict]}` : '';
  });
  protected readonly ruler = computed(() => {
    const { reckoner } = this.view();
    const step = reckoner.value(stepSize);
    if (step === null) return null;
    const tolerance = reckoner.reading(axisField.tolerance)?.value ?? null;
    return { step, lag: reckoner.value(loadLag), tolerance, deviations: this.deviations() };
  });

  constructor() {
    // On a phone the line is wider than the screen: the station that is edited stands in sight.
    afterRenderEffect(() => {
      const button = this.buttons()[STATIONS.indexOf(this.selected())]?.nativeElement;
      if (button) scrollStripTo(button, this.strip().nativeElement);
    });
  }

  protected onArrow(event: Event, step: number): void {
    event.preventDefault();
    // From the button in focus, not from the selected station: the next key may come before that one is drawn.
    const buttons = this.buttons();
    const place = buttons.findIndex((button) => button.nativeElement === event.target);
    const next = (place + step + STATIONS.length) % STATIONS.length;
    const station = STATIONS[next];
    if (place < 0 || !station) return;
    this.chosen.emit(station);
    buttons[next]?.nativeElement.focus();
  }
}

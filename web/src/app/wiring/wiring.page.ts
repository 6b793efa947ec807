import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  linkedSignal,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { isBrushed } from '@crisp-notch/core/drive-line';
import type { Finding } from '@crisp-notch/core/finding';
import { writeNetsCsv } from '@crisp-notch/core/formats';
import { describedAs } from '@crisp-notch/core/parts';
import type { LineState } from '@crisp-notch/core/wiring';
import { ButtonModule } from 'primeng/button';
import { DesignStore } from '../data/design-store';
import { downloadText, fileName } from '../data/download';
import { PreferencesStore } from '../data/preferences';
import { afterPaint } from '../ui/after-paint';
import { arrivals } from '../ui/addresses';
import { CautionComponent } from '../ui/caution.component';
import { OneOfComponent } from '../ui/one-of.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import type { ChoiceOption } from '../ui/select.component';
import { TabsComponent, type TabOption } from '../ui/tabs.component';
import { BoxComponent } from './box.component';
import { CheckListComponent } from './check-list.component';
import { CoilFinderComponent } from './coil-finder.component';
import { motorPlaces } from './coil-finder.state';
import { ControlsComponent } from './controls.component';
import { HookupComponent } from './hookup.component';
import { MicrostepsComponent } from './microsteps.component';
import { NetsComponent } from './nets.component';
import { PinsComponent } from './pins.component';
import type { DrawnBox } from '../ui/plan-layout';
import { SequenceComponent } from './sequence.component';
import { WiringFindingsComponent } from './wiring-findings.component';
import { WiringPlanComponent } from './wiring-plan.component';
import { wiringSight } from './wiring-sight';

const TABS: readonly TabOption[] = [
  { id: 'plan', label: 'Plan' },
  { id: 'coils', label: 'Coils' },
  { id: 'pins', label: 'Pins' },
  { id: 'nets', label: 'Nets' },
  { id: 'microsteps', label: 'Microsteps' },
  { id: 'steps', label: 'Step by step' },
  { id: 'box', label: 'Box' },
];

/** What the panel beside the plan shows. */
const PANELS: readonly ChoiceOption[] = [
  { value: 'list', label: 'Check-off list' },
  { value: 'wired', label: 'As it is wired' },
  { value: 'none', label: 'Plan alone' },
];

/** Operation 40: what goes where, how one knows, and what has to be seen before there is power. */
@Component({
  selector: 'cn-wiring-page',
  imports: [
    BoxComponent,
    ButtonModule,
    CautionComponent,
    CheckListComponent,
    CoilFinderComponent,
    ControlsComponent,
    HookupComponent,
    MicrostepsComponent,
    NetsComponent,
    OneOfComponent,
    OperationFrameComponent,
    PinsComponent,
    SequenceComponent,
    TabsComponent,
    WiringFindingsComponent,
    WiringPlanComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wiring.page.html',
  styleUrl: './wiring.page.css',
})
export class WiringPage {
  private readonly injector = inject(Injector);
  private readonly store = inject(DesignStore);
  private readonly document = toSignal(this.store.document$);
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  private readonly units = inject(PreferencesStore).units;
  private readonly arrived = toSignal(arrivals(), { initialValue: null });
  protected readonly tabs = TABS;
  protected readonly panels = PANELS;
  protected readonly tab = linkedSignal(() => this.arrived()?.see ?? 'plan');
  protected readonly panel = linkedSignal<string>(() => (this.arrived()?.field ? 'wired' : 'list'));
  private readonly places = computed(() => motorPlaces(this.axes().map(({ axis }) => axis)));
  protected readonly motors = computed<readonly ChoiceOption[]>(() =>
    this.places().map(({ name }) => ({ value: name, label: name })),
  );
  private readonly arrivedName = computed(
    () => this.places().find(({ axisId }) => axisId === (this.arrived()?.axis ?? null))?.name ?? '',
  );
  /** The motor that is looked at, by its name; empty: the first. */
  protected readonly wanted = linkedSignal(() => this.arrivedName());
  /** Switch or control that is looked at in place of an axis; `controller` for that; null for the axis. */
  protected readonly item = linkedSignal(() => this.arrived()?.item ?? null);
  protected readonly looked = signal<LineState | null>(null);
  /** Judged and planned when what was typed is on the page. */
  protected readonly sight = afterPaint(() => {
    const [document, axes, units] = [this.document(), this.axes(), this.units()];
    return () => (document ? wiringSight(document, axes, units) : null);
  });
  protected readonly chosen = computed(() => {
    const place = this.places().find(({ name }) => name === this.wanted()) ?? this.places()[0];
    const view = this.axes().find(({ axis }) => axis.id === place?.axisId);
    if (!place || !view) return null;
    const { motor } = view.axis;
    const { resistance, leads } = motor.specification;
    return {
      place,
      view,
      leads,
      motor: describedAs('motor', motor) ?? 'motor not chosen',
      coil: resistance ? `, ${resistance.text} by the sheet` : '',
      isStepper: !isBrushed(view.context),
    };
  });
  /** Tabs that are about one motor. */
  protected readonly isOfMotor = computed(() => ['coils', 'microsteps', 'steps'].includes(this.tab()));
  protected readonly headline = computed(() => {
    const stops = (this.sight()?.findings ?? []).filter(({ severity }) => severity === 'stop').length;
    const cautions = (this.sight()?.findings ?? []).length - stops;
    return [
      stops > 0 ? `⬢ ${stops} ${stops === 1 ? 'thing' : 'things'} would go wrong` : '',
      cautions > 0 ? `▲ ${cautions} to look at` : '',
    ]
      .filter((word) => word !== '')
      .join(' · ');
  });
  protected readonly hasStops = computed(() => this.headline().startsWith('⬢'));
  protected readonly about = computed(() => this.looked()?.boxes ?? []);
  protected choose({ id, kind, axisId }: DrawnBox): void {
    this.panel.set('wired');
    this.item.set(axisId === null || kind === 'switch' ? (id.split(':')[1] ?? 'controller') : null);
    const place = this.places().find((one) => one.axisId === axisId);
    if (place && kind !== 'switch') this.wanted.set(place.name);
    if (kind === 'motor') {
      const name = this.sight()
        ?.plan.boxes.find((box) => box.id === id)
        ?.name.replace(/^Motor /, '');
      if (name !== undefined) this.wanted.set(name);
      this.tab.set('coils');
    }
  }

  protected show({ place: { axisId, itemId } }: Finding): void {
    this.tab.set('plan');
    const line = this.sight()?.states.find(({ id }) => id === itemId);
    this.panel.set(line ? 'list' : 'wired');
    const place = this.places().find((one) => one.axisId === axisId);
    if (place) this.wanted.set(place.name);
    this.item.set(place ? null : (itemId ?? 'controller'));
  }

  protected saveNets(): void {
    const seen = this.sight();
    if (seen) downloadText(fileName(`Nets of ${seen.machine.name}`, 'csv'), writeNetsCsv(seen.plan), 'text/csv');
  }

  /** A sheet of paper has the plan, the nets, the list and what is judged. */
  protected print(): void {
    this.tab.set('plan');
    afterNextRender(() => window.print(), { injector: this.injector });
  }
}

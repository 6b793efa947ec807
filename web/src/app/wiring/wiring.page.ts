import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { isBrushed } from '@crisp-notch/core/drive-line';
import { describedAs } from '@crisp-notch/core/parts';
import { map } from 'rxjs';
import { DesignStore } from '../data/design-store';
import { arrivals } from '../ui/addresses';
import { CautionComponent } from '../ui/caution.component';
import { OneOfComponent } from '../ui/one-of.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import type { ChoiceOption } from '../ui/select.component';
import { CoilFinderComponent } from './coil-finder.component';
import { SequenceComponent } from './sequence.component';
import { TabsComponent, type TabOption } from '../ui/tabs.component';
import { motorPlaces } from './coil-finder.state';

/** Operation 40: how the leads of each motor belong together, and where they go on its driver. */
@Component({
  selector: 'cn-wiring-page',
  imports: [
    CautionComponent,
    CoilFinderComponent,
    OneOfComponent,
    OperationFrameComponent,
    SequenceComponent,
    TabsComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wiring.page.html',
  styleUrl: './wiring.page.css',
})
export class WiringPage {
  private readonly axes = toSignal(inject(DesignStore).axes$, { initialValue: [] });
  private readonly arrived = toSignal(arrivals().pipe(map(({ axis }) => axis)), { initialValue: null });
  protected readonly tabs: readonly TabOption[] = [
    { id: 'coils', label: 'Coils' },
    { id: 'steps', label: 'Step by step' },
  ];
  protected readonly tab = signal('coils');
  private readonly places = computed(() => motorPlaces(this.axes().map(({ axis }) => axis)));
  protected readonly motors = computed<readonly ChoiceOption[]>(() =>
    this.places().map(({ name }) => ({ value: name, label: name })),
  );
  private readonly arrivedName = computed(
    () => this.places().find(({ axisId }) => axisId === this.arrived())?.name ?? '',
  );
  /** The motor that is looked at, by its name; empty: the first. */
  protected readonly wanted = linkedSignal(() => this.arrivedName());
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
}

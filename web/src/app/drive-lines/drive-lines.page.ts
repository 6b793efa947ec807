import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { StoredPart } from '@crisp-notch/contract';
import { headlineOf, speedMargin, stepsPerUnit } from '@crisp-notch/core/drive-line';
import {
  AXIS_LIMIT,
  freeLetter,
  newAxis,
  nextAxisId,
  type Axis,
  choosePart,
  fitsAxis,
} from '@crisp-notch/core/machine';
import type { Part } from '@crisp-notch/core/parts';
import { messageOf } from '../data/answers';
import { DesignStore, type AxisView } from '../data/design-store';
import { FigureComponent } from '../ui/figure.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { TabsComponent, type TabOption } from '../ui/tabs.component';
import { AxisFiguresComponent } from './axis-figures.component';
import { DriveLineComponent } from '../ui/drive-line/drive-line.component';
import { ErrorBudgetComponent } from './error-budget.component';
import { FindingsComponent } from './findings.component';
import { MotionPlanComponent } from './motion-plan.component';
import { PushCurveComponent } from './push-curve.component';
import { RunBenchComponent } from './run-bench.component';
import { StationEditorComponent } from './station-editor.component';
import { headlineText, type HeadlineText } from '../ui/drive-line/headline-text';
import { stationOf, STATIONS, type LineStation } from '../ui/drive-line/stations';
import { TrialsComponent } from './trials.component';
import { MessageModule } from 'primeng/message';
import { TooltipModule } from 'primeng/tooltip';

const TABS: readonly TabOption[] = [
  { id: 'push', label: 'Push' },
  { id: 'run', label: 'Run' },
  { id: 'error', label: 'Accuracy' },
  { id: 'move', label: 'Moves' },
  { id: 'figures', label: 'Figures' },
];

/** Operation 20: every axis as a drive line; the selected one open, its stations edited in place. */
@Component({
  selector: 'cn-drive-lines-page',
  imports: [
    AxisFiguresComponent,
    DriveLineComponent,
    ErrorBudgetComponent,
    FigureComponent,
    FindingsComponent,
    MessageModule,
    MotionPlanComponent,
    OperationFrameComponent,
    PushCurveComponent,
    RouterLink,
    RunBenchComponent,
    StationEditorComponent,
    TabsComponent,
    TooltipModule,
    TrialsComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './drive-lines.page.html',
  styleUrl: './drive-lines.page.css',
})
export class DriveLinesPage {
  /** From the address: which axis and station to open. */
  readonly axis = input<string>();
  readonly station = input<string>();
  readonly see = input<string>();

  private readonly store = inject(DesignStore);
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  private readonly chosenAxis = signal<string | null>(null);
  protected readonly selectedStation = signal<LineStation>('motor');
  protected readonly message = signal('');
  protected readonly tabs = TABS;
  protected readonly tab = signal('push');
  protected readonly figures = { speedMargin, stepsPerUnit };
  /** Every axis by its letter and its verdict; the sentence is said where one points. */
  protected readonly others = computed(() =>
    this.axes().map((view) => {
      const worst = this.worst(view);
      return { view, worst, words: `${view.axis.name || view.axis.letter}: ${worst.text}` };
    }),
  );
  protected readonly canAdd = computed(() => this.axes().length < AXIS_LIMIT);
  protected readonly open = computed(
    () => this.axes().find((view) => view.axis.id === this.chosenAxis()) ?? this.axes()[0] ?? null,
  );

  constructor() {
    effect(() => {
      const [axis, station] = [this.axis(), this.station(), this.see()];
      untracked(() => {
        if (axis) this.chosenAxis.set(axis);
        const known = STATIONS.find((item) => item === (station === 'controller' ? 'driver' : station));
        if (known) this.selectedStation.set(known);
        if (TABS.some((item) => item.id === this.see())) this.tab.set(this.see() ?? 'push');
      });
    });
  }

  protected openAxis(id: string): void {
    this.chosenAxis.set(id);
  }

  protected worst(view: AxisView): HeadlineText {
    return headlineText(headlineOf(view.reckoner, view.findings));
  }

  protected openTab(id: string): void {
    this.tab.set(id);
  }

  protected seeFinding(station: LineStation): void {
    this.selectedStation.set(station);
  }

  protected readonly stationOf = stationOf;

  protected addAxis(): void {
    this.store.edit('axes', (document) => {
      const id = nextAxisId(document);
      this.chosenAxis.set(id);
      this.selectedStation.set('motor');
      return {
        ...document,
        axes: [...document.axes, newAxis(id, freeLetter(document.axes), 'screw', document.supplies[0]?.id ?? null)],
      };
    });
  }

  protected removeAxis(id: string): void {
    this.store.edit('axes', (document) => ({ ...document, axes: document.axes.filter((item) => item.id !== id) }));
    this.chosenAxis.set(null);
  }

  protected change(event: { readonly key: string; readonly change: (axis: Axis) => Axis }): void {
    const axis = this.open()?.axis;
    if (axis) this.store.editAxis(axis.id, event.key, event.change);
  }

  protected async choose(stored: StoredPart): Promise<void> {
    const axis = this.open()?.axis;
    if (!axis || !fitsAxis(axis, stored.part)) return;
    this.message.set('');
    const reason = `${axis.letter}: ${stored.part.name}`.slice(0, 200);
    try {
      await this.store.apply((document) => choosePart(document, axis.id, { id: stored.id, part: stored.part }), reason);
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  protected fitsOpen(): (part: Part) => boolean {
    const axis = this.open()?.axis;
    return (part) => axis !== undefined && fitsAxis(axis, part);
  }
}

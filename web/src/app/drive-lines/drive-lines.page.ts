import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
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
import type { PartKind } from '@crisp-notch/core/parts';
import { messageOf } from '../data/answers';
import { DesignStore, type AxisView } from '../data/design-store';
import { arrivals } from '../ui/addresses';
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
import { STATIONS, type LineStation } from '../ui/drive-line/stations';
import { TrialsComponent } from './trials.component';
import { MessageModule } from 'primeng/message';
import { TooltipModule } from 'primeng/tooltip';

/** Between the line and what stays below it [px]. */
const GAP = 8;
/** Kinds of part from which the steps follow. */
const STEPS_REST_ON: readonly PartKind[] = ['motor', 'transmission'];

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
  private readonly store = inject(DesignStore);
  private readonly injector = inject(Injector);
  private readonly editor = viewChild(StationEditorComponent);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly line = viewChild<ElementRef<HTMLElement>>('line');
  private readonly sizes = new ResizeObserver(([entry]) => {
    const height = entry?.borderBoxSize[0]?.blockSize ?? 0;
    if (height > 0) this.host.nativeElement.style.setProperty('--below-line', `${Math.ceil(height) + GAP}px`);
  });
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
    effect((onCleanup) => {
      const line = this.line()?.nativeElement;
      if (!line) return;
      this.sizes.observe(line);
      onCleanup(() => {
        this.sizes.disconnect();
      });
    });
    arrivals()
      .pipe(takeUntilDestroyed())
      .subscribe(({ axis, station, see }) => {
        if (axis) this.chosenAxis.set(axis);
        const known = STATIONS.find((item) => item === (station === 'controller' ? 'driver' : station));
        if (known) this.selectedStation.set(known);
        if (TABS.some((item) => item.id === see)) this.tab.set(see ?? 'push');
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
      if (STEPS_REST_ON.includes(stored.part.kind)) this.goOnChoosing();
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  /** While the steps of the axis are not known yet, whoever takes parts from the shelf goes on with the next one. */
  private goOnChoosing(): void {
    const outcome = this.open()?.reckoner.get(stepsPerUnit);
    const station =
      outcome?.kind === 'missing' ? STATIONS.find((item) => item === outcome.fields[0]?.station) : undefined;
    if (station === undefined || station === this.selectedStation()) return;
    this.selectedStation.set(station);
    afterNextRender(
      () => {
        this.editor()?.openShelf();
      },
      { injector: this.injector },
    );
  }
}

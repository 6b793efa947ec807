import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { WiringPlan } from '@crisp-notch/core/wiring';
import { ButtonModule } from 'primeng/button';
import { downloadText, fileName } from '../data/download';
import { pathOf, planSvg, type DrawnBox, type DrawnWire, type Drawing } from '../ui/plan-layout';
import { PlanLayouter } from '../ui/plan-layouter';

/** Below this its words cannot be read on a screen. */
const LEAST_SCALE = 0.85;
const STEP = 1.25;
const SCALE = { least: 0.3, most: 3 };
/** Boxes that something can be said of. */
const ASKED = ['driver', 'motor', 'controller', 'switch', 'control'];

/** The plan of all wires, laid out anew whenever it changes; it is pulled about, and wires light up under the hand. */
@Component({
  selector: 'cn-wiring-plan',
  imports: [ButtonModule],
  providers: [PlanLayouter],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wiring-plan.component.html',
  styleUrl: './wiring-plan.component.css',
})
export class WiringPlanComponent {
  readonly plan = input.required<WiringPlan>();
  /** What a file of it is called. */
  readonly title = input.required<string>();
  /** Boxes that what is done elsewhere is about. */
  readonly about = input<readonly string[]>([]);
  /** The box that is chosen; null for none. */
  readonly selected = input<string | null>(null);
  readonly chosen = output<DrawnBox>();

  private readonly injector = inject(Injector);
  private readonly layouter = inject(PlanLayouter);
  private readonly window = viewChild<ElementRef<HTMLElement>>('window');
  protected readonly drawing = signal<Drawing | null>(null);
  protected readonly trouble = signal('');
  /** Null: as large as fits and can be read. */
  private readonly zoomed = signal<number | null>(null);
  private readonly room = signal(0);
  protected readonly lit = signal<string | null>(null);
  protected readonly scale = computed(() => {
    const drawing = this.drawing();
    if (!drawing) return 1;
    return this.zoomed() ?? Math.min(1.4, Math.max(LEAST_SCALE, (this.room() - 2) / drawing.width));
  });
  protected readonly litName = computed(() => this.drawing()?.wires.find(({ net }) => net === this.lit())?.name ?? '');
  private dragged: { readonly x: number; readonly y: number; readonly left: number; readonly top: number } | null =
    null;

  constructor() {
    effect(() => {
      const plan = this.plan();
      untracked(() => void this.draw(plan));
    });
    effect((onCleanup) => {
      const window = this.window()?.nativeElement;
      if (!window) return;
      const observer = new ResizeObserver(([entry]) => this.room.set(entry?.contentRect.width ?? 0));
      observer.observe(window);
      onCleanup(() => observer.disconnect());
    });
  }

  private async draw(plan: WiringPlan): Promise<void> {
    try {
      const drawing = await this.layouter.layout(plan);
      // What was laid out meanwhile is newer.
      if (plan !== this.plan()) return;
      const isFirst = this.drawing() === null;
      this.drawing.set(drawing);
      if (isFirst) afterNextRender(() => this.centre(), { injector: this.injector });
      this.trouble.set('');
    } catch (error) {
      this.trouble.set(`The plan could not be laid out: ${String(error)}`);
    }
  }

  /** Most wires leave the controller: a plan that is larger than its window is opened with it on the left. */
  private centre(): void {
    const [window, box] = [
      this.window()?.nativeElement,
      this.drawing()?.boxes.find(({ kind }) => kind === 'controller'),
    ];
    if (!window || !box) return;
    window.scrollTop = (box.y + box.height / 2) * this.scale() - window.clientHeight / 2;
    window.scrollLeft = (box.x - 12) * this.scale();
  }

  protected readonly path = (wire: DrawnWire): string => pathOf(wire.points);

  protected isAsked({ kind }: DrawnBox): boolean {
    return ASKED.includes(kind);
  }

  protected isAbout({ id }: DrawnBox): boolean {
    return this.about().includes(id) || this.selected() === id;
  }

  protected choose(box: DrawnBox): void {
    if (this.isAsked(box)) this.chosen.emit(box);
  }

  protected zoom(by: number): void {
    this.zoomed.set(Math.min(SCALE.most, Math.max(SCALE.least, this.scale() * by)));
  }

  protected readonly step = STEP;

  protected fit(): void {
    const [drawing, window] = [this.drawing(), this.window()?.nativeElement];
    if (!drawing || !window) return;
    this.zoomed.set(
      Math.max(
        SCALE.least,
        Math.min((window.clientWidth - 2) / drawing.width, (window.clientHeight - 2) / drawing.height),
      ),
    );
  }

  protected save(): void {
    const drawing = this.drawing();
    if (drawing) downloadText(fileName(this.title(), 'svg'), planSvg(drawing, this.title()), 'image/svg+xml');
  }

  protected asFits(): void {
    this.zoomed.set(null);
  }

  protected onWheel(event: WheelEvent): void {
    if (!event.ctrlKey) return;
    event.preventDefault();
    this.zoom(event.deltaY < 0 ? STEP : 1 / STEP);
  }

  protected grab(event: PointerEvent): void {
    const window = this.window()?.nativeElement;
    // A finger slides it by itself.
    if (!window || event.pointerType !== 'mouse' || event.button !== 0) return;
    this.dragged = { x: event.clientX, y: event.clientY, left: window.scrollLeft, top: window.scrollTop };
  }

  protected drag(event: PointerEvent): void {
    const window = this.window()?.nativeElement;
    if (!window || !this.dragged) return;
    window.scrollLeft = this.dragged.left - (event.clientX - this.dragged.x);
    window.scrollTop = this.dragged.top - (event.clientY - this.dragged.y);
  }

  protected letGo(): void {
    this.dragged = null;
  }
}

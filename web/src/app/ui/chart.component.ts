import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  effect,
  inject,
  input,
  output,
  viewChild,
  type OnDestroy,
} from '@angular/core';
import type { ECharts, EChartsCoreOption } from 'echarts/core';
import { downloadBlob, downloadText, fileName } from '../data/download';
import { PreferencesStore } from '../data/preferences';
import { chartInk, paperInk, type ChartInk } from './chart-ink';

/** Of a chart on the page [px]. */
export interface ChartSize {
  readonly width: number;
  readonly height: number;
}

/** What is drawn in the colours of the page, and how it follows from its size. */
export type DrawChart = (ink: ChartInk, size: ChartSize) => EChartsCoreOption;

const PNG_SCALE = 2;

/** A chart that follows its options and its size, and can be taken away as SVG, PNG or CSV. */
@Component({
  selector: 'cn-chart',
  host: { '(window:beforeprint)': 'draw(onPaper)', '(window:afterprint)': 'draw()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      #canvas
      class="canvas"
      role="img"
      [attr.aria-label]="description()"
      (pointerdown)="press($event)"
      (pointermove)="press($event)"
    ></div>
    <p class="row small no-print">
      <span class="quiet">Export</span>
      <button type="button" class="link" (click)="saveSvg()">SVG</button>
      <button type="button" class="link" (click)="savePng()">PNG</button>
      <button type="button" class="link" (click)="saveCsv()">CSV</button>
    </p>
  `,
  styles: `
    .canvas {
      height: 270px;
    }

    /* A sheet of paper is laid out without asking a script: what was drawn for the screen is scaled to it. */
    @media print {
      .canvas {
        height: auto;
      }

      .canvas ::ng-deep > div {
        width: auto !important;
        height: auto !important;
      }

      .canvas ::ng-deep svg {
        position: static !important;
        width: 100%;
        height: auto;
      }
    }
  `,
})
export class ChartComponent implements OnDestroy {
  readonly options = input.required<DrawChart>();
  /** Emits where the chart is pressed or dragged over, sideways in pixels of the chart. */
  readonly pressed = output<number>();
  /** What the chart shows, for those who cannot see it. */
  readonly description = input.required<string>();
  readonly title = input.required<string>();
  /** The chart's numbers as CSV. */
  readonly csv = input.required<string>();

  protected readonly onPaper = paperInk;
  private readonly preferences = inject(PreferencesStore).preferences;
  private readonly canvas = viewChild.required<ElementRef<HTMLElement>>('canvas');
  private chart: ECharts | null = null;
  private isGone = false;
  private readonly sizes = new ResizeObserver(() => {
    // On paper its height follows from its width.
    if (matchMedia('print').matches) return;
    this.chart?.resize();
    this.draw();
  });

  constructor() {
    void this.begin();
    effect(() => {
      this.options();
      // By night it is of other colours.
      this.preferences();
      this.draw();
    });
  }

  /** What draws is as large as the rest of a page: it comes when the page stands. */
  private async begin(): Promise<void> {
    const { init } = await import('./chart-engine');
    if (this.isGone) return;
    const element = this.canvas().nativeElement;
    this.chart = init(element, null, { renderer: 'svg' });
    this.sizes.observe(element);
    this.draw();
  }

  protected draw(inkNow: () => ChartInk = chartInk): void {
    if (!this.chart) return;
    const [options, element] = [this.options(), this.canvas().nativeElement];
    const size = { width: element.clientWidth, height: element.clientHeight };
    // Series of the same name are kept and changed: drawn anew, a chart that gets point after point drops frames.
    this.chart.setOption(options(inkNow(), size), {
      replaceMerge: ['series', 'graphic'],
    });
    element.querySelector('svg')?.setAttribute('viewBox', `0 0 ${this.chart.getWidth()} ${this.chart.getHeight()}`);
  }

  /** Its width now [px]. */
  width(): number {
    return this.canvas().nativeElement.clientWidth;
  }

  protected press(event: PointerEvent): void {
    if (event.type === 'pointermove' && event.buttons !== 1) return;
    this.pressed.emit(event.clientX - this.canvas().nativeElement.getBoundingClientRect().left);
  }

  ngOnDestroy(): void {
    this.isGone = true;
    this.sizes.disconnect();
    this.chart?.dispose();
  }

  protected saveSvg(): void {
    downloadText(fileName(this.title(), 'svg'), this.svg(), 'image/svg+xml');
  }

  protected savePng(): void {
    const element = this.canvas().nativeElement;
    const picture = new Image();
    picture.onload = (): void => {
      const sheet = document.createElement('canvas');
      sheet.width = element.clientWidth * PNG_SCALE;
      sheet.height = element.clientHeight * PNG_SCALE;
      const pen = sheet.getContext('2d');
      if (!pen) return;
      pen.fillStyle = getComputedStyle(document.documentElement).getPropertyValue('--card');
      pen.fillRect(0, 0, sheet.width, sheet.height);
      pen.drawImage(picture, 0, 0, sheet.width, sheet.height);
      sheet.toBlob((blob) => blob && downloadBlob(fileName(this.title(), 'png'), blob));
    };
    picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(this.svg())}`;
  }

  protected saveCsv(): void {
    downloadText(fileName(this.title(), 'csv'), this.csv(), 'text/csv');
  }

  private svg(): string {
    return this.chart?.renderToSVGString() ?? '';
  }
}

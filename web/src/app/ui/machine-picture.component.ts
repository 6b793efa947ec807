import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Machine } from '@crisp-notch/core/machine';
import { signsOf, viewsOf, type Sign, type Stands } from '@crisp-notch/core/picture';
import { drawn, SIGN_NAMES, type DrawnPath, type Mark } from './machine-picture.layout';

/** What the signs along a measure are, each as it is drawn there. */
const SIGNS = (['home-switch', 'end-switch', 'fence'] as const satisfies readonly Sign['tone'][]).map((tone) => ({
  tone,
  name: SIGN_NAMES[tone],
  path: tone === 'fence' ? 'M6 1v10' : 'M3 3h6v6h-6z',
}));

/** A machine drawn to scale from its design: small in a list, or with its travels and with what falls. */
@Component({
  selector: 'cn-machine-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (view of drawings(); track view.name) {
      <figure>
        @if (!isSmall()) {
          <figcaption>{{ view.name }}</figcaption>
        }
        <svg
          role="img"
          [attr.viewBox]="'0 0 ' + view.width + ' ' + view.height"
          [attr.width]="view.width"
          [attr.height]="view.height"
          [attr.aria-label]="view.words"
        >
          @for (stroke of view.strokes; track $index) {
            <path [attr.d]="stroke.path" [attr.class]="stroke.ink" />
          }
          @for (line of view.paths; track $index) {
            <path class="path" [class.rapid]="line.isRapid" [attr.d]="line.path" />
          }
          @for (measure of view.measures; track measure.axisId) {
            <path class="measure" [class.guess]="measure.isGuess" [attr.d]="measure.path" />
            <text
              class="number"
              [class.guess]="measure.isGuess"
              [attr.x]="measure.at.x"
              [attr.y]="measure.at.y"
              [attr.text-anchor]="measure.anchor"
            >
              {{ measure.words }}
            </text>
          }
          @for (fall of view.falls; track fall.axisId) {
            <path class="gravity" [attr.d]="fall.path" />
            <text class="gravity" [attr.x]="fall.at.x" [attr.y]="fall.at.y" text-anchor="end">{{ fall.words }}</text>
          }
          @for (mark of view.marks; track $index) {
            <path [attr.class]="'mark ' + mark.tone" [attr.d]="mark.path">
              @if (mark.name !== '') {
                <title>{{ mark.name }}</title>
              }
            </path>
            @if (mark.words !== '') {
              <text
                [attr.class]="'mark ' + mark.tone"
                [attr.x]="mark.at.x"
                [attr.y]="mark.at.y"
                [attr.text-anchor]="mark.anchor"
              >
                {{ mark.words }}
              </text>
            }
          }
        </svg>
      </figure>
    }
    @if (legend().length > 0) {
      <p class="legend small quiet">
        @for (item of legend(); track item.tone) {
          <span
            ><svg aria-hidden="true" width="12" height="12" viewBox="0 0 12 12">
              <path [attr.class]="'mark ' + item.tone" [attr.d]="item.path" />
            </svg>
            {{ item.name }}</span
          >
        }
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }

    figure {
      margin: 0;
    }

    figcaption {
      font: 600 14px/1.3 var(--narrow);
      color: var(--blue);
    }

    svg {
      display: block;
      max-width: 100%;
      height: auto;
    }

    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.25;
      vector-effect: non-scaling-stroke;
    }

    .frame {
      fill: var(--paper);
      stroke: var(--rule);
    }

    .work {
      fill: var(--card);
      stroke: var(--rule);
      stroke-dasharray: 4 3;
    }

    .rail {
      stroke: var(--ink-2);
      stroke-width: 3;
    }

    .moving {
      fill: var(--card);
    }

    .drive {
      fill: var(--sunk);
    }

    .commanded {
      fill: var(--blue-wash);
      stroke: var(--blue);
    }

    .path {
      stroke: var(--brass);
      stroke-width: 1.5;
    }

    .path.rapid {
      stroke: var(--ink-2);
      stroke-width: 1;
      stroke-dasharray: 2 3;
    }

    .measure {
      stroke: var(--blue);
    }

    .measure.guess {
      stroke-dasharray: 4 3;
    }

    /* Words stand clear of the lines that they cross. */
    text {
      font-size: 13px;
      fill: var(--blue);
      stroke: var(--card);
      stroke-width: 4px;
      paint-order: stroke;
    }

    .gravity {
      stroke: var(--caution);
    }

    .mark.commanded {
      fill: none;
      stroke-width: 2;
    }

    .mark.there {
      fill: var(--ink);
      stroke: var(--ink);
    }

    .mark.lost {
      fill: var(--stop);
      stroke: var(--stop);
    }

    .mark.home-switch {
      fill: var(--ink);
      stroke: var(--ink);
    }

    .mark.end-switch {
      stroke: var(--ink);
    }

    .legend {
      grid-column: 1 / -1;
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
    }

    .legend svg {
      display: inline-block;
    }

    .mark.fence {
      stroke: var(--blue);
      stroke-width: 2;
    }

    text.mark {
      stroke: var(--card);
      stroke-width: 4px;
    }

    text.mark.lost {
      fill: var(--stop);
      stroke: var(--card);
    }

    text.mark.commanded {
      fill: var(--blue);
      stroke-width: 4px;
    }

    text.gravity {
      fill: var(--caution);
      stroke: var(--card);
    }
  `,
})
export class MachinePictureComponent {
  readonly machine = input.required<Machine>();
  /** Without measures, one view only. */
  readonly isSmall = input(false);
  /** Room for each view [px]. */
  readonly width = input(320);
  readonly height = input(220);
  /** Where its axes are now; without, where they show what they are. */
  readonly stands = input<Stands>(new Map());
  /** What is told along its measures, with the fence that holds there; without, the design's own fence is drawn. */
  readonly marks = input<readonly Mark[] | null>(null);

  /** The path of a program, drawn where a view shows what follows it. */
  readonly path = input<DrawnPath | null>(null);

  private readonly signs = computed<readonly Mark[]>(() => {
    const told = this.marks();
    const signs = signsOf(this.machine()).filter(({ tone }) => told === null || tone !== 'fence');
    return [...signs.map((sign) => ({ ...sign, words: '' })), ...(told ?? [])];
  });
  protected readonly drawings = computed(() => {
    const views = viewsOf(this.machine(), this.stands());
    return (this.isSmall() ? views.slice(0, 1) : views).map((view) =>
      drawn(view, this.width(), this.height(), this.isSmall(), this.signs(), this.path()),
    );
  });
  protected readonly legend = computed(() =>
    this.isSmall() ? [] : SIGNS.filter(({ tone }) => this.signs().some((sign) => sign.tone === tone)),
  );
}

import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { View } from '@crisp-notch/core/picture';
import { drawn } from './machine-picture.layout';

/** Room for it [px]. */
const WIDTH = 560;
const HEIGHT = 300;

/** A view of something planned, to scale, in the ink of the machine's picture. */
@Component({
  selector: 'cn-view-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      role="img"
      [attr.viewBox]="'0 0 ' + drawing().width + ' ' + drawing().height"
      [style.max-width.px]="drawing().width"
      [attr.aria-label]="view().name"
    >
      @for (stroke of drawing().strokes; track $index) {
        <path [attr.d]="stroke.path" [attr.class]="stroke.ink" />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      height: auto;
    }

    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.2;
    }

    .work {
      fill: var(--paper);
      stroke: var(--rule);
    }

    .frame {
      stroke: var(--ink-2);
      stroke-dasharray: 4 3;
    }

    .commanded {
      stroke: var(--blue);
      fill: var(--blue-wash);
    }
  `,
})
export class ViewDrawingComponent {
  readonly view = input.required<View>();
  protected readonly drawing = computed(() => drawn(this.view(), WIDTH, HEIGHT, true));
}

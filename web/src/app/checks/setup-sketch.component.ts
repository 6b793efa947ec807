import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Sketch } from '@crisp-notch/core/checks';

/** How a check is set up, in a picture that is not to scale. */
@Component({
  selector: 'cn-setup-sketch',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg role="img" viewBox="0 0 380 150" [attr.aria-label]="sketch().words">
      @for (stroke of sketch().strokes; track $index) {
        <path [attr.class]="stroke.ink" [attr.d]="stroke.path" />
      }
      @for (label of sketch().labels; track $index) {
        <text [attr.x]="label.x" [attr.y]="label.y" [attr.text-anchor]="label.end ? 'end' : 'start'">
          {{ label.text }}
        </text>
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 380px;
      height: auto;
    }

    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }

    .moves {
      fill: var(--blue-wash);
      stroke: var(--ink);
    }

    .reads {
      stroke: var(--brass);
      stroke-width: 2;
    }

    .way {
      stroke: var(--blue);
    }

    text {
      font: 500 13px/1 var(--text);
      fill: var(--ink-2);
    }
  `,
})
export class SetupSketchComponent {
  readonly sketch = input.required<Sketch>();
}

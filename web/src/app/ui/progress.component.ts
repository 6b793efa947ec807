import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** How far something has got. The browser's own bar: see the decision record on the library's components. */
@Component({
  selector: 'cn-progress',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<progress [attr.value]="share()" max="1" [attr.aria-label]="label()"></progress>`,
  styles: `
    progress {
      display: block;
      width: 160px;
      height: 10px;
      border: 0;
      background: var(--rule);
      accent-color: var(--blue);
    }

    progress::-webkit-progress-bar {
      background: var(--rule);
    }

    progress::-webkit-progress-value {
      background: var(--blue);
    }

    progress::-moz-progress-bar {
      background: var(--blue);
    }
  `,
})
export class ProgressComponent {
  readonly label = input.required<string>();
  /** From 0 to 1; null where nobody knows. */
  readonly share = input.required<number | null>();
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { SaveState } from '../data/design.state';
import { ButtonModule } from 'primeng/button';

/** Why something is not saved and what to do about it; or what happened to the design without the user's doing. */
@Component({
  selector: 'cn-save-banner',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (save().kind) {
      @case ('failed') {
        <div class="banner stop" role="alert">
          @if ($any(save()).isGone) {
            <p>
              Not saved: this machine is no longer on the server, it was deleted elsewhere. What you see is kept in this
              browser.
            </p>
            <p>
              <button type="button" pButton severity="secondary" outlined (click)="keepAsNew.emit()">
                Keep it as a new machine
              </button>
            </p>
          } @else {
            <p>
              Not saved, trying again: {{ $any(save()).message }} What you changed is kept in this browser too, even if
              you close it.
            </p>
          }
        </div>
      }
      @case ('refused') {
        <div class="banner stop" role="alert">
          <p>
            Not saved: {{ $any(save()).message }}. All the rest is saved. Put that right, or take it back with undo.
          </p>
        </div>
      }
    }
    @if (trouble()) {
      <div class="banner" role="status">
        <p>{{ trouble() }}</p>
      </div>
    }
    @if (notice()) {
      <div class="banner row spread" role="status">
        <p>{{ notice() }}</p>
        <button type="button" class="link" (click)="seen.emit()">Good</button>
      </div>
    }
  `,
  styles: `
    .banner {
      margin-bottom: 12px;
      padding: 8px 12px;
      border: 1px solid var(--rule);
      border-left: 4px solid var(--blue);
      background: var(--paper);
    }

    .banner.stop {
      border-left-color: var(--stop);
    }
  `,
})
export class SaveBannerComponent {
  readonly save = input.required<SaveState>();
  readonly notice = input('');
  /** Why the browser itself keeps nothing. */
  readonly trouble = input('');
  readonly keepAsNew = output();
  readonly seen = output();
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MachineLine } from '../data/machine-line';

/** Stops whatever moves, wherever one is; there as long as something has power. */
@Component({
  selector: 'cn-stop-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (line.isPowered()) {
      <div class="stop no-print">
        <button type="button" aria-keyshortcuts="Space" (click)="line.stop()">Stop · space</button>
        <span role="status" class="small wrap-anywhere">{{ words() }}</span>
      </div>
    }
  `,
  styles: `
    .stop {
      position: fixed;
      top: 5px;
      right: 314px;
      z-index: 8;
      display: flex;
      gap: 10px;
      align-items: center;
      flex-direction: row-reverse;
      max-width: 60vw;
    }

    .stop > span:not(:empty) {
      padding: 3px 8px;
      background: var(--stop-wash);
      color: var(--stop);
    }

    button {
      flex: none;
      min-height: 34px;
      padding: 4px 22px;
      border: 0;
      background: var(--stop);
      color: var(--card);
      font: 600 18px/1.2 var(--narrow);
      cursor: pointer;
    }

    @media (max-width: 900px) {
      /* Under the thumb, above all else. */
      .stop {
        top: auto;
        right: 10px;
        bottom: 10px;
      }

      button {
        min-height: 52px;
      }
    }
  `,
})
export class StopButtonComponent {
  protected readonly line = inject(MachineLine);
  protected readonly words = computed(() => {
    switch (this.line.stopState()) {
      case 'none':
        return '';
      case 'asked':
        return 'Asked to stop …';
      case 'answered':
        return this.line.isMoving() ? '' : 'Stopped.';
      case 'uncertain':
        return 'Nobody knows whether it stopped: take the power away.';
    }
  });
}

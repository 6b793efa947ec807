import { ChangeDetectionStrategy, Component } from '@angular/core';

/** A caution at the place where the hand goes to the part. */
@Component({
  selector: 'cn-caution',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p class="box">
    <span aria-hidden="true">▲</span><span class="visually-hidden">Caution: </span> <ng-content />
  </p>`,
  styles: `
    .box {
      padding: 8px 12px;
      border-left: 4px solid var(--caution);
      background: var(--caution-wash);
    }

    .box > span:first-child {
      color: var(--caution);
      margin-right: 0.4em;
    }
  `,
})
export class CautionComponent {}

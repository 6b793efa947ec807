import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { MovesDesk } from './moves-desk';

/** A move that can be held on its way and gone on with; nothing while none is under way. */
@Component({
  selector: 'cn-on-its-way',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.travelling() !== 'none') {
      <p class="row" role="status">
        @if (desk.travelling() === 'held') {
          <span>‖ Held on its way.</span>
          <button type="button" pButton (click)="desk.resume()">Go on</button>
        } @else {
          <span>▶ On its way.</span>
          <button type="button" pButton severity="secondary" outlined (click)="desk.hold()">Pause</button>
        }
      </p>
    }
  `,
})
export class OnItsWayComponent {
  protected readonly desk = inject(MovesDesk);
}

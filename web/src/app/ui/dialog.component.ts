import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { DialogModule } from 'primeng/dialog';

/** A dialog that is there as long as it is in the page; focus stays inside and goes back where it came from. */
@Component({
  selector: 'cn-dialog',
  imports: [DialogModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog
      [visible]="true"
      (visibleChange)="$event || closed.emit()"
      [header]="heading()"
      [modal]="true"
      [draggable]="false"
      [resizable]="false"
      [dismissableMask]="true"
      closeAriaLabel="Close"
      styleClass="cn-dialog"
    >
      <ng-content />
    </p-dialog>
  `,
  styles: `
    :host ::ng-deep .cn-dialog {
      width: min(640px, 94vw);
    }
  `,
})
export class DialogComponent {
  readonly heading = input.required<string>();
  readonly closed = output();
}

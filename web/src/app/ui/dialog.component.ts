import { ChangeDetectionStrategy, Component, input, output, viewChild, type ElementRef } from '@angular/core';
import { DialogModule } from 'primeng/dialog';

/** What can take the focus when a dialog opens. */
const FOCUSABLE =
  'input:not([type=hidden], :disabled), select:not(:disabled), textarea:not(:disabled), button:not(:disabled), a[href], [tabindex]:not([tabindex="-1"])';

/**
 * A dialog that is there as long as it is in the page; focus stays inside and goes back where it came from. What comes
 * first in it is focused when it has come in, unless somebody writes in one of its fields by then: the library would
 * take the focus from there.
 */
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
      [focusOnShow]="false"
      (onShow)="focus()"
      closeAriaLabel="Close"
      styleClass="cn-dialog"
    >
      <div #within><ng-content /></div>
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

  private readonly within = viewChild<ElementRef<HTMLElement>>('within');

  /** Focuses what comes first, else the button that closes it, unless something in the dialog is focused already. */
  protected focus(): void {
    const within = this.within()?.nativeElement;
    const dialog = within?.closest<HTMLElement>('[role=dialog]');
    if (!within || !dialog || dialog.contains(document.activeElement)) return;
    (within.querySelector<HTMLElement>(FOCUSABLE) ?? dialog.querySelector<HTMLElement>(FOCUSABLE))?.focus();
  }
}

import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { MachineCopy } from '@crisp-notch/contract';
import { differencesBetween, type Machine } from '@crisp-notch/core/machine';
import { shortMoment } from '../data/dates';
import { DialogComponent } from '../ui/dialog.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

/**
 * Another tab or person saved the machine meanwhile: shows what differs and lets the user choose. Nothing is lost
 * either way.
 */
@Component({
  selector: 'cn-conflict-dialog',
  imports: [ButtonModule, DialogComponent, MessageModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-dialog heading="Changed in two places">
      <div class="stack">
        <p>
          This machine was saved elsewhere at {{ savedAt() }} while you changed it here. Choose which version to go on
          with; the other one is kept as a revision in the logbook.
        </p>
        @if (differences().length) {
          <div>
            <h3>What the other version has differently</h3>
            <ul class="differences">
              @for (line of differences(); track line) {
                <li class="small wrap-anywhere">{{ line }}</li>
              }
            </ul>
          </div>
        }
        @if (trouble()) {
          <p-message severity="error">{{ trouble() }}</p-message>
        }
        <p class="row">
          <button type="button" pButton (click)="chosen.emit('ours')">Keep what is here</button>
          <button type="button" pButton severity="secondary" outlined (click)="chosen.emit('theirs')">
            Take the other version
          </button>
        </p>
      </div>
    </cn-dialog>
  `,
  styles: `
    .differences {
      max-height: 40vh;
      overflow: auto;
    }
  `,
})
export class ConflictDialogComponent {
  readonly ours = input.required<Machine>();
  readonly theirs = input.required<MachineCopy>();
  /** Why the last choice could not be carried out; empty for nothing. */
  readonly trouble = input('');
  readonly chosen = output<'ours' | 'theirs'>();

  protected readonly savedAt = computed(() => shortMoment(this.theirs().updatedAt));
  protected readonly differences = computed(() => differencesBetween(this.ours(), this.theirs().document));
}

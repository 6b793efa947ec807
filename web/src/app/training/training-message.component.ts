import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';
import { TrainingStore } from '../data/training-store';

/** What went wrong in an exercise, and what can be sent again. */
@Component({
  selector: 'cn-training-message',
  imports: [ButtonModule, MessageModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (words()) {
      <p-message severity="error">
        {{ words() }}
        @if (training.unsaved().length) {
          <button type="button" pButton severity="secondary" outlined (click)="training.keepAgain()">
            Save it again
          </button>
        }
      </p-message>
    }
  `,
})
export class TrainingMessageComponent {
  protected readonly training = inject(TrainingStore);
  protected readonly words = computed(
    () => this.training.message() || (this.training.unsaved().length > 0 ? 'A result is not saved yet.' : ''),
  );
}

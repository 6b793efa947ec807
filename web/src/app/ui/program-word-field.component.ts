import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import { programWordProblem } from '@crisp-notch/core/program';
import { InputTextModule } from 'primeng/inputtext';

let count = 0;

/** A word of a program that switches something; what is no word stays in the field with a message. */
@Component({
  selector: 'cn-program-word-field',
  imports: [InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field-row">
      <label [for]="id">{{ label() }}</label>
      <div>
        <input
          pInputText
          class="field number"
          maxlength="12"
          autocomplete="off"
          [id]="id"
          [value]="draft() ?? value()"
          [attr.aria-invalid]="message() !== ''"
          [attr.aria-describedby]="id + '-note'"
          (input)="onInput($event)"
        />
        <span [id]="id + '-note'">
          @if (message()) {
            <span class="error" role="alert">{{ message() }}</span>
          }
        </span>
      </div>
    </div>
  `,
})
export class ProgramWordFieldComponent {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  readonly changed = output<string>();
  protected readonly id = `word-${(count += 1)}`;
  protected readonly draft = signal<string | null>(null);
  protected readonly message = signal('');

  constructor() {
    // A word changed from outside, by undo for instance, replaces what stands in the field unless that waits to be put
    // right.
    effect(() => {
      this.value();
      if (untracked(this.message) === '') this.draft.set(null);
    });
  }

  protected onInput(event: Event): void {
    const typed = (event.target as HTMLInputElement).value;
    const problem = programWordProblem(typed);
    this.draft.set(problem === null ? null : typed);
    this.message.set(problem ?? '');
    if (problem === null) this.changed.emit(typed);
  }
}

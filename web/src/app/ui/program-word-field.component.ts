import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { programWordProblem } from '@crisp-notch/core/program';
import { InputTextModule } from 'primeng/inputtext';
import { DraftDirective } from './draft.directive';

let count = 0;

/** A word of a program that switches something; what is no word stays in the field with a message. */
@Component({
  selector: 'cn-program-word-field',
  imports: [DraftDirective, InputTextModule],
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
          #draft="cnDraft"
          [cnDraft]="value()"
          [reads]="read"
          [id]="id"
          [attr.aria-describedby]="id + '-note'"
        />
        <span [id]="id + '-note'">
          @if (draft.message(); as message) {
            <span class="error" role="alert">{{ message }}</span>
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

  protected readonly read = (typed: string): string => {
    const problem = programWordProblem(typed);
    if (problem === null) this.changed.emit(typed);
    return problem ?? '';
  };
}

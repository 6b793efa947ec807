import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { TextareaModule } from 'primeng/textarea';

const NAME_MOST = 120;
let count = 0;

/** What something is called: one line of text that wraps where it is long, so that none of it is hidden. */
@Component({
  selector: 'cn-name-field',
  imports: [TextareaModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field-row">
      <label [for]="id">{{ label() }}</label>
      <textarea
        pTextarea
        class="field"
        rows="1"
        autocomplete="off"
        [id]="id"
        [attr.data-field]="label()"
        [attr.maxlength]="most"
        [value]="value()"
        (keydown.enter)="$event.preventDefault()"
        (input)="take($any($event.target).value)"
      ></textarea>
    </div>
  `,
  styles: `
    textarea {
      resize: none;
      field-sizing: content;
      overflow-wrap: anywhere;
    }
  `,
})
export class NameFieldComponent {
  readonly label = input('Described as');
  readonly value = input.required<string>();
  readonly changed = output<string>();
  protected readonly id = `name-${(count += 1)}`;
  protected readonly most = NAME_MOST;

  /** A pasted line break would be no name. */
  protected take(typed: string): void {
    this.changed.emit(typed.replace(/\s*[\r\n]+\s*/g, ' '));
  }
}

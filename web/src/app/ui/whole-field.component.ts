import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import { parseWhole } from '@crisp-notch/core/quantity';
import { InputTextModule } from 'primeng/inputtext';

let count = 0;

/** A whole number such as a tooth count; what is not one stays in the field with a message. */
@Component({
  selector: 'cn-whole-field',
  imports: [InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() }}</label>
    <div>
      <input
        pInputText
        class="field number"
        type="text"
        inputmode="numeric"
        autocomplete="off"
        [id]="id"
        [value]="draft() ?? value()"
        [attr.aria-invalid]="message() !== ''"
        [attr.aria-describedby]="id + '-note'"
        (focus)="isEditing.set(true)"
        (input)="onInput($event)"
        (blur)="onBlur()"
      />
      <span [id]="id + '-note'">
        @if (message()) {
          <span class="error" role="alert">{{ message() }}</span>
        } @else if (remark()) {
          <span class="quiet small">{{ remark() }}</span>
        }
      </span>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(96px, 38%) 1fr;
      gap: 2px 10px;
      align-items: start;
    }

    label {
      padding-top: 6px;
    }

    @media (max-width: 700px) {
      :host {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class WholeFieldComponent {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly least = input(1);
  readonly most = input(10_000);
  readonly remark = input('');
  readonly changed = output<number>();

  protected readonly id = `whole-${(count += 1)}`;
  protected readonly draft = signal<string | null>(null);
  protected readonly message = signal('');
  protected readonly isEditing = signal(false);

  constructor() {
    effect(() => {
      this.value();
      if (untracked(this.isEditing)) return;
      this.draft.set(null);
      this.message.set('');
    });
  }

  protected onInput(event: Event): void {
    const typed = (event.target as HTMLInputElement).value;
    this.draft.set(typed);
    const parsed = parseWhole(typed, this.least(), this.most());
    this.message.set(parsed.ok ? '' : parsed.error);
    if (parsed.ok) this.changed.emit(parsed.value);
  }

  protected onBlur(): void {
    this.isEditing.set(false);
    if (this.message() === '') this.draft.set(null);
  }
}

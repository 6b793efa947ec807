import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import { parseWhole } from '@crisp-notch/core/quantity';
import { InputTextModule } from 'primeng/inputtext';

let count = 0;

/**
 * A whole number such as a tooth count; what is not one stays in the field with a message, a guess is dashed until it
 * is confirmed.
 */
@Component({
  selector: 'cn-whole-field',
  imports: [InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id">{{ label() }}</label>
    <div>
      <span class="row box">
        <input
          pInputText
          class="field number"
          type="text"
          [class.assumed]="isAssumed()"
          [placeholder]="value() === null ? 'count' : ''"
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
        @if (isAssumed() && value() !== null) {
          <span class="unit">assumed</span>
          <button type="button" class="link small" (click)="confirm()">
            confirm<span class="visually-hidden"> {{ label() }}</span>
          </button>
        }
      </span>
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

    .box {
      flex-wrap: nowrap;
      gap: 8px;
    }

    input {
      flex: 1;
      min-width: 4ch;
    }

    .unit {
      font-size: 13px;
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
  /** Null while nobody knows it. */
  readonly value = input.required<number | null>();
  /** Whether nobody has said it yet. */
  readonly isAssumed = input(false);
  /** Says why a whole number within the limits still cannot be. */
  readonly refuse = input<(value: number) => string | null>(() => null);
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
    if (typed.trim() === '') {
      this.message.set(this.value() === null ? '' : 'A whole number is needed; the one before stays in force.');
      return;
    }
    const parsed = parseWhole(typed, this.least(), this.most());
    const problem = parsed.ok ? this.refuse()(parsed.value) : parsed.error;
    this.message.set(problem ?? '');
    if (parsed.ok && problem === null) this.changed.emit(parsed.value);
  }

  /** The builder says that a guess is right. */
  protected confirm(): void {
    const value = this.value();
    if (value !== null) this.changed.emit(value);
  }

  protected onBlur(): void {
    this.isEditing.set(false);
    if (this.message() === '') this.draft.set(null);
  }
}

import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import type { Quantity } from '@crisp-notch/core/shape';
import { parseWhole } from '@crisp-notch/core/quantity';
import { InputTextModule } from 'primeng/inputtext';
import { typedPrice } from './typed-price';

/** What a cell takes. */
export type CellKind = 'price' | 'count' | 'text';

/**
 * A field in a table's cell, named by its row and column. What is not valid stays with a message, and the value before
 * stays in force; an emptied price is not known.
 */
@Component({
  selector: 'cn-cell-field',
  imports: [InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      pInputText
      class="field"
      autocomplete="off"
      [class.number]="kind() !== 'text'"
      [class.right]="kind() !== 'text'"
      [attr.inputmode]="kind() === 'text' ? 'text' : 'decimal'"
      [attr.maxlength]="kind() === 'text' ? 200 : 20"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="message() !== ''"
      [placeholder]="placeholder()"
      [value]="draft() ?? value()"
      (focus)="isEditing.set(true)"
      (input)="onInput($any($event.target).value)"
      (blur)="onBlur()"
    />
    @if (message()) {
      <span class="error" role="alert">{{ message() }}</span>
    }
  `,
  styles: `
    .right {
      text-align: right;
    }

    .field {
      min-width: 0;
    }

    /* On paper a field is its value. */
    @media print {
      .field {
        border: 0;
        padding: 0;
        min-height: 0;
        background: none;
      }

      .field::placeholder {
        color: inherit;
      }
    }
  `,
})
export class CellFieldComponent {
  readonly label = input.required<string>();
  readonly kind = input.required<CellKind>();
  /** As it stands in the design. */
  readonly value = input.required<string>();
  /** What is in force while nothing is typed, such as the shelf's price. */
  readonly placeholder = input('');
  readonly priced = output<Quantity | null>();
  readonly counted = output<number>();
  readonly written = output<string>();

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

  protected onInput(typed: string): void {
    this.draft.set(typed);
    switch (this.kind()) {
      case 'text':
        this.written.emit(typed);
        break;
      case 'count': {
        const parsed = parseWhole(typed, 0, 100_000);
        this.message.set(parsed.ok ? '' : parsed.error);
        if (parsed.ok) this.counted.emit(parsed.value);
        break;
      }
      case 'price':
        this.takePrice(typed);
        break;
    }
  }

  protected onBlur(): void {
    this.isEditing.set(false);
    if (this.message() === '') this.draft.set(null);
  }

  private takePrice(typed: string): void {
    const { text, problem } = typedPrice(typed);
    this.message.set(problem);
    if (problem === '') this.priced.emit(text === '' ? null : { text, from: 'typed', on: null, plusMinus: null });
  }
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Quantity } from '@crisp-notch/core/shape';
import { parseWhole } from '@crisp-notch/core/quantity';
import { InputTextModule } from 'primeng/inputtext';
import { TextareaModule } from 'primeng/textarea';
import { DraftDirective } from './draft.directive';
import { typedPrice } from './typed-price';

/** What a cell takes. */
export type CellKind = 'price' | 'count' | 'text';

/**
 * A field in a table's cell, named by its row and column. What is not valid stays with a message, and the value before
 * stays in force; an emptied price is not known.
 */
@Component({
  selector: 'cn-cell-field',
  imports: [DraftDirective, InputTextModule, TextareaModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (kind() === 'text') {
      <textarea
        pTextarea
        class="field"
        rows="1"
        maxlength="200"
        autocomplete="off"
        [value]="value()"
        [attr.aria-label]="label()"
        [placeholder]="placeholder()"
        (keydown.enter)="$event.preventDefault()"
        (input)="written.emit($any($event.target).value)"
      ></textarea>
    } @else {
      <input
        pInputText
        class="field number right"
        autocomplete="off"
        inputmode="decimal"
        maxlength="20"
        #draft="cnDraft"
        [cnDraft]="value()"
        [reads]="read"
        [attr.aria-label]="label()"
        [placeholder]="placeholder()"
      />
      @if (draft.message(); as message) {
        <span class="error" role="alert">{{ message }}</span>
      }
    }
  `,
  styles: `
    .right {
      text-align: right;
    }

    .field {
      min-width: 0;
    }

    textarea {
      resize: none;
      field-sizing: content;
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

  protected readonly read = (typed: string): string => {
    return this.kind() === 'count' ? this.readCount(typed) : this.readPrice(typed);
  };

  private readCount(typed: string): string {
    const parsed = parseWhole(typed, 0, 100_000);
    if (parsed.ok) this.counted.emit(parsed.value);
    return parsed.ok ? '' : parsed.error;
  }

  private readPrice(typed: string): string {
    const { text, problem } = typedPrice(typed);
    if (problem === '') this.priced.emit(text === '' ? null : { text, from: 'typed', on: null, plusMinus: null });
    return problem;
  }
}

import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { parseWhole } from '@crisp-notch/core/quantity';
import type { WholeAsked } from '@crisp-notch/core/shape';
import { InputTextModule } from 'primeng/inputtext';
import { DraftDirective } from './draft.directive';
import { TermDirective } from './term.directive';

let count = 0;

/**
 * A whole number such as a tooth count; what is not one stays in the field with a message, a guess is dashed until it
 * is confirmed.
 */
@Component({
  selector: 'cn-whole-field',
  imports: [DraftDirective, InputTextModule, TermDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [for]="id" [cnTerm]="name()">{{ name() }}</label>
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
          #draft="cnDraft"
          [cnDraft]="value()?.toString() ?? ''"
          [reads]="read"
          [id]="id"
          [attr.data-field]="asked().label"
          [attr.aria-describedby]="id + '-note'"
        />
        @if (isAssumed() && value() !== null) {
          <span class="unit">assumed</span>
          <button type="button" class="link small" (click)="confirm()">
            confirm<span class="visually-hidden"> {{ name() }}</span>
          </button>
        }
      </span>
      <span [id]="id + '-note'">
        @if (draft.message(); as message) {
          <span class="error" role="alert">{{ message }}</span>
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
  /** What it is and within what, by the shape of the document. */
  readonly asked = input.required<WholeAsked>();
  /** Another label than the usual one; empty for that. */
  readonly label = input('');
  /** Null while nobody knows it. */
  readonly value = input.required<number | null>();
  /** Whether nobody has said it yet. */
  readonly isAssumed = input(false);
  /** Says why a whole number within the limits still cannot be. */
  readonly refuse = input<(value: number) => string | null>(() => null);
  readonly remark = input('');
  readonly changed = output<number>();

  protected readonly id = `whole-${(count += 1)}`;
  protected readonly name = computed(() => this.label() || this.asked().label);

  /** Hands on what was typed if it can be; else says why not. */
  protected readonly read = (typed: string): string => {
    if (typed.trim() === '')
      return this.value() === null ? '' : 'A whole number is needed; the one before stays in force.';
    const { least, most } = this.asked();
    const parsed = parseWhole(typed, least, most);
    const problem = parsed.ok ? this.refuse()(parsed.value) : parsed.error;
    if (parsed.ok && problem === null) this.changed.emit(parsed.value);
    return problem ?? '';
  };

  /** The builder says that a guess is right. */
  protected confirm(): void {
    const value = this.value();
    if (value !== null) this.changed.emit(value);
  }
}

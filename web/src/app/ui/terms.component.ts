import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { termsIn } from '@crisp-notch/core/help';

/** A text whose terms of the trade say what they mean when they are pointed at. */
@Component({
  selector: 'cn-terms',
  changeDetection: ChangeDetectionStrategy.OnPush,
  // Set as they are: a template would put blanks between the pieces.
  template: `
    @for (piece of pieces(); track $index) {
      @if (piece.term; as term) {
        <abbr [title]="term.meaning" [textContent]="piece.words"></abbr>
      } @else {
        <span [textContent]="piece.words"></span>
      }
    }
  `,
  styles: `
    abbr {
      text-decoration: none;
      cursor: help;
    }

    abbr:hover {
      text-decoration: underline dotted 1px var(--field-rule);
      text-underline-offset: 3px;
    }
  `,
})
export class TermsComponent {
  readonly words = input.required<string>();
  protected readonly pieces = computed(() => termsIn(this.words()));
}

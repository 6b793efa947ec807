import { computed, Directive, input } from '@angular/core';
import { termsIn } from '@crisp-notch/core/help';

/** A label that says what its first term of the trade means when it is pointed at. */
@Directive({
  selector: '[cnTerm]',
  host: { '[attr.title]': 'meaning()', '[class.term]': 'meaning() !== null' },
})
export class TermDirective {
  /** The words of the label. */
  readonly cnTerm = input.required<string>();
  protected readonly meaning = computed(
    () => termsIn(this.cnTerm()).find(({ term }) => term !== null)?.term?.meaning ?? null,
  );
}

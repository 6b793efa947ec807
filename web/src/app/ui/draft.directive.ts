import { Directive, effect, ElementRef, inject, input, signal, untracked } from '@angular/core';

/**
 * What stands in a field while it is being typed in. Each keystroke is read; what is not valid stays with its message,
 * and the last valid value stays in force. A value changed from outside, by undo for instance, replaces what stands
 * there unless it is being typed in.
 */
@Directive({
  selector: 'input[cnDraft]',
  exportAs: 'cnDraft',
  host: {
    '[value]': 'draft() ?? cnDraft()',
    '[attr.aria-invalid]': "message() !== ''",
    '(focus)': 'isEditing.set(true)',
    '(input)': 'take($any($event.target).value)',
    '(blur)': 'leave()',
  },
})
export class DraftDirective {
  /** The kept value as it stands in the field while nothing is typed. */
  readonly cnDraft = input.required<string>();
  /** Reads what was typed: hands on what is valid, and says what is wrong, empty if nothing. */
  readonly reads = input.required<(typed: string) => string>();
  /** Changes whenever the kept value does, though it may be written alike. */
  readonly keptAs = input<unknown>(null);

  /** What stands in the field while it differs from the kept value; null when it shows the kept value. */
  readonly draft = signal<string | null>(null);
  readonly message = signal('');
  readonly isEditing = signal(false);
  private readonly field = inject<ElementRef<HTMLInputElement>>(ElementRef);

  constructor() {
    effect(() => {
      this.cnDraft();
      this.keptAs();
      if (untracked(this.isEditing)) return;
      this.draft.set(null);
      this.message.set('');
    });
  }

  protected take(typed: string): void {
    this.draft.set(typed);
    this.message.set(this.reads()(typed));
  }

  protected leave(): void {
    this.isEditing.set(false);
    if (this.message() !== '') return;
    this.draft.set(null);
    // At once: drawn later, it would undo the selection of whoever is back in the field by then.
    this.field.nativeElement.value = this.cnDraft();
  }
}

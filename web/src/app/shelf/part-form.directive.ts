import {
  Directive,
  effect,
  inject,
  input,
  inputBinding,
  output,
  outputBinding,
  untracked,
  ViewContainerRef,
} from '@angular/core';
import type { Part, PartKind } from '@crisp-notch/core/parts';
import { PART_FORMS } from './part-forms';

type Specification = Part['specification'];

/** Puts the form of a kind of part in its place. */
@Directive({ selector: '[cnPartForm]' })
export class PartFormDirective {
  readonly kind = input.required<PartKind>({ alias: 'cnPartForm' });
  readonly specification = input.required<Specification>();
  readonly changed = output<Specification>();
  private readonly container = inject(ViewContainerRef);

  constructor() {
    effect(() => {
      const form = PART_FORMS[this.kind()];
      untracked(() => {
        this.container.clear();
        if (!form) return;
        this.container.createComponent(form, {
          bindings: [
            inputBinding('specification', this.specification),
            outputBinding<Specification>('changed', (specification) => this.changed.emit(specification)),
          ],
        });
      });
    });
  }
}

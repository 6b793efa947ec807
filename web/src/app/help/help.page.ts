import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute } from '@angular/router';
import { BY_HAND, foundTerms, termPlace } from '@crisp-notch/core/help';
import type { View } from '@crisp-notch/core/picture';
import { OPERATIONS } from '@crisp-notch/core/route-card';
import { InputTextModule } from 'primeng/inputtext';
import { TermsComponent } from '../ui/terms.component';
import { ViewDrawingComponent } from '../ui/view-drawing.component';

/** How each operation is done by hand, and what the terms of the trade mean. */
@Component({
  selector: 'cn-help-page',
  imports: [InputTextModule, TermsComponent, ViewDrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './help.page.html',
  styleUrl: './help.page.css',
})
export class HelpPage {
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly fragment = toSignal(inject(ActivatedRoute).fragment);
  protected readonly search = signal('');
  private readonly wanted = computed(() => this.search().toLowerCase().split(/\s+/).filter(Boolean));
  protected readonly operations = computed(() =>
    BY_HAND.map(({ number, steps, words, strokes }) => ({
      number,
      steps,
      name: OPERATIONS.find((operation) => operation.number === number)?.name ?? '',
      view: { name: words as View['name'], strokes, measures: [], falls: [], traces: [] } satisfies View,
    })).filter(({ name, steps }) => {
      const text = [name, ...steps].join(' ').toLowerCase();
      return this.wanted().every((word) => text.includes(word));
    }),
  );
  protected readonly termPlace = termPlace;
  protected readonly terms = computed(() => foundTerms(this.search()));

  constructor() {
    // The place that an address names is there once the page is.
    effect(() => {
      const fragment = this.fragment();
      if (fragment)
        setTimeout(() => this.element.nativeElement.querySelector(`[id="${CSS.escape(fragment)}"]`)?.scrollIntoView());
    });
  }
}

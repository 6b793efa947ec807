import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { VerdictWord } from '@crisp-notch/core/checks';

const VERDICTS: Readonly<Record<VerdictWord, { readonly mark: string; readonly word: string; readonly tone: string }>> =
  {
    true: { mark: '●', word: 'True', tone: 'good' },
    'not-true': { mark: '⬢', word: 'Not true', tone: 'stop' },
    undecided: { mark: '▲', word: 'Undecided', tone: 'caution' },
    incomplete: { mark: '○', word: 'Not complete', tone: 'open' },
  };

/** A verdict as shape, word and colour. */
@Component({
  selector: 'cn-verdict',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span [class]="'verdict ' + face().tone"
    ><span aria-hidden="true">{{ face().mark }}</span> {{ face().word }}</span
  >`,
  styles: `
    :host {
      margin-right: 0.5em;
    }
  `,
})
export class VerdictComponent {
  readonly verdict = input.required<VerdictWord>();
  protected readonly face = computed(() => VERDICTS[this.verdict()]);
}

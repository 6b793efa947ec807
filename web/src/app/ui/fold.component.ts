import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { inSentence } from '@crisp-notch/core/reckoner';
import type { Quantity } from '@crisp-notch/core/shape';

/** One thing that a fold holds, by the label of its field; what nobody has said yet is left out. */
export type Held = readonly [asked: { readonly label: string }, value: Quantity | null | undefined];

/** What is held, in one line: `detent torque 20 mN·m · step error 5 %`. */
function heldWords(held: readonly (Held | string)[]): string {
  return held
    .flatMap((item) => {
      if (typeof item === 'string') return item === '' ? [] : [item];
      const [{ label }, value] = item;
      return value ? [`${inSentence(label)} ${value.text}`] : [];
    })
    .join(' · ');
}

/** Fields that a sheet seldom says, folded under their heading, which tells what they hold. */
@Component({
  selector: 'cn-fold',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary>
        {{ heading() }} <span class="quiet small">{{ words() }}</span>
      </summary>
      <div class="fields">
        <ng-content />
      </div>
    </details>
  `,
  styles: `
    .fields {
      display: grid;
      gap: 8px;
      padding-top: 8px;
    }

    details[open] > summary > .quiet {
      display: none;
    }
  `,
})
export class FoldComponent {
  readonly heading = input.required<string>();
  readonly held = input<readonly (Held | string)[]>([]);
  protected readonly words = computed(() => heldWords(this.held()));
}

import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { StepState } from '@crisp-notch/core/first-moves';
import { shortDay } from '../data/dates';
import { MovesDesk } from './moves-desk';
import { StepCardComponent } from './step-card.component';

const MARKS: Readonly<Record<StepState['kind'], { readonly mark: string; readonly words: string }>> = {
  right: { mark: '●', words: 'done' },
  wrong: { mark: '⬢', words: 'went wrong' },
  stale: { mark: '▲', words: 'done before something was changed' },
  open: { mark: '○', words: 'open' },
  waits: { mark: '○', words: 'waits' },
};

/** The steps of an axis, in their order; the one in work is open. */
@Component({
  selector: 'cn-step-list',
  imports: [StepCardComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol>
      @for (state of desk.states(); track state.step.id) {
        <li [class]="state.kind" [class.open]="state.step.id === desk.opened()">
          @if (state.step.id === desk.opened()) {
            <cn-step-card [state]="state" />
          } @else {
            <button type="button" class="line" (click)="desk.opened.set(state.step.id)">
              <span class="mark" aria-hidden="true">{{ marks[state.kind].mark }}</span>
              <span class="name wrap-anywhere">{{ state.step.name }}</span>
              <span class="quiet small"
                >{{ told(state) }}<span class="visually-hidden"> {{ marks[state.kind].words }}</span></span
              >
            </button>
          }
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      border: 1px solid var(--rule);
      background: var(--card);
    }

    li + li {
      border-top: 1px solid var(--rule);
    }

    li.open {
      border-left: 4px solid var(--blue);
    }

    .line {
      display: grid;
      grid-template-columns: 18px minmax(0, 1fr) auto;
      gap: 4px;
      width: 100%;
      min-height: 34px;
      padding: 6px 10px;
      align-items: baseline;
      border: 0;
      background: none;
      text-align: left;
      cursor: pointer;
    }

    .right .mark {
      color: var(--good);
    }

    .wrong .mark {
      color: var(--stop);
    }

    .stale .mark {
      color: var(--caution);
    }

    .waits .name {
      color: var(--ink-2);
    }
  `,
})
export class StepListComponent {
  protected readonly desk = inject(MovesDesk);
  protected readonly marks = MARKS;

  protected told({ entry, kind }: StepState): string {
    if (!entry || kind === 'waits') return '';
    const [first] = entry.shown;
    return kind === 'right' && first ? first.text : kind === 'stale' ? 'out of date' : shortDay(entry.on);
  }
}

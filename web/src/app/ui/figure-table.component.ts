import { ChangeDetectionStrategy, Component, input, linkedSignal } from '@angular/core';

/** A figure as its row says it. */
export interface FigureRow {
  readonly name: string;
  readonly symbol: string;
  readonly value: string;
  /** An order of magnitude, no more. */
  readonly isGuess: boolean;
  /** Where the true value lies; empty where that is not known. */
  readonly between: string;
  /** What is asked of it; empty where nothing is. */
  readonly asked: string;
  readonly how: {
    readonly mark: string;
    readonly word: string;
    readonly tone: 'good' | 'caution' | 'stop' | 'quiet';
  } | null;
  readonly working: string;
}

/** Figures under each other, each with what is asked of it and how it stands; its name opens how it is reckoned. */
@Component({
  selector: 'cn-figure-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="plain-table cards">
      <thead [class.visually-hidden]="!valueHead()">
        <tr>
          <th scope="col">Figure</th>
          <th scope="col" class="right">{{ valueHead() || 'Value' }}</th>
          <th scope="col" class="right">Asked</th>
          <th scope="col"><span class="visually-hidden">How it stands</span></th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.symbol + row.name) {
          <tr>
            <th scope="row">
              <button
                type="button"
                class="link name"
                [attr.aria-expanded]="opened() === row.name"
                (click)="toggle(row.name)"
              >
                {{ row.name }}
              </button>
              <span class="quiet nowrap">&nbsp;{{ row.symbol }}</span>
              @if (opened() === row.name) {
                <span class="small quiet working">{{ row.working }}</span>
              }
            </th>
            <td class="number right">
              <span class="strong nowrap" [class.guess]="row.isGuess">{{ row.value }}</span>
              @if (row.isGuess) {
                <span class="visually-hidden"> (an order of magnitude)</span>
              }
              @if (row.between) {
                <span class="small quiet between"
                  ><span class="visually-hidden">true at 95 %: </span>{{ row.between }}</span
                >
              }
            </td>
            <td class="number right quiet nowrap" [attr.data-label]="row.asked ? 'asked' : null">{{ row.asked }}</td>
            <td>
              @if (row.how; as how) {
                <span [class]="'nowrap verdict ' + how.tone"
                  ><span aria-hidden="true">{{ how.mark }}</span> {{ how.word }}</span
                >
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: block;
    }

    th[scope='row'] {
      font-weight: 400;
    }

    .strong {
      font-weight: 700;
    }

    .name {
      display: inline;
      text-align: left;
    }

    .nowrap {
      white-space: nowrap;
    }

    .guess {
      border-bottom: 1px dashed var(--field-rule);
    }

    .working,
    .between {
      display: block;
    }

    .working {
      max-width: 60ch;
    }

    .between {
      white-space: nowrap;
    }

    @media (max-width: 700px) {
      .nowrap {
        white-space: normal;
      }
    }
  `,
})
export class FigureTableComponent {
  readonly rows = input.required<readonly FigureRow[]>();
  /** Over the values, where heads are shown at all. */
  readonly valueHead = input('');

  /** Gone when other figures are shown. */
  protected readonly opened = linkedSignal<string, string>({
    source: () =>
      this.rows()
        .map(({ name }) => name)
        .join(),
    computation: () => '',
  });

  protected toggle(name: string): void {
    this.opened.update((open) => (open === name ? '' : name));
  }
}

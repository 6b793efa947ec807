import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { End, WiringPlan } from '@crisp-notch/core/wiring';

/** Every net with all that is joined to it: what a continuity tester finds. */
@Component({
  selector: 'cn-nets',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="plain-table cards">
      <caption class="visually-hidden">
        What is joined to what
      </caption>
      <thead>
        <tr>
          <th scope="col">Net</th>
          <th scope="col">Joins</th>
        </tr>
      </thead>
      <tbody>
        @for (net of nets(); track net.id) {
          <tr>
            <th scope="row">{{ net.name }}</th>
            <td class="whole" data-label="Joins">
              @for (group of net.groups; track group.box) {
                <span class="end"
                  >{{ group.box }} <span class="number">{{ group.terminals }}</span></span
                >
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    .end {
      display: inline-block;
      margin-right: 1.2em;
    }

    .number {
      color: var(--ink-2);
    }

    /* On paper a line for each net, in columns beneath the plan. */
    @media print {
      :host {
        columns: 3;
        column-gap: 5mm;
        font-size: 7pt;
        line-height: 1.25;
      }

      table,
      tbody {
        display: block;
      }

      thead {
        display: none;
      }

      tr {
        display: block;
        padding-bottom: 1px;
      }

      th,
      td,
      .number {
        font-size: 7pt;
      }

      th,
      td {
        display: inline;
        padding: 0 6px 0 0;
        border: 0;
      }

      .end {
        margin-right: 0.7em;
      }
    }
  `,
})
export class NetsComponent {
  readonly plan = input.required<WiringPlan>();
  protected readonly nets = computed(() => {
    const boxes = new Map(this.plan().boxes.map((box) => [box.id, box]));
    const label = ({ box, terminal }: End): string =>
      boxes.get(box)?.terminals.find(({ id }) => id === terminal)?.label ?? terminal;
    return this.plan().nets.map(({ id, name, ends }) => ({
      id,
      name,
      groups: [...new Set(ends.map(({ box }) => box))].map((box) => ({
        box: boxes.get(box)?.name ?? box,
        terminals: ends
          .filter((end) => end.box === box)
          .map((end) => (end.note && !label(end).includes(end.note) ? `${label(end)} (${end.note})` : label(end)))
          .join(', '),
      })),
    }));
  });
}

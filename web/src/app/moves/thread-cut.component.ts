import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { threadCut } from '@crisp-notch/core/planners';
import { PreferencesStore } from '../data/preferences';
import { ProgramRun } from '../data/program-run';
import { MovesDesk } from './moves-desk';
import { threadSheet } from './thread-cut.state';

/** A thread that was cut on the rig, as a microscope along the work shows it: its lead, and every pass in its groove. */
@Component({
  selector: 'cn-thread-cut',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (sheet(); as seen) {
      <section class="stack" aria-label="The thread that was cut">
        <h3>The thread that was cut</h3>
        <p [class]="'verdict ' + seen.lead.tone">
          <span aria-hidden="true">{{ seen.lead.mark }}</span> {{ seen.lead.words }}
        </p>
        <p [class]="'verdict ' + seen.groove.tone">
          <span aria-hidden="true">{{ seen.groove.mark }}</span> {{ seen.groove.words }}
        </p>
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">Pass</th>
              <th scope="col">Turns in step</th>
              <th scope="col">Lead</th>
              <th scope="col">Lag</th>
            </tr>
          </thead>
          <tbody>
            @for (row of seen.rows; track row.name) {
              <tr>
                <th scope="row">{{ row.name }}</th>
                <td class="number">{{ row.turns }}</td>
                <td class="number">{{ row.lead }}</td>
                <td class="number">{{ row.lag }}</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="small quiet">
          Read by the rig’s microscope along the work at every whole turn. Stated: how far its readings scatter, and the
          error that the screw is said to have.
        </p>
      </section>
    }
  `,
  styles: `
    td,
    th {
      font-size: 14px;
    }
  `,
})
export class ThreadCutComponent {
  private readonly desk = inject(MovesDesk);
  private readonly run = inject(ProgramRun);
  private readonly units = inject(PreferencesStore).units;
  protected readonly sheet = computed(() => {
    const machine = this.desk.document();
    const found = machine && threadCut(machine, this.run.cut());
    return found ? threadSheet(found, this.units()) : null;
  });
}

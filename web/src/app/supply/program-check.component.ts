import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { checkProgram } from '@crisp-notch/core/program';
import { DesignStore } from '../data/design-store';
import { ProgramDraft } from '../data/program-draft';
import { ProgramBoxComponent } from '../ui/program-box.component';

/** A program read for the words that switch the auxiliaries: do they appear, in time, and are they taken back? */
@Component({
  selector: 'cn-program-check',
  imports: [ProgramBoxComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="halves">
      <cn-program-box #box />
      <section class="stack" aria-label="What was found" aria-live="polite">
        @if (check(); as found) {
          <p
            class="verdict"
            [class.good]="found.findings.length === 0"
            [class.stop]="found.findings[0]?.severity === 'stop'"
            [class.caution]="found.findings[0]?.severity === 'caution'"
          >
            @if (found.findings.length === 0) {
              ● In order: {{ found.cuttingMoves }} cutting moves in {{ found.lineCount }} lines.
            } @else {
              {{ found.findings[0]?.severity === 'stop' ? '⬢ Stop' : '▲ Caution' }}: {{ found.findings.length }} found
              over {{ found.cuttingMoves }} cutting moves.
            }
          </p>
          <ul class="findings">
            @for (finding of found.findings; track finding.id) {
              <li [class]="'verdict ' + finding.severity">
                <span aria-hidden="true">{{ finding.severity === 'stop' ? '⬢' : '▲' }}</span> {{ finding.sentence }}
                @if (finding.place.line !== null) {
                  <button type="button" class="link small" (click)="box.goTo(finding.place.line)">
                    line {{ finding.place.line }}
                  </button>
                }
              </li>
            }
          </ul>
          <table class="plain-table">
            <thead>
              <tr>
                <th scope="col">Auxiliary</th>
                <th scope="col">On in line</th>
                <th scope="col">Off in line</th>
              </tr>
            </thead>
            <tbody>
              @for (run of found.runs; track run.id) {
                <tr>
                  <td class="wrap-anywhere">{{ run.name }}</td>
                  <td class="number">{{ shown(run.switchedOn) }}</td>
                  <td class="number">{{ shown(run.switchedOff) }}</td>
                </tr>
              }
            </tbody>
          </table>
        } @else {
          <p>
            Paste a program or open its file. It is checked for the words of this machine’s auxiliaries: on before the
            cut, off after it.
          </p>
        }
        <p class="small quiet">
          Words by NISTIR 6556 (the RS274/NGC interpreter). Nothing is run: canned cycles, subroutines and jumps are
          read as they stand.
        </p>
      </section>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 10px;
    }

    .halves {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(340px, 100%), 1fr));
      gap: 18px;
      align-items: start;
    }

    .findings {
      display: grid;
      gap: 6px;
    }
  `,
})
export class ProgramCheckComponent {
  private readonly document = toSignal(inject(DesignStore).document$);
  protected readonly text = toSignal(inject(ProgramDraft).text$, { initialValue: '' });
  protected readonly check = computed(() => {
    const document = this.document();
    return document && this.text().trim() !== '' ? checkProgram(document, this.text()) : null;
  });

  protected shown(lines: readonly number[]): string {
    return lines.length === 0
      ? 'never'
      : lines.length > 6
        ? `${lines.slice(0, 6).join(', ')} … (${lines.length})`
        : lines.join(', ');
  }
}

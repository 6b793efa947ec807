import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { checkProgram, PROGRAM_MOST } from '@crisp-notch/core/program';
import { TextareaModule } from 'primeng/textarea';
import { DesignStore } from '../data/design-store';
import { ProgramDraft } from '../data/program-draft';
import { FileButtonComponent } from '../ui/file-button.component';
import { MessageModule } from 'primeng/message';

/** A program read for the words that switch the auxiliaries: do they appear, in time, and are they taken back? */
@Component({
  selector: 'cn-program-check',
  imports: [FileButtonComponent, MessageModule, TextareaModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row">
      <cn-file-button
        words="Open a program"
        label="Program file"
        accept=".nc,.ngc,.gcode,.tap,.txt,text/plain"
        [take]="takeFile"
      />
      <span class="small quiet"
        >It is read here and not kept: the design holds what the machine is, not what it cuts.</span
      >
    </div>
    @if (message()) {
      <p-message severity="error">{{ message() }}</p-message>
    }
    <div class="halves">
      <label>
        <span class="label">Program</span>
        <textarea
          #box
          pTextarea
          class="field code"
          rows="18"
          spellcheck="false"
          [value]="text()"
          (input)="draft.set($any($event.target).value)"
          placeholder="G21 G90&#10;M3 S12000&#10;M8&#10;G1 X40 F300&#10;M9&#10;M5&#10;M2"
        ></textarea>
      </label>
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
                  <button type="button" class="link small" (click)="goTo(finding.place.line)">
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

    .code {
      font: 400 14px/1.4 var(--mono);
      resize: vertical;
    }

    .findings {
      display: grid;
      gap: 6px;
    }
  `,
})
export class ProgramCheckComponent {
  protected readonly draft = inject(ProgramDraft);
  private readonly document = toSignal(inject(DesignStore).document$);
  private readonly box = viewChild.required<ElementRef<HTMLTextAreaElement>>('box');
  protected readonly text = toSignal(this.draft.text$, { initialValue: '' });
  protected readonly message = signal('');
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

  protected readonly takeFile = async (file: File): Promise<void> => {
    if (file.size > PROGRAM_MOST) {
      this.message.set(`${file.name} is larger than ${PROGRAM_MOST / 1e6} MB. Check a part of it.`);
      return;
    }
    this.message.set('');
    this.draft.set(await file.text());
  };

  /** Selects a line of the program, so that it is seen. */
  protected goTo(line: number): void {
    const { nativeElement } = this.box();
    const lines = nativeElement.value.split('\n');
    const start = lines.slice(0, line - 1).reduce((sum, item) => sum + item.length + 1, 0);
    nativeElement.focus();
    nativeElement.setSelectionRange(start, start + (lines[line - 1]?.length ?? 0));
  }
}

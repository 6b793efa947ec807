import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { PROGRAM_MOST } from '@crisp-notch/core/program';
import { MessageModule } from 'primeng/message';
import { TextareaModule } from 'primeng/textarea';
import { ProgramDraft, WRITTEN_MOST } from '../data/program-draft';
import { FileButtonComponent } from './file-button.component';

/** The program that is looked at: written, pasted, or read from a file of the reader's own. */
@Component({
  selector: 'cn-program-box',
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
      @if (text() !== '') {
        <button type="button" class="link" (click)="draft.set('')">Clear</button>
      }
      <span class="small quiet">It is read here and not kept.</span>
    </div>
    @if (message()) {
      <p-message severity="error">{{ message() }}</p-message>
    }
    @if (isLong()) {
      <p class="small">
        {{ lines() }} lines. A program of this length is not written in here; change its file and open it again.
      </p>
    } @else {
      <label>
        <span class="label">Program</span>
        <textarea
          #box
          pTextarea
          class="field code"
          [rows]="rows()"
          spellcheck="false"
          [value]="text()"
          (input)="draft.set($any($event.target).value)"
          [placeholder]="placeholder()"
        ></textarea>
      </label>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 8px;
    }

    .code {
      font: 400 14px/1.4 var(--mono);
      resize: vertical;
    }
  `,
})
export class ProgramBoxComponent {
  readonly rows = input(18);
  readonly placeholder = input('G21 G90\nM3 S12000\nM8\nG1 X40 F300\nM9\nM5\nM2');
  protected readonly draft = inject(ProgramDraft);
  private readonly box = viewChild<ElementRef<HTMLTextAreaElement>>('box');
  protected readonly text = toSignal(this.draft.text$, { initialValue: '' });
  protected readonly message = signal('');
  protected readonly isLong = computed(() => this.text().length > WRITTEN_MOST);
  protected readonly lines = computed(() => this.text().split('\n').length);

  protected readonly takeFile = async (file: File): Promise<void> => {
    if (file.size > PROGRAM_MOST) {
      this.message.set(`${file.name} is larger than ${PROGRAM_MOST / 1e6} MB. Check a part of it.`);
      return;
    }
    this.message.set('');
    this.draft.set(await file.text());
  };

  /** Selects a line of the program, so that it is seen. */
  goTo(line: number): void {
    const element = this.box()?.nativeElement;
    if (!element) return;
    const lines = element.value.split('\n');
    const start = lines.slice(0, line - 1).reduce((sum, item) => sum + item.length + 1, 0);
    element.focus();
    element.setSelectionRange(start, start + (lines[line - 1]?.length ?? 0));
  }
}

import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, input, viewChild } from '@angular/core';
import { ButtonModule } from 'primeng/button';

/** Chooses a file of the reader's own; it is read on this page and sent nowhere by itself. */
@Component({
  selector: 'cn-file-button',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isLink()) {
      <button type="button" class="link" (click)="choose()">{{ words() }}</button>
    } @else {
      <button pButton type="button" severity="secondary" outlined (click)="choose()">{{ words() }}</button>
    }
    <input #file type="file" hidden [accept]="accept()" [attr.aria-label]="label()" (change)="onChange()" />
  `,
})
export class FileButtonComponent {
  /** What stands on the button. */
  readonly words = input.required<string>();
  /** What the file is, for those who do not see it. */
  readonly label = input.required<string>();
  readonly accept = input.required<string>();
  readonly isLink = input(false);
  /** Reads the file that was chosen. */
  readonly take = input.required<(file: File) => Promise<void>>();
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('file');

  protected choose(): void {
    this.box().nativeElement.click();
  }

  protected async onChange(): Promise<void> {
    const { nativeElement } = this.box();
    const file = nativeElement.files?.[0];
    if (!file) return;
    // A file that is taken from its box while it is read may not be readable any more; afterwards it can be chosen again.
    try {
      await this.take()(file);
    } finally {
      nativeElement.value = '';
    }
  }
}

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
    <input
      #file
      type="file"
      hidden
      [accept]="accept()"
      [multiple]="isMany()"
      [attr.aria-label]="label()"
      (change)="onChange()"
    />
  `,
})
export class FileButtonComponent {
  /** What stands on the button. */
  readonly words = input.required<string>();
  /** What the file is, for those who do not see it. */
  readonly label = input.required<string>();
  readonly accept = input.required<string>();
  readonly isLink = input(false);
  /** Whether several can be chosen; they are read one after the other. */
  readonly isMany = input(false);
  /** Reads a file that was chosen. */
  readonly take = input.required<(file: File) => Promise<void>>();
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('file');

  protected choose(): void {
    this.box().nativeElement.click();
  }

  protected async onChange(): Promise<void> {
    const { nativeElement } = this.box();
    const files = [...(nativeElement.files ?? [])];
    if (files.length === 0) return;
    // A file that is taken from its box while it is read may not be readable any more; afterwards it can be chosen again.
    try {
      for (const file of files) await this.take()(file);
    } finally {
      nativeElement.value = '';
    }
  }
}

import { LINE_MOST } from './messages.js';

/** Stands for a line that was longer than any may be; its text was thrown away. */
export const TOO_LONG = '\u0000'.repeat(LINE_MOST + 1);

/**
 * Cuts what comes in pieces into lines: a line may come in many pieces, many lines in one. What is longer than a line
 * may be is not kept, so that no flood fills the memory.
 */
export class LineCutter {
  private begun = '';
  private isOverlong = false;

  /** @returns the lines that have ended, without their ends; empty ones are left out */
  take(piece: string): readonly string[] {
    const lines: string[] = [];
    let from = 0;
    for (;;) {
      const end = piece.indexOf('\n', from);
      this.keep(piece.slice(from, end < 0 ? undefined : end));
      if (end < 0) return lines;
      const line = this.isOverlong ? TOO_LONG : this.begun.replace(/\r$/, '');
      if (line.trim() !== '') lines.push(line);
      this.begun = '';
      this.isOverlong = false;
      from = end + 1;
    }
  }

  private keep(text: string): void {
    if (this.isOverlong) return;
    this.begun += text;
    // One more for a carriage return.
    if (this.begun.length > LINE_MOST + 1) {
      this.isOverlong = true;
      this.begun = '';
    }
  }
}

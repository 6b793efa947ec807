import { Injectable } from '@angular/core';
import { BehaviorSubject, type Observable } from 'rxjs';

/** A text area with more letters than this is slow to write in: a longer program is only read from its file. */
export const WRITTEN_MOST = 300_000;

/** The program that is being looked at while a machine is open. Not part of the design. */
@Injectable()
export class ProgramDraft {
  private readonly subject = new BehaviorSubject('');
  readonly text$: Observable<string> = this.subject;

  set(text: string): void {
    this.subject.next(text);
  }
}

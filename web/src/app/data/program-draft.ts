import { Injectable } from '@angular/core';
import { BehaviorSubject, type Observable } from 'rxjs';

/** The program that is being looked at while a machine is open. Not part of the design. */
@Injectable()
export class ProgramDraft {
  private readonly subject = new BehaviorSubject('');
  readonly text$: Observable<string> = this.subject;

  set(text: string): void {
    this.subject.next(text);
  }
}

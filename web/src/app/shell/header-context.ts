import { Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { BehaviorSubject } from 'rxjs';

/** What the header says of the open machine. */
export interface OpenMachine {
  readonly name: string;
  readonly revision: number;
  readonly saveWords: string;
  readonly saveTone: 'good' | 'open' | 'stop';
}

/** Lets the machine's page tell the header, which lives above it, what is open. */
@Injectable({ providedIn: 'root' })
export class HeaderContext {
  private readonly subject = new BehaviorSubject<OpenMachine | null>(null);
  readonly machine = toSignal(this.subject, { requireSync: true });

  show(machine: OpenMachine | null): void {
    this.subject.next(machine);
  }
}

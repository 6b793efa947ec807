import { inject, Injectable } from '@angular/core';
import type { Machine } from '@crisp-notch/core/machine';
import { BehaviorSubject, type Observable } from 'rxjs';
import { DesignStore } from './design-store';

/** A design beside the present one: what if? */
export interface Trial {
  readonly id: number;
  readonly name: string;
  readonly document: Machine;
}

/** Most what-ifs kept at once; the oldest goes first. */
const TRIAL_LIMIT = 8;

/** What-ifs of the open machine. They live beside the design and change nothing until one is adopted. */
@Injectable()
export class TrialStore {
  private readonly store = inject(DesignStore);
  private readonly subject = new BehaviorSubject<readonly Trial[]>([]);
  private count = 0;
  readonly trials$: Observable<readonly Trial[]> = this.subject;

  /** @param document the design as it would be */
  add(name: string, document: Machine): Trial {
    const trial = { id: (this.count += 1), name, document };
    this.subject.next([...this.subject.value, trial].slice(-TRIAL_LIMIT));
    return trial;
  }

  drop(id: number): void {
    this.subject.next(this.subject.value.filter((trial) => trial.id !== id));
  }

  /** Makes a what-if the design; one step of undo brings the old one back. */
  adopt(id: number): void {
    const trial = this.subject.value.find((item) => item.id === id);
    if (!trial) return;
    this.store.edit(`trial.${id}`, (document) => ({ ...trial.document, card: document.card }));
    this.drop(id);
  }

  clear(): void {
    this.subject.next([]);
  }
}

import { Injectable } from '@angular/core';
import { explainer, type Explainer, type Figure } from '@crisp-notch/core/reckoner';
import { BehaviorSubject } from 'rxjs';
import type { Reckoned, Subjects } from './subjects';

/** Which figure's working is shown, and through which inputs one came to it. */
export interface OpenWorking {
  readonly find: (now: Subjects) => Explainer | null;
  readonly path: readonly string[];
}

/**
 * The figure at the end of the way, as the design is now.
 * @returns null if what it was a figure of is there no more
 */
export function found({ find, path }: OpenWorking, now: Subjects): Explainer | null {
  let [at, deeper]: [Explainer | null, Explainer | null] = [null, find(now)];
  for (const id of [...path, null]) {
    // A way that the design no longer has is followed as far as it goes.
    if (!deeper) break;
    at = deeper;
    deeper =
      id === null
        ? null
        : (at
            .explain('metric')
            .inputs.find((item) => item.id === id)
            ?.open?.() ?? null);
  }
  return at;
}

/** Any figure on any page opens its working here; the machine's page shows it. */
@Injectable({ providedIn: 'root' })
export class WorkingStore {
  private readonly subject = new BehaviorSubject<OpenWorking | null>(null);
  readonly working$ = this.subject.asObservable();

  open<C>(of: Reckoned<C>, figure: Figure<C>): void {
    this.show((now) => {
      const subject = of.subject(now);
      return subject && explainer(subject, figure);
    });
  }

  /** Opens whatever is found, as long as it is found. */
  show(find: OpenWorking['find']): void {
    this.subject.next({ find, path: [] });
  }

  /** One figure deeper: into one of its inputs. */
  follow(inputId: string): void {
    const present = this.subject.value;
    if (present) this.subject.next({ ...present, path: [...present.path, inputId] });
  }

  back(): void {
    const present = this.subject.value;
    if (present) this.subject.next(present.path.length > 0 ? { ...present, path: present.path.slice(0, -1) } : null);
  }

  close(): void {
    this.subject.next(null);
  }
}

import { Injectable } from '@angular/core';
import type { AxisContext } from '@crisp-notch/core/drive-line';
import type { Figure } from '@crisp-notch/core/reckoner';
import { BehaviorSubject } from 'rxjs';
import type { AxisView } from './design-store';

/** Which figure's working is shown, and the figures that led to it. */
export interface OpenWorking {
  readonly axisId: string;
  readonly trail: readonly Figure<AxisContext>[];
  /** The axis as a candidate has it; null for the design's own. */
  readonly candidate: AxisView | null;
}

/** Any figure on any page opens its working here; the machine's page shows it. */
@Injectable({ providedIn: 'root' })
export class WorkingStore {
  private readonly subject = new BehaviorSubject<OpenWorking | null>(null);
  readonly working$ = this.subject.asObservable();

  open(view: AxisView, figure: Figure<AxisContext>): void {
    this.subject.next({ axisId: view.axis.id, trail: [figure], candidate: view.isCandidate ? view : null });
  }

  /** One figure deeper. */
  follow(figure: Figure<AxisContext>): void {
    const present = this.subject.value;
    if (present) this.subject.next({ ...present, trail: [...present.trail, figure] });
  }

  back(): void {
    const present = this.subject.value;
    if (present) this.subject.next(present.trail.length > 1 ? { ...present, trail: present.trail.slice(0, -1) } : null);
  }

  close(): void {
    this.subject.next(null);
  }
}

import { inject, Injectable, signal } from '@angular/core';
import type { Check } from '@crisp-notch/contract';
import type { Axis } from '@crisp-notch/core/machine';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';

/** Longest reason of a revision. */
const REASON_MOST = 200;

/** What is applied from a check, and what came of it; provided by the page of the check. */
@Injectable()
export class Corrections {
  private readonly store = inject(CheckStore);
  readonly trouble = signal('');
  readonly isApplied = signal(false);

  /** Another check is opened: what was said of the one before is gone. */
  begin(): void {
    this.trouble.set('');
    this.isApplied.set(false);
  }

  /** Changes the axis that was measured; the design becomes a revision. @param reason written into the logbook */
  async apply(check: Check, change: (axis: Axis) => Axis, reason: string): Promise<void> {
    this.trouble.set('');
    try {
      await this.store.correct(check, change, reason.slice(0, REASON_MOST));
      this.isApplied.set(true);
    } catch (error) {
      this.trouble.set(messageOf(error));
    }
  }
}

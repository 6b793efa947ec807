import { inject, Injectable } from '@angular/core';
import type { CheckSummary } from '@crisp-notch/contract';
import type { Machine } from '@crisp-notch/core/machine';
import { firstValueFrom } from 'rxjs';
import { Api } from './api';

/** What a list shows of a machine beside what every list of machines holds: its design and its checks. */
export interface Glance {
  readonly document: Machine;
  /** Newest first. */
  readonly checks: readonly CheckSummary[];
}

/** So many machines are asked for at a time, so that a long list does not crowd out what the builder does. */
const AT_A_TIME = 2;

/** Designs and checks of machines that are in sight. */
@Injectable({ providedIn: 'root' })
export class MachineGlances {
  private readonly api = inject(Api);
  private readonly waiting: (() => void)[] = [];
  private running = 0;

  /** @returns the glance; it rejects where the machine cannot be read now */
  of(id: string): Promise<Glance> {
    return this.inTurn(() => this.read(id));
  }

  private async read(id: string): Promise<Glance> {
    const [{ document }, checks] = await Promise.all([
      firstValueFrom(this.api.machine(id)),
      firstValueFrom(this.api.checks(id)),
    ]);
    return { document, checks };
  }

  private async inTurn<T>(work: () => Promise<T>): Promise<T> {
    if (this.running >= AT_A_TIME) await new Promise<void>((resolve) => this.waiting.push(resolve));
    this.running += 1;
    try {
      return await work();
    } finally {
      this.running -= 1;
      this.waiting.shift()?.();
    }
  }
}

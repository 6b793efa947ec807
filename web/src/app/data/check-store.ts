import { inject, Injectable } from '@angular/core';
import type { Addresses, Check } from '@crisp-notch/contract';
import type { CheckPlan, EnteredReading } from '@crisp-notch/core/checks';
import type { Axis } from '@crisp-notch/core/machine';
import { firstValueFrom, map, switchMap, take, type Observable } from 'rxjs';
import { Api } from './api';
import { DesignStore } from './design-store';

/** The checks of the open machine: begun, measured, and what they led to. Provided by the machine's page. */
@Injectable()
export class CheckStore {
  private readonly api = inject(Api);
  private readonly design = inject(DesignStore);
  private readonly machineId$ = this.design.state$.pipe(
    map(({ id }) => id),
    take(1),
  );

  /** A check of the open machine with its readings. */
  check(id: string): Observable<Check> {
    return this.machineId$.pipe(switchMap((machineId) => this.api.check(machineId, id)));
  }

  /** Where a phone on the network reaches the server. */
  addresses(): Observable<Addresses> {
    return this.api.addresses();
  }

  /**
   * Begins a check on the design as it stands, which becomes a revision.
   * @throws Error in the user's words if the design cannot be saved, or what the server refused it for
   */
  async begin(axisId: string, plan: CheckPlan): Promise<Check> {
    const { id, version } = await this.design.settled();
    const check = await firstValueFrom(this.api.startCheck(id, version, axisId, plan));
    this.design.noteCheck(check);
    this.design.noteRevision(check.revision);
    return check;
  }

  /** The check that was added to last, with the most readings that were heard of. */
  private newest: Check | null = null;

  /** Keeps readings. @returns the check with them and what it comes to by now */
  async add(id: string, readings: readonly EnteredReading[]): Promise<Check> {
    const machineId = await firstValueFrom(this.machineId$);
    const heard = await firstValueFrom(this.api.addReadings(machineId, id, readings));
    // Answers may overtake each other; readings only ever come to a check, so that the one with more of them is newer.
    const isNews = this.newest?.id !== id || heard.readings.length >= this.newest.readings.length;
    const check = isNews ? heard : (this.newest ?? heard);
    this.newest = check;
    this.design.noteCheck(check);
    return check;
  }

  /** Changes the axis that a check measured by what it led to. @param reason written into the logbook */
  async correct({ id, axisId }: Check, change: (axis: Axis) => Axis, reason: string): Promise<void> {
    await this.design.apply(
      (document) => ({
        ...document,
        axes: document.axes.map((axis) => (axis.id === axisId ? change(axis) : axis)),
      }),
      reason,
      (state, document) => this.api.applyCorrection(state.id, id, state.version, document, reason),
    );
  }
}

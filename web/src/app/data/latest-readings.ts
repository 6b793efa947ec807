import { inject, Injectable, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { evaluateCheck, type CheckEvaluation } from '@crisp-notch/core/checks';
import { axisContext, sayIn } from '@crisp-notch/core/drive-line';
import type { CheckSummary } from '@crisp-notch/contract';
import { catchError, distinctUntilChanged, map, of, switchMap } from 'rxjs';
import { Api } from './api';
import { DesignStore } from './design-store';

/** Deviations that a check found, for the brass dots of the ruler. */
@Injectable({ providedIn: 'root' })
export class LatestReadings {
  private readonly api = inject(Api);

  /** Follows a check; call it from a field initialiser. A check that cannot be read has no dots. */
  of(check: Signal<CheckSummary | null>): Signal<readonly number[]> {
    const store = inject(DesignStore);
    const machineId = toSignal(store.state$.pipe(map((state) => state.id)), { initialValue: null });
    const deviations$ = toObservable(check).pipe(
      distinctUntilChanged((a, b) => a?.id === b?.id && a?.verdict === b?.verdict),
      switchMap((item) => {
        const id = machineId();
        if (!item || !id) return of([]);
        return this.api.check(id, item.id).pipe(
          map((full) => {
            const context = axisContext(full.document, full.axisId);
            const evaluation: CheckEvaluation | null = context
              ? evaluateCheck(context, full.plan, full.readings, sayIn('metric'))
              : null;
            return (evaluation?.points ?? [])
              .filter((point) => point.excluded === null)
              .map((point) => point.deviation);
          }),
          catchError(() => of([])),
        );
      }),
    );
    return toSignal(deviations$, { initialValue: [] });
  }
}

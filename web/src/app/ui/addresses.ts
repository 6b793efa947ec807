import { inject } from '@angular/core';
import { Router, Scroll } from '@angular/router';
import type { Place } from '@crisp-notch/core/finding';
import type { NextStep } from '@crisp-notch/core/route-card';
import { filter, map, startWith, type Observable } from 'rxjs';

/** Where on a page of a machine something stands, as an address says it. */
export interface Whereabouts {
  readonly axis: string | null;
  readonly station: string | null;
  /** The field, by the label under which its form asks for it. */
  readonly field: string | null;
  /** Which of several supplies, rails or auxiliaries. */
  readonly item: string | null;
  /** Which tab. */
  readonly see: string | null;
}

const NOWHERE: Whereabouts = { axis: null, station: null, field: null, item: null, see: null };

/** What an address says of where the next step is done. */
export function whereNext({ axisId, station, field, see }: NextStep): Whereabouts {
  return { ...NOWHERE, axis: axisId, station, field, see };
}

/** What an address says of where a finding is put right. */
export function whereOf({ axisId, station, field, itemId }: Place): Whereabouts {
  return { ...NOWHERE, axis: axisId, station, field, item: itemId };
}

/**
 * Where the address leads, now and whenever somebody follows a link: the same link followed again leads there again,
 * though the address stays what it is. Called while something is made.
 */
export function arrivals(): Observable<Whereabouts> {
  const router = inject(Router);
  return router.events.pipe(
    // It comes last, when the page has been scrolled to where it was left or to its top.
    filter((event) => event instanceof Scroll),
    startWith(null),
    map(() => ({ ...NOWHERE, ...(router.routerState.snapshot.root.queryParams as Partial<Whereabouts>) })),
  );
}

import type { WritableSignal } from '@angular/core';

/**
 * What is edited with a change, on top of those made since the page was drawn last: two that follow each other at once
 * are both there, however slow the page is.
 * @param newest linked to what is edited, so that it follows whatever else changes it
 */
export function withNewest<T>(newest: WritableSignal<T>, change: object): T {
  newest.update((now) => ({ ...now, ...change }));
  return newest();
}

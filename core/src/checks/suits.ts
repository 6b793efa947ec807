import { doubtAt, type Measuring } from './measuring.js';

/** An instrument that somebody has, and what it would take of what is asked. */
export interface Suited<T> {
  readonly item: T;
  /** Share of what is asked that its own doubt takes, with 95 %. */
  readonly share: number;
}

/** From here on an instrument hardly decides anything (common practice, no source: a tenth is good, a half the most). */
export const SHARE_MOST = 0.5;

/** Share of what a reading has to tell that an instrument's own doubt takes. */
export function shareOf(measured: Measuring, [limit, distance]: readonly [number | null, number]): number | null {
  return limit === null || !(limit > 0) ? null : (2 * doubtAt(measured, distance)) / limit;
}

/** Of those that show the right thing, the one that decides best; null where there is none, or nothing is asked. */
export function bestOf<T>(
  items: readonly { readonly item: T; readonly measured: Measuring }[],
  reads: Measuring['kind'],
  decides: readonly [number | null, number],
): Suited<T> | null {
  return items
    .filter(({ measured }) => measured.kind === reads)
    .flatMap(({ item, measured }) => {
      const share = shareOf(measured, decides);
      return share === null ? [] : [{ item, share }];
    })
    .reduce<Suited<T> | null>((found, suited) => (found && found.share <= suited.share ? found : suited), null);
}

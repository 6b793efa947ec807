import type { Trace } from '@crisp-notch/core/simulation';

/** One moment of a run, between two samples. */
export interface Moment {
  readonly time: number;
  readonly commanded: number;
  readonly position: number;
  readonly rate: number;
  readonly slip: number;
}

/** Where a run stands at a time; before the first and after the last sample it rests. */
export function momentAt(trace: Trace, time: number): Moment {
  const { time: times } = trace;
  let [low, high] = [0, times.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((times[middle] as number) <= time) low = middle;
    else high = middle;
  }
  const [from, to] = [times[low] ?? 0, times[high] ?? 0];
  const share = to > from ? Math.min(1, Math.max(0, (time - from) / (to - from))) : 0;
  const between = (column: Float64Array): number =>
    (column[low] ?? 0) + ((column[high] ?? 0) - (column[low] ?? 0)) * share;
  return {
    time: Math.min(Math.max(time, times[0] ?? 0), times.at(-1) ?? 0),
    commanded: between(trace.commanded),
    position: between(trace.position),
    rate: between(trace.rate),
    slip: between(trace.slip),
  };
}

/** Full steps shown either side of the command. */
export const REACH = 7;

export interface WatchPicture {
  /** Places of the notches, 0 to 1 across the picture, with their numbers. */
  readonly notches: readonly { readonly x: number; readonly step: number }[];
  /** Where the rotor is; held at the edge when it is further away. */
  readonly rotor: number;
  /** Full steps that the rotor is beyond the edge; 0 while it is in the picture. */
  readonly beyond: number;
  readonly isOutOfStep: boolean;
}

/** The commanded notch stands in the middle and the ruler runs under it; the rotor should stay near. */
export function watchPicture(moment: Moment): WatchPicture {
  const first = Math.ceil(moment.commanded - REACH);
  const place = (step: number): number => (step - moment.commanded + REACH) / (2 * REACH);
  const notches = Array.from({ length: 2 * REACH + 1 }, (_, index) => first + index)
    .filter((step) => step <= moment.commanded + REACH)
    .map((step) => ({ x: place(step), step }));
  const rotor = place(moment.position);
  const held = Math.min(0.985, Math.max(0.015, rotor));
  return {
    notches,
    rotor: held,
    beyond: held === rotor ? 0 : Math.round(moment.position - moment.commanded),
    isOutOfStep: Math.abs(moment.slip) > 2 * Math.PI,
  };
}

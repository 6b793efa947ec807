import type { CaptureHead, TrainMatch, TrainReport, Watched } from '@crisp-notch/core/capture';
import type { Limits } from '@crisp-notch/core/motion';

/** A move as its design plans it, in steps. */
export interface PlannedTrain {
  readonly steps: number;
  readonly limits: Limits;
}

/** A planned train to be written as a probe would have seen it; seconds. */
export interface TrainOrder extends PlannedTrain {
  readonly name: string;
  readonly form: 'vcd' | 'csv';
  readonly isForward: boolean;
  readonly high: number;
  readonly ahead: number;
  readonly date: string;
}

/** What the page asks of the captures' worker. */
export type CaptureRequest =
  | { readonly kind: 'open'; readonly file: File }
  | { readonly kind: 'watch'; readonly file: File; readonly watched: Watched }
  /** Of the capture that was watched last: the pulses between two times [s]. */
  | { readonly kind: 'lay'; readonly from: number; readonly to: number; readonly planned: PlannedTrain }
  | { readonly kind: 'write'; readonly order: TrainOrder };

/** Each request has a number, and what is said of it carries it. */
export interface Numbered<T> {
  readonly id: number;
  readonly it: T;
}

/** A report without the times of its pulses, which stay in the worker. */
export type ToldReport = Omit<TrainReport, 'pulses'>;

export type CaptureMessage =
  | { readonly kind: 'opened'; readonly head: CaptureHead }
  | { readonly kind: 'progress'; readonly share: number }
  | { readonly kind: 'watched'; readonly report: ToldReport | null }
  | { readonly kind: 'laid'; readonly match: TrainMatch | null }
  | { readonly kind: 'written'; readonly blob: Blob }
  /** @param line of the file; null where it has nothing to do with one */
  | { readonly kind: 'failed'; readonly line: number | null; readonly reason: string };

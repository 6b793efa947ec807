/** What a driver needs of its lines, or a controller gives [s]; null: nobody said. */
export interface LineTimes {
  readonly high: number | null;
  readonly low: number | null;
  readonly ahead: number | null;
}

/** One need beside what is known of it. */
export interface NeedMet {
  readonly what: 'period' | 'high' | 'low' | 'ahead';
  /** At least [s]. */
  readonly needed: number;
  /** As seen or set [s]; null: nobody knows. */
  readonly given: number | null;
  /** Where that comes from: the lines, or how the controller is set. */
  readonly from: 'seen' | 'set';
}

/**
 * What a driver needs beside what a capture of rising edges shows of it, and beside the length of the pulses where that
 * is known from the controller. Only what the driver says is judged.
 * @param leastWait from one rising edge to the next, in the quickest place [s]
 * @param ahead the direction line stood before the first edge [s]; null: it did not change
 * @param pulse how long the controller’s pulses last [s]
 */
export function needsMet(
  needs: LineTimes,
  leastWait: number,
  ahead: number | null,
  pulse: number | null,
): readonly NeedMet[] {
  const { high, low } = needs;
  const period = high === null && low === null ? null : (high ?? 0) + (low ?? 0);
  const need = (
    what: NeedMet['what'],
    needed: number | null,
    from: NeedMet['from'],
    given: number | null,
  ): NeedMet[] => (needed === null ? [] : [{ what, needed, given, from }]);
  return [
    ...need('period', period, 'seen', leastWait),
    ...need('high', high, 'set', pulse),
    ...need('low', low, 'set', pulse === null ? null : Math.max(0, leastWait - pulse)),
    ...need('ahead', needs.ahead, 'seen', ahead),
  ];
}

/** Whether a need is met; null while nobody knows. */
export const isMet = ({ needed, given }: NeedMet): boolean | null => (given === null ? null : given >= needed);

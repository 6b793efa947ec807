/** Channels that are taken for the step and the direction line; null where none looks like it. */
export interface GuessedLines {
  readonly step: number | null;
  readonly direction: number | null;
}

const STEP = /step|stp|pul|clk|edges/i;
const DIRECTION = /dir/i;

/**
 * The lines of an axis by their names: those that carry its letter by itself come first, then any that look like a step
 * or a direction line.
 */
export function guessLines(channels: readonly string[], letter: string): GuessedLines {
  const isOwn = (name: string): boolean =>
    name.split(/[^A-Za-z]+|(?<=[a-z])(?=[A-Z])/).some((word) => word.toLowerCase() === letter.toLowerCase());
  const found = (pattern: RegExp): number | null => {
    const fit = channels.flatMap((name, channel) => (pattern.test(name) ? [channel] : []));
    return fit.find((channel) => isOwn(channels[channel] as string)) ?? fit[0] ?? null;
  };
  const direction = found(DIRECTION);
  const step = found(STEP) ?? (channels.length === 1 ? 0 : null);
  return { step, direction: direction === step ? null : direction };
}

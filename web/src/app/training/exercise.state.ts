import type { Say } from '@crisp-notch/core/drive-line';
import type { Brief, Ended, Measured, Reading } from '@crisp-notch/core/trainer';
import type { Deed } from '../data/training-store';

/** A reading in words. */
export interface ReadingRow {
  readonly what: string;
  readonly meant: string;
  readonly off: string;
}

const SIDES = { up: 'from below', down: 'from above' } as const;

/** Readings as a table has them: what was looked at, what it should have shown, and how far off it was. */
export function readingRows(readings: readonly Reading[], isTurning: boolean, say: Say): readonly ReadingRow[] {
  const travel = isTurning ? 'angle' : 'length';
  return readings.map(({ of, expected, off, side, moves, push }): ReadingRow => {
    switch (of) {
      case 'push':
        return {
          what: `pushed with ${say(push, isTurning ? 'torque' : 'force')}`,
          meant: say(expected, travel),
          off: say(off, travel),
        };
      case 'shaft':
        return { what: `motor’s shaft, after ${moves} moves`, meant: say(expected, 'angle'), off: say(off, 'angle') };
      case 'travel':
        return { what: `${SIDES[side]}, after ${moves} moves`, meant: say(expected, travel), off: say(off, travel) };
    }
  });
}

/** What was done so far, counted; a hint counts as a measurement. */
export function countsOf(
  deeds: readonly Deed[],
  { measurements, repairs }: Pick<Brief, 'measurements' | 'repairs'>,
): { readonly measurements: number; readonly repairs: number; readonly minutes: number } {
  const minutes = (items: readonly { readonly id: string; readonly minutes: number }[], id: string): number =>
    items.find((item) => item.id === id)?.minutes ?? 0;
  return deeds.reduce(
    (sum, deed) => {
      if (deed.kind === 'hint') return { ...sum, measurements: sum.measurements + 1 };
      return deed.kind === 'measured'
        ? {
            ...sum,
            measurements: sum.measurements + 1,
            minutes: sum.minutes + minutes(measurements, deed.measured.id),
          }
        : { ...sum, repairs: sum.repairs + 1, minutes: sum.minutes + minutes(repairs, deed.id) };
    },
    { measurements: 0, repairs: 0, minutes: 0 },
  );
}

/** `1 repair`, `2 repairs`. */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

/** What came of an exercise, in a sentence. */
export function outcomeWords({ isRight, left, inVain }: Ended): string {
  if (!isRight) return `Still wrong: ${left.join('; ')}.`;
  return inVain.length === 0
    ? 'Everything that was wrong is fixed, and nothing else was touched.'
    : `Everything that was wrong is fixed. Repaired without need: ${inVain.join('; ')}.`;
}

/** The numbers of a measurement as a file. */
export const readingsCsv = ({ readings }: Measured): string =>
  [
    'of,expected,off,side,moves,push',
    ...readings.map(({ of, expected, off, side, moves, push }) => [of, expected, off, side, moves, push].join(',')),
  ].join('\r\n');

/** A share in per cent. */
export const percent = (share: number): string => `${Math.round(100 * share)} %`;

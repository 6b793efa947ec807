import type { CheckFigure } from '../findings.js';
import type { AxisFigures } from './iso-230-2.js';
import type { PositioningPlan } from './plan.js';

/** What figures of a target need. */
export const POSSIBLE = 'read at least twice from the same side at every target';

/** Writes a value of the axis, in the reader's units. */
export type Tell = (value: number, uncertainty?: number) => string;

/** The verdict in one sentence, or what is still to be read. */
export function sentenceOf(
  figures: readonly CheckFigure[],
  countedCount: number,
  plannedCount: number,
  remainingCount: number,
  tell: Tell,
): string {
  if (countedCount === 0) return 'No reading yet.';
  const half = ({ interval }: CheckFigure): number | undefined => interval?.length && (interval[1] - interval[0]) / 2;
  const said = figures.filter(({ asked, value }) => asked !== null && value !== null);
  const word = { within: 'within', outside: 'more than' } as const;
  const sentences = said.map((figure) => {
    const { symbol, value, asked, conformity: how } = figure;
    const [size, limit] = [tell(Math.abs(value ?? 0), half(figure)), tell(asked ?? 0)];
    return how === 'undecided' || how === null
      ? `${symbol} is ${size} ± ${tell(half(figure) ?? 0, half(figure))}, which does not tell it from the ${limit} asked for.`
      : `${symbol} is ${size}, ${word[how]} the ${limit} asked for.`;
  });
  if (remainingCount > 0)
    return `${remainingCount} of ${plannedCount} readings to take.${sentences.length === 0 ? '' : ` So far ${sentences.join(' ')}`}`;
  if (sentences.length > 0) return sentences.join(' ');
  const [first] = figures;
  return first?.value == null
    ? `Too few readings for accuracy and repeatability: ${POSSIBLE}.`
    : `${first.symbol} is ${tell(first.value, half(first))}. Nothing is asked of it, so nothing is judged.`;
}

/** What the figures rest on. */
export function resultOf(iso: AxisFigures, isOneSided: boolean, tell: Tell): string {
  const open = isOneSided ? iso.accuracyUp === null : iso.accuracy === null;
  return open
    ? ''
    : isOneSided
      ? 'Measured from one side only: reversal, and what holds for both sides, is open.'
      : `Figures of ISO 230-2:2014; each interval holds the true value with 95 %. ${iso.systematic === null ? '' : `Systematic deviation ${tell(iso.systematic)}.`}`;
}

/** Runs beyond which more of them hardly settle anything. */
const RUNS_MOST = 30;

/**
 * How many runs more would settle what cannot be told yet.
 * @param fixed half of an interval of A that no number of runs makes narrower [SI]
 */
export function nextOf(
  figures: readonly CheckFigure[],
  plan: PositioningPlan,
  fixed: number,
  remainingCount: number,
  countedCount: number,
): string {
  if (countedCount === 0 || remainingCount > 0) return '';
  const open = figures.find((figure) => figure.conformity === 'undecided');
  const { interval = null, asked = null } = open ?? {};
  if (!open || interval === null || asked === null) return '';
  const [low, high] = interval.map(Math.abs) as [number, number];
  const half = Math.abs(high - low) / 2;
  const gap = Math.abs((low + high) / 2 - asked);
  const own = open.symbol.startsWith('A') ? fixed : 0;
  if (own >= gap && own > half / 2)
    return `${open.name} cannot be told: what decides is the instrument, not the number of runs. Measure with one that is closer over this travel.`;
  const runs = gap > own ? Math.ceil((plan.runs * (half ** 2 - own ** 2)) / (gap ** 2 - own ** 2)) : Infinity;
  return runs > RUNS_MOST
    ? `${open.name} cannot be told from what is asked, and more runs hardly change that: ask for more room, or correct the axis.`
    : `${open.name} cannot be told yet: ${Math.max(runs, plan.runs + 1)} runs instead of ${plan.runs} would settle it.`;
}

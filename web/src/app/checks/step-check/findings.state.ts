import type { Ranking } from '@crisp-notch/core/diagnosis';

/** Mistakes that are named; the rest are hardly likely. */
const CAUSES_SHOWN = 5;
/** Other explanations below this chance are not worth a line. */
const OTHERS_LEAST = 0.005;

const chanceWords = (chance: number): string => `${Math.min(99, Math.max(1, Math.round(chance * 100)))} in 100`;

/** A single mistake with its chance in words. */
export type Cause = Ranking['faults'][number] & { readonly words: string };

/** The likeliest single mistakes, with their chances in words. */
export function causesOf(ranking: Ranking | null): readonly Cause[] {
  return (ranking?.faults ?? []).slice(0, CAUSES_SHOWN).map((item, place) => ({
    ...item,
    words: place === 0 && ranking?.certainty === 'nearly-certain' ? 'nearly certain' : chanceWords(item.chance),
  }));
}

/** What is no single mistake: in words, with its chance. */
export function othersOf(ranking: Ranking | null): readonly { readonly name: string; readonly words: string }[] {
  if (!ranking) return [];
  const { together } = ranking;
  return [
    { name: 'A dimension is a little off; a corrected setting mends it.', chance: ranking.littleOff },
    ...(together
      ? [
          {
            name: `Two mistakes together, e.g.: ${together.first.sentence} ${together.second.sentence}`,
            chance: together.chance,
          },
        ]
      : []),
    { name: 'Something else.', chance: ranking.somethingElse },
  ]
    .filter(({ chance }) => chance >= OTHERS_LEAST)
    .map(({ name, chance }) => ({ name, words: chanceWords(chance) }));
}

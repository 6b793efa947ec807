/** A chance as one reads it, never as more or less than can be known. */
export function chanceWords(chance: number): string {
  if (chance > 0.99) return 'more than 99 %';
  if (chance < 0.01) return 'less than 1 %';
  return `${Math.round(100 * chance)} %`;
}

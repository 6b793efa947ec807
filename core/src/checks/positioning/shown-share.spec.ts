import { gauss, seeded } from '../../statistics/index.js';
import { axisIntervals } from './iso-intervals.js';
import { shownShare } from './shown-share.js';

/** Share of axes that repeat so well of what is asked and are shown to [from other random numbers]. */
function shown(
  figure: 'accuracy' | 'repeatability',
  targets: number,
  runs: number,
  sides: 1 | 2,
  repeats: number,
): number {
  const random = seeded(977);
  const trials = 40;
  const asked = 1000;
  const noise = (repeats * asked) / 4;
  let count = 0;
  for (let trial = 0; trial < trials; trial += 1) {
    const row = (): readonly number[] => Array.from({ length: runs }, () => noise * gauss(random));
    const read = Array.from({ length: targets }, () => ({ up: row(), down: sides === 2 ? row() : [] }));
    const places = read.map((_, index) => 1e5 * (index + 1));
    const interval = axisIntervals(read, places, { digit: 1, scale: 0 })[figure];
    if (interval && interval[1] <= asked) count += 1;
  }
  return count / trials;
}

describe('how well an axis has to repeat for so many runs to show it', () => {
  for (const [figure, targets, runs, sides] of [
    ['accuracy', 5, 5, 2],
    ['repeatability', 5, 5, 1],
    ['accuracy', 4, 3, 2],
  ] as const)
    it(`is right within a quarter: ${figure}, ${targets} targets, ${runs} runs, ${sides === 2 ? 'both sides' : 'one side'}`, () => {
      const share = shownShare(figure, targets, runs, sides);
      // A little better than promised most are shown, a little worse most are not.
      expect(shown(figure, targets, runs, sides, share * 0.75))
        .withContext(String(share))
        .toBeGreaterThan(0.5);
      expect(shown(figure, targets, runs, sides, share * 1.25))
        .withContext(String(share))
        .toBeLessThan(0.5);
    });

  it('grows with the runs, and is kept once it is known', () => {
    const [three, five, twelve] = [3, 5, 12].map((runs) => shownShare('accuracy', 5, runs, 2)) as [
      number,
      number,
      number,
    ];
    expect(three).toBeLessThan(five);
    expect(five).toBeLessThan(twelve);
    expect(twelve).toBeLessThan(1);
    expect(shownShare('accuracy', 5, 5, 2)).toBe(five);
    expect(shownShare('accuracy', 10, 5, 2)).toBe(shownShare('accuracy', 60, 5, 2));
  });
});

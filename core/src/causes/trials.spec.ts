import { tallyOf } from '../testing/cause-trials.js';

// The whole of it, three hundred cases with its table, is `npm run bench -- causes`.
describe('causes hidden in the rig', () => {
  it('are found by measuring what is asked for, and what is nearly certain is so', () => {
    const tally = tallyOf(14, 4242);
    expect(tally.wrong.filter((words) => !words.startsWith('not by the first'))).toEqual([]);
    expect(tally.open.right).toBe(tally.open.all);
    const certain = tally.said.filter(({ chance }) => chance >= 0.97);
    expect(certain.length).toBeGreaterThan(8);
    expect(certain.filter(({ isSo }) => !isSo)).toEqual([]);
  });
});

import { guessLines } from './index.js';

describe('lines of an axis by their names', () => {
  it('are those that carry its letter, else any that look so', () => {
    const probe = ['X_STEP', 'X_DIR', 'Y_STEP', 'Y_DIR', 'ENABLE'];
    expect(guessLines(probe, 'Y')).toEqual({ step: 2, direction: 3 });
    expect(guessLines(probe, 'A')).toEqual({ step: 0, direction: 1 });
    expect(guessLines(['dirY', 'pulY', 'dirX', 'pulX'], 'X')).toEqual({ step: 3, direction: 2 });
    expect(guessLines(['x step', 'x direction'], 'X')).toEqual({ step: 0, direction: 1 });
    // No letter by itself: not every word with an x in it.
    expect(guessLines(['index step', 'z step'], 'Z')).toEqual({ step: 1, direction: null });
    expect(guessLines(['edges'], 'X')).toEqual({ step: 0, direction: null });
    expect(guessLines(['D0'], 'X')).toEqual({ step: 0, direction: null });
    expect(guessLines(['D0', 'D1'], 'X')).toEqual({ step: null, direction: null });
  });
});

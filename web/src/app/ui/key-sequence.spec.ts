import { KeySequence } from './key-sequence';

describe('a sequence of keys', () => {
  const pressed = (...keys: readonly (readonly [key: string, timeStamp: number])[]): boolean[] => {
    const sequence = new KeySequence();
    return keys.map(([key, timeStamp]) => sequence.isSecond({ key, timeStamp }));
  };

  it('takes the first key of a page that has just come for what it is', () => {
    expect(pressed(['1', 340])).toEqual([false]);
    expect(pressed(['x', 900], ['1', 1000])).toEqual([false, false]);
  });

  it('knows the key behind a g, if it comes soon, and no other', () => {
    expect(pressed(['g', 5000], ['3', 6100], ['3', 6150])).toEqual([false, true, false]);
    expect(pressed(['g', 5000], ['3', 6300])).toEqual([false, false]);
    expect(pressed(['g', 5000], ['x', 5100], ['1', 5200])).toEqual([false, true, false]);
  });

  it('still leads on when the g was pressed twice', () => {
    expect(pressed(['g', 5000], ['g', 5100], ['1', 5200])).toEqual([false, true, true]);
  });
});

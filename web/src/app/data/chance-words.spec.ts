import { chanceWords } from './chance-words';

describe('a chance, in words', () => {
  it('never says that a chance is all or nothing', () => {
    expect([0, 0.0004, 0.014, 0.555, 0.9899, 0.9999, 1].map(chanceWords)).toEqual([
      'less than 1 %',
      'less than 1 %',
      '1 %',
      '56 %',
      '99 %',
      'more than 99 %',
      'more than 99 %',
    ]);
  });
});

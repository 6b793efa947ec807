import { decimalMark, typedReading } from './decimal-mark';

describe('the decimal mark', () => {
  it('is that of the reader’s language, and says how what is typed is read', () => {
    expect(['en-GB', 'de-DE', 'fr-CA', 'de-CH'].map((language) => decimalMark(language))).toEqual(['.', ',', ',', '.']);
    expect([typedReading('.'), typedReading(',')]).toEqual(['typed', 'typed with a comma']);
  });
});

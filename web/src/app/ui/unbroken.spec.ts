import { withUnbrokenUnits } from './unbroken';

describe('a sentence with figures in it', () => {
  it('keeps each number with its unit, and breaks everywhere else', () => {
    const seen = withUnbrokenUnits(
      'The silicon comes to 128 °C at 2 A, 0.15 Ω in 3/16 in. Stamped 28 Oct of 2026, twice.',
    );
    expect(seen.split(' ')).toEqual(
      'The silicon comes to 128_°C at 2_A, 0.15_Ω in 3/16_in. Stamped 28_Oct of 2026, twice.'
        .replace(/_/g, '\u00a0')
        .split(' '),
    );
  });
});

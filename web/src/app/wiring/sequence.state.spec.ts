import { sequenceSight, SWAPS } from './sequence.state';

describe('a sequence as it is watched', () => {
  it('shows which switches are on, one of a coil at most, with the taps where they belong', () => {
    const on = (at: number): readonly string[] =>
      sequenceSight('half', '', 'sinking', at)
        .lamps.filter(({ isOn }) => isOn)
        .map(({ name }) => name);
    expect([0, 1, 2, 3].map(on)).toEqual([['A'], ['A', 'B'], ['B'], ['A′', 'B']]);
    expect(sequenceSight('wave', '', 'sinking', 0).lamps[0]?.words).toBe('its end to ground, tap to supply');
    expect(sequenceSight('wave', '', 'sourcing', 0).lamps[0]?.words).toBe('its end to supply, tap to ground');
  });

  it('shows where current leaves a bridge, and that what is swapped behind it changes only the motor', () => {
    const [straight, reversed] = ['', 'a'].map((swap) => sequenceSight('4', swap, 'bipolar', 5));
    expect(straight?.lamps).toEqual(reversed?.lamps ?? []);
    expect(straight?.lamps.map(({ words }) => words.replace(/\s/g, ' '))).toEqual([
      '−, from A2',
      '+, 38.3 % to A1',
      '+, 92.4 % to B2',
      '−, from B1',
    ]);
    expect(reversed?.state.a).toBeCloseTo(-(straight?.state.a ?? 0), 12);
  });

  it('goes round and round, both ways, by the angle of its states', () => {
    expect([0, 1, 4, -1].map((at) => sequenceSight('wave', '', 'bipolar', at).degrees)).toEqual([0, 90, 0, 270]);
    expect(sequenceSight('two-phase', '', 'bipolar', 0).degrees).toBeCloseTo(45, 9);
  });

  it('says which way each swap turns the motor', () => {
    expect(SWAPS.map(({ value }) => sequenceSight('half', value, 'bipolar', 0).turning.includes('forward'))).toEqual([
      true,
      false,
      false,
      true,
      false,
      false,
      false,
    ]);
    expect(sequenceSight('half', 'x', 'bipolar', 0).turning).toContain('does not turn');
    // In step with one another the crossed coils pull nothing, against one another √2.
    expect(sequenceSight('two-phase', 'x', 'bipolar', 0).numbers).toContain('between 0× and 1.41×');
    expect(sequenceSight('half', '', 'bipolar', 0).numbers).toContain('between 1× and 1.41×');
  });
});

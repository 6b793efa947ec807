import { isMet, needsMet } from './index.js';

describe('what a driver needs of its lines', () => {
  const needs = { high: 1.9e-6, low: 3e-6, ahead: 5e-6 };
  const told = (...given: Parameters<typeof needsMet>): readonly string[] =>
    needsMet(...given).map((item) => {
      const met = isMet(item);
      return `${item.what} ${item.from} ${met === null ? 'not known' : met ? 'met' : 'short'}`;
    });

  it('is met by edges that come slowly, with a direction that stood long before', () => {
    expect(told(needs, 40e-6, 6e-6, 10e-6)).toEqual([
      'period seen met',
      'high set met',
      'low set met',
      'ahead seen met',
    ]);
  });

  it('is short where the edges leave no room for high and low, or direction comes late', () => {
    // 1.9 and 3 µs are 4.9.
    expect(told(needs, 4.8e-6, 4.9e-6, 1.9e-6)).toEqual([
      'period seen short',
      'high set met',
      'low set short',
      'ahead seen short',
    ]);
    expect(told(needs, 4.95e-6, 5e-6, 1.9e-6).filter((item) => item.endsWith('short'))).toEqual([]);
    expect(needsMet(needs, 5e-6, null, 8e-6).find(({ what }) => what === 'low')?.given).toBe(0);
  });

  it('is not known where nobody said how long the pulses last, or the direction did not change', () => {
    expect(told(needs, 40e-6, null, null)).toEqual([
      'period seen met',
      'high set not known',
      'low set not known',
      'ahead seen not known',
    ]);
  });

  it('is nothing where its sheet says nothing, and half of the period where it says half', () => {
    expect(told({ high: null, low: null, ahead: null }, 40e-6, 6e-6, 10e-6)).toEqual([]);
    expect(needsMet({ high: 2e-6, low: null, ahead: null }, 40e-6, 6e-6, null).map(({ needed }) => needed)).toEqual([
      2e-6, 2e-6,
    ]);
  });
});

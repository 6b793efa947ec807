import { Settling } from './index.js';

/** Ten values a second; what was taken. */
function taken(values: readonly number[], digit = 0.01): readonly number[] {
  const settling = new Settling(digit);
  return values.flatMap((value, index) => settling.take(value, index / 10) ?? []);
}
const held = (value: number, count: number): readonly number[] => Array.from({ length: count }, () => value);

describe('an instrument that settles', () => {
  it('is taken once where it comes to rest, and again only after it has moved', () => {
    expect(taken([...held(2.31, 30), 3, 4, 5, ...held(5.62, 30), ...held(5.63, 30)])).toEqual([2.31, 5.62]);
  });

  it('is not taken while it creeps, swings or has stood for too short a time', () => {
    expect(taken(Array.from({ length: 60 }, (_, index) => index * 0.01))).toEqual([]);
    expect(taken(Array.from({ length: 60 }, (_, index) => 2 + (index % 2) * 0.05))).toEqual([]);
    expect(taken(held(2, 8))).toEqual([]);
    expect(taken(held(2, 9))).toEqual([2]);
  });

  it('lets its last digit flicker', () => {
    expect(taken(Array.from({ length: 20 }, (_, index) => 2 + (index % 3 === 0 ? 0.01 : 0)))).toHaveSize(1);
  });
});

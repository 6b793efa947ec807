import { qrPath } from './qr-path';

describe('the code of an address', () => {
  const { path, size } = qrPath('http://192.168.7.20:4173/machines/a/checks/b');
  const dark = new Set([...path.matchAll(/M(\d+) (\d+)h1/g)].map(([, column, row]) => `${row},${column}`));

  it('has the finders of ISO/IEC 18004 in three corners and none in the fourth', () => {
    /** Seven squares: a dark ring, a light one, a dark core of three. */
    const isFinder = (top: number, left: number): boolean =>
      Array.from({ length: 49 }, (_, index) => [Math.floor(index / 7), index % 7] as const).every(([row, column]) => {
        const ring = Math.max(Math.abs(row - 3), Math.abs(column - 3));
        return dark.has(`${top + row},${left + column}`) === (ring !== 2);
      });
    expect([isFinder(0, 0), isFinder(0, size - 7), isFinder(size - 7, 0)]).toEqual([true, true, true]);
    expect(isFinder(size - 7, size - 7)).toBeFalse();
  });

  it('has a side of 17 and four for each version, and its timing line alternates', () => {
    expect((size - 17) % 4).toBe(0);
    for (let column = 8; column < size - 8; column += 1) expect(dark.has(`6,${column}`)).toBe(column % 2 === 0);
  });
});

import { MACHINE_KINDS } from '@crisp-notch/core/machine-kinds';
import { newMachine } from '@crisp-notch/core/machine';
import { viewsOf } from '@crisp-notch/core/picture';
import { drawn, type Mark } from './machine-picture.layout';

const numbers = (path: string): readonly number[] => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);

describe('a machine as it is drawn', () => {
  for (const kind of MACHINE_KINDS)
    it(`stays within its card, words and all: ${kind}`, () => {
      for (const view of viewsOf(newMachine('Example', kind))) {
        const { width, height, measures, strokes } = drawn(view, 320, 220, false);
        expect(width).toBe(320);
        expect(height).toBeLessThanOrEqual(220.1);
        expect(strokes.length).toBe(view.strokes.length);
        for (const { at, words, anchor } of measures) {
          const half = words.length * 4;
          const middle = { start: at.x + half, middle: at.x, end: at.x - half }[anchor];
          const [left, right] = [middle - half, middle + half];
          expect(left).withContext(words).toBeGreaterThanOrEqual(0);
          expect(right).withContext(words).toBeLessThanOrEqual(width);
          expect(at.y).withContext(words).toBeGreaterThan(8);
          expect(at.y).withContext(words).toBeLessThanOrEqual(height);
        }
      }
    });

  it('has neither words nor measures where it is small, and fills its room', () => {
    const [view] = viewsOf(newMachine('Example', 'router'));
    if (!view) throw new Error('a view is expected');
    const { measures, falls, width, height, strokes } = drawn(view, 160, 90, true);
    expect([measures, falls, width, height]).toEqual([[], [], 160, 90]);
    const [x, y, across, down] = numbers(strokes[0]?.path ?? '') as [number, number, number, number];
    expect(Math.min(x, y)).toBeGreaterThanOrEqual(0);
    expect([x + across <= 160, y + down <= 90]).toEqual([true, true]);
    expect(Math.max(across / 152, down / 82)).toBeGreaterThan(0.7);
  });

  it('draws the path of a turn as a turn, and of a length as a line', () => {
    const pathOf = (kind: 'dividing-table' | 'router', from: number, to: number): readonly number[] => {
      const machine = newMachine('Example', kind);
      const [view] = viewsOf(machine);
      const [axis] = machine.axes;
      if (!view || !axis) throw new Error('a view is expected');
      const path = { axes: [axis], lines: [{ isRapid: false, points: [[from], [to]] }] };
      return numbers(drawn(view, 320, 220, false, [], path).paths[0]?.path ?? '');
    };
    expect(pathOf('router', 0, 0.1).length).toBe(4);
    // Half a turn: every point as far from the middle as the first.
    const turn = pathOf('dividing-table', 0, Math.PI);
    expect(turn.length).toBe(2 * (24 + 1));
    const points = Array.from(
      { length: 25 },
      (_, index) => [turn[2 * index] ?? NaN, turn[2 * index + 1] ?? NaN] as const,
    );
    const [[x0, y0], [x1, y1]] = [points[0] as readonly [number, number], points[24] as readonly [number, number]];
    const middle = [(x0 + x1) / 2, (y0 + y1) / 2] as const;
    for (const [x, y] of points)
      expect(Math.hypot(x - middle[0], y - middle[1])).toBeCloseTo(Math.hypot(x0 - middle[0], y0 - middle[1]), 0);
    expect(points[12]?.[1]).toBeLessThan(y0 - 20);
  });

  it('has its switches and its fence along its measures, in the drawing and in words', () => {
    const machine = newMachine('Example', 'router');
    const [view] = viewsOf(machine);
    const measure = view?.measures.find(({ letter }) => letter === 'X');
    if (!view || !measure) throw new Error('X is measured from above');
    const mark = (tone: Mark['tone'], share: number): Mark => ({ axisId: measure.axisId, tone, share, words: '' });
    const drawing = drawn(view, 320, 220, false, [
      mark('home-switch', 0),
      mark('end-switch', 1),
      mark('fence', 0.1),
      mark('fence', 0.9),
    ]);
    expect(drawing.words).toBe('From above: X 400 mm with home switch and end switch and fence, Y 600 mm');
    expect(drawing.marks.map(({ name }) => name)).toEqual([
      'home switch of X',
      'end switch of X',
      'fence of X',
      'fence of X',
    ]);
    const [home, end, low, high] = drawing.marks.map(({ path }) => numbers(path)[0] ?? NaN) as [
      number,
      number,
      number,
      number,
    ];
    // Home stands on the left end, the end switch beyond the right one, the fence between.
    expect(home < low && low < high && high < end).toBeTrue();
    const line = numbers(drawing.measures.find(({ axisId }) => axisId === measure.axisId)?.path ?? '');
    const shareOf = (x: number): number => (x - (line[0] ?? 0)) / ((line[2] ?? 0) - (line[0] ?? 0));
    expect(shareOf(low)).toBeCloseTo(0.1, 2);
    expect(shareOf(high)).toBeCloseTo(0.9, 2);
    expect(end).toBeGreaterThan(line[2] ?? Infinity);
    // Signs alone want no room below: words stand where they stood.
    expect(drawing.height).toBe(drawn(view, 320, 220, false).height);
  });

  it('is told in words to who cannot see it', () => {
    const words = viewsOf(newMachine('Example', 'router')).map((view) => drawn(view, 320, 220, false).words);
    expect(words[0]).toBe('From above: X 400 mm, Y 600 mm');
    expect(words[1]).toBe('From the front: Z 90 mm; 2.5 kg falls when the power is off');
  });
});

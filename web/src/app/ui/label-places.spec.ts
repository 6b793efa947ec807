import { labelWidth, placed, type Wanted } from './label-places';

const FRAME = { x: 60, y: 0, width: 300, height: 200 };
const label = (text: string, ...places: readonly (readonly [number, number])[]): Wanted => ({
  text,
  color: '',
  places: places.map(([x, y]) => ({ x, y })),
});

describe('labels of a chart', () => {
  it('take the first place where they lie on no other', () => {
    const [one, two, three] = placed(
      [label('volts bind', [100, 10], [100, 30]), label('pulse limit', [110, 10], [110, 30]), label('whip', [300, 10])],
      FRAME,
    );
    expect([one?.box.y, two?.box.y, three?.box.y]).toEqual([10, 30, 10]);
  });

  it('are moved into the frame sideways, and left out where no place is free', () => {
    const [right, left] = placed([label('load', [340, 50]), label('start', [10, 80])], FRAME);
    expect(right?.box.x).toBe(360 - labelWidth('load'));
    expect(left?.box.x).toBe(60);
    expect(placed([label('below', [100, 190])], FRAME)).toEqual([]);
    expect(placed([label('a', [100, 50]), label('b', [101, 51])], FRAME).map(({ text }) => text)).toEqual(['a']);
  });

  it('keep off what is taken', () => {
    const point = { x: 95, y: 45, width: 12, height: 12 };
    const [only] = placed([label('50 mm/s', [90, 40], [90, 60])], FRAME, [point]);
    expect(only?.box.y).toBe(60);
  });
});

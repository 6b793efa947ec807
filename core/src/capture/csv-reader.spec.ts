import { captureFault, readCapture as read } from '../testing/read-capture.js';

const text = (said: string): Uint8Array => new TextEncoder().encode(said);
const faultOf = (said: string): string => captureFault(text(said));

describe('a capture kept as a table', () => {
  const LEVELS =
    'sample,time (µs),X step,X direction\r\n1,0,0,1\r\n2,12.5,1,1\r\n3,14,0,1\r\n4,14,0,0\r\n5,30.25,x,0\r\n';

  it('of times and levels is read with its unit; what does not change is no change', () => {
    const { head, changes } = read(text(LEVELS));
    expect(head).toEqual({ channels: ['X step', 'X direction'], tick: 1e-6, isEdgeList: false });
    expect(changes).toEqual([
      [0, 0, 0],
      [0, 1, 1],
      [12.5, 0, 1],
      [14, 0, 0],
      [14, 1, 0],
      [30.25, 0, 2],
    ]);
  });

  it('is the same in whatever pieces it comes, with a mark before it, remarks, quotes, words and other separators', () => {
    const whole = read(text(LEVELS));
    for (const piece of [1, 3, 11])
      expect(read(text(LEVELS), piece))
        .withContext(`${piece}`)
        .toEqual(whole);
    const others = [
      `\ufeff${LEVELS}`,
      `# kept on the bench\n\n${LEVELS}\r\n`,
      LEVELS.replace(/\r\n$/, ''),
      LEVELS.replace(/,/g, '\t'),
      LEVELS.replace(/,/g, ';').replace(/\./g, ','),
      LEVELS.replace('12.5,1,1', '"12.5" , "High" ,forward'),
      LEVELS.replace('12.5', '1.25e1').replace('30.25', '30.2500000000000000000000000'),
    ];
    for (const other of others)
      expect(read(text(other)))
        .withContext(other)
        .toEqual(whole);
  });

  it('of one edge in each row has no levels; a direction may stand beside it', () => {
    expect(read(text('edge,time s\n1,0.000000000\n2,0.000250000\n'))).toEqual({
      head: { channels: ['edges'], tick: 1, isEdgeList: true },
      changes: [
        [0, 0, 1],
        [0.00025, 0, 1],
      ],
    });
    expect(read(text('time_ms;dir\n1,5;0\n2;1\n'))).toEqual({
      head: { channels: ['edges', 'dir'], tick: 1e-3, isEdgeList: true },
      changes: [
        [1.5, 1, 0],
        [1.5, 0, 1],
        [2, 1, 1],
        [2, 0, 1],
      ],
    });
  });

  it('has names in the letters of its writer', () => {
    expect(read(text('time,Schritt größer\n0,1\n')).head?.channels).toEqual(['Schritt größer']);
    // Not UTF-8: each byte a sign.
    expect(read(Uint8Array.from([...text('time,'), 0xb5, ...text('\n0,1\n')])).head?.channels).toEqual(['µ']);
  });

  it('is refused with line and reason where it is none', () => {
    const cases: readonly (readonly [string, string])[] = [
      ['time,step\n0,0\n1,1,1\n', 'Line 3: 3 cells where the head names 2.'],
      ['time,step\n0,0\n1,3.28\n', 'Line 3: “3.28” is no level: 0 or 1, low or high, x for unknown.'],
      ['time,step\n0,0\n1e,1\n', 'Line 3: “1e” is no time.'],
      ['time,step\n0,0\n,1\n', 'Line 3: “” is no time.'],
      ['time,step\n2,0\n1,1\n', 'Line 3: time goes back from 2 to 1.'],
      ['0,0\n1,1\n', 'Line 1: the first row names the columns, one of them “time”.'],
      ['time,step\n', 'Line 2: it ends without a single row.'],
      ['', 'Line 1: it ends without a single row.'],
      ['time,step\n0,0\n1', 'Line 3: the file ends in the middle of it (1 cells where the head names 2).'],
      [`time,step\n0,0\n${'9'.repeat(70_000)}`, 'Line 3: a line is longer than any of such a file.'],
      [`time${',a'.repeat(1001)}\n`, 'Line 1: it has more than 1000 columns.'],
      ['\u0001time\0,step\n', 'Line 1: this is no text: it holds zero bytes.'],
    ];
    for (const [said, why] of cases)
      expect(faultOf(said))
        .withContext(JSON.stringify(said.slice(0, 40)))
        .toBe(why);
  });
});

import { captureFault, readCapture, type ReadCapture } from '../testing/read-capture.js';

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const read = (text: string, piece?: number): ReadCapture => readCapture(bytesOf(text), piece);
const faultOf = (text: string): string => captureFault(bytesOf(text));

const HEAD = [
  '$date 3 Nov $end',
  '$version a probe, 8 lines $end',
  '$timescale 10 ns $end',
  '$scope module bench $end',
  '$var wire 1 ! step $end',
  '$var wire 1 "# direction $end',
  '$var wire 8 % count [7:0] $end',
  '$var real 64 & volts $end',
  '$upscope $end',
  '$enddefinitions $end',
  '',
].join('\n');

describe('a value change dump', () => {
  // The forms of IEEE 1364-2005, clause 18.2: initial values, values of one bit, of several, real ones, and a remark.
  const BODY =
    '#0\n$dumpvars\nx!\n0"#\nb00000000 %\nr0 &\n$end\n#150\n1!\nb101 %\n$comment half way $end\n#300\n0!\n1"#\nr3.3 &\n';

  it('is read with its lines of one bit, its clock and its changes, wider lines passed over', () => {
    const { head, changes } = read(HEAD + BODY);
    expect(head).toEqual({ channels: ['step', 'direction'], tick: 1e-8, isEdgeList: false });
    expect(changes).toEqual([
      [0, 0, 2],
      [0, 1, 0],
      [150, 0, 1],
      [300, 0, 0],
      [300, 1, 1],
    ]);
  });

  it('is the same in whatever pieces it comes, and with the line ends of other systems', () => {
    const whole = read(HEAD + BODY);
    for (const piece of [1, 2, 3, 7, 50])
      expect(read(HEAD + BODY, piece))
        .withContext(`${piece}`)
        .toEqual(whole);
    expect(read((HEAD + BODY).replace(/\n/g, '\r\n'))).toEqual(whole);
    expect(read((HEAD + BODY).replace(/\n/g, ' ') + '\n')).toEqual(whole);
  });

  it('names lines of the same name by where they stand, and one line that has two names once', () => {
    const twice = [
      '$timescale 1us $end',
      '$scope module x $end $var wire 1 a step $end $upscope $end',
      '$scope module y $end $var wire 1 b step $end $var wire 1 a seen $end $upscope $end',
      '$enddefinitions $end #5 1a 1b',
      '',
    ].join('\n');
    expect(read(twice).head).toEqual({ channels: ['x.step', 'y.step'], tick: 1e-6, isEdgeList: false });
  });

  it('may have any sign for a line, also one that keywords and times begin with', () => {
    const signs = ['$', '#', '1', 'b', '!', '$$'];
    const declared = signs.map((sign, place) => `$var wire 1 ${sign} line${place} $end`).join('\n');
    const text = `$timescale 1 ns $end\n${declared}\n$enddefinitions $end\n#1\n${signs.map((sign) => `1${sign}`).join('\n')}\n`;
    expect(read(text).changes).toEqual(signs.map((_, place) => [1, place, 1]));
  });

  it('may end without a line end after a change, and is refused as cut anywhere else', () => {
    expect(read(`${HEAD}#5\n1!`).changes).toEqual([[5, 0, 1]]);
    for (const [text, line] of [
      [HEAD.slice(0, 60), 3],
      [HEAD.replace('$enddefinitions $end\n', ''), 10],
      [`${HEAD}#5\n1!\n#12`, 13],
      [`${HEAD}#5\n1!\nb0010`, 13],
      [`${HEAD}#5\n1!\n$comment half`, 13],
    ] as const)
      expect(faultOf(text)).toBe(`Line ${line}: the file ends in the middle of it: it was cut.`);
    expect(faultOf(HEAD)).toBe('Line 11: it ends without a single change.');
  });

  it('is refused with line and reason where it is none', () => {
    const cases: readonly (readonly [string, string])[] = [
      [`${HEAD}#20\n1!\n#19\n0!\n`, 'Line 13: time goes back from 20 to 19.'],
      [`${HEAD}#20\n1?\n`, 'Line 12: no line is declared as “?”.'],
      [`${HEAD}#20\n1\n`, 'Line 12: a value without a line.'],
      [`${HEAD}#2O\n1!\n`, 'Line 11: “#2O” is no time.'],
      [`${HEAD}#\n1!\n`, 'Line 11: a # without a time.'],
      [`${HEAD}#99999999999999999999\n1!\n`, 'Line 11: the time is too large to be counted.'],
      [`${HEAD}#20\n<script>\n`, 'Line 12: “<script>” is no change.'],
      [`${HEAD}#20\n$exec rm $end\n`, 'Line 12: $exec has no place among the changes.'],
      [HEAD.replace('10 ns', '7 ns'), 'Line 3: the timescale is 1, 10 or 100 of s, ms, us, ns, ps or fs, not “7 ns”.'],
      [HEAD.replace('$timescale 10 ns $end\n', ''), 'Line 9: no timescale is said before $enddefinitions.'],
      [HEAD.replace('wire 1 !', 'wire ! step'), 'Line 5: a $var says its kind, its width, its sign and its name.'],
      [HEAD.replace('bench $end', 'bench'), 'Line 5: $var begins before the one before it has its $end.'],
      [HEAD.replace(/\$var wire 1.*\n/g, ''), 'Line 8: no line of one bit is declared.'],
      [HEAD.replace('$date', 'date'), 'Line 1: the first row names the columns, one of them “time”.'],
      ['$timescale 1 ns $end\n\0\0\n', 'Line 2: this is no text: it holds zero bytes.'],
      [`${HEAD}#1\n1!\n${'z'.repeat(70_000)}`, 'Line 13: a word is longer than any of such a file.'],
    ];
    for (const [text, said] of cases) expect(faultOf(text)).toBe(said);
    const wide = Array.from({ length: 1001 }, (_, place) => `$var wire 1 v${place} v${place} $end\n`).join('');
    expect(faultOf(HEAD.replace('$upscope', `${wide}$upscope`))).toMatch(/Line 10\d\d: it has more than 1000 lines\./);
  });

  it('never does anything but read or refuse, whatever it is given', () => {
    // Every byte of a sound file in turn replaced, left out or doubled.
    const text = HEAD + BODY;
    const outcomes = new Set<string>();
    for (let place = 0; place < text.length; place += 1)
      for (const other of ['', '#', '$', '1', '\n', (text[place] ?? '').repeat(2)])
        outcomes.add(faultOf(text.slice(0, place) + other + text.slice(place + 1)).replace(/.*Line \d+: /s, ''));
    expect(outcomes.has('read')).toBeTrue();
    expect(outcomes.size).toBeGreaterThan(10);
  });
});

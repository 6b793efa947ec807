import { plainSvg, runsOf } from './svg';

describe('text in faces', () => {
  it('is cut where the text face lacks a sign, and joins to what it was', () => {
    const runs = runsOf('±1.2 µm at 40 Ω → fine');
    expect(runs.map(({ words }) => words)).toEqual(['±1.2 ', 'µ', 'm at 40 ', 'Ω', ' ', '→', ' fine']);
    expect(runs.map(({ isSign }) => isSign)).toEqual([false, true, false, true, false, true, false]);
    expect(runsOf('plain “text”, − and ½').length).toBe(1);
    expect(runsOf('')).toEqual([]);
  });
});

describe('a drawing for every reader', () => {
  it('has attributes in place of styles, and one face for a text with signs', () => {
    expect(plainSvg('<text x="1" style="font-size:13px;font-family:A, &quot;B&quot;;">off, µm</text>')).toBe(
      '<text x="1" font-size="13px" font-family="DejaVu Sans">off, µm</text>',
    );
    expect(plainSvg('<text style="font-family:A, &quot;B&quot;">off</text>')).toBe(
      '<text font-family="A, &quot;B&quot;">off</text>',
    );
    expect(plainSvg('<svg><style >\n.a:hover { b: c }\n</style><path d="M0 0"/></svg>')).toBe(
      '<svg><path d="M0 0"/></svg>',
    );
  });

  it('leaves what is written as it is, markup within it too', () => {
    const svg = '<text x="1">a &lt;b&gt; &amp;c</text><path d="M0 0"/>';
    expect(plainSvg(svg)).toBe(svg);
    expect(plainSvg('<text>&lt;µ</text>')).toBe('<text font-family="DejaVu Sans">&lt;µ</text>');
  });
});

import type { CheckChart } from '@crisp-notch/core/checks';
import { KITS } from '@crisp-notch/core/kits';
import { chartSvg, codeSvg, machineSvg, rulerSvg } from './drawings';

/** Tags that are opened and not closed, or the other way round: a drawing that a strict reader would refuse. */
function unbalanced(svg: string): readonly string[] {
  const open: string[] = [];
  for (const [, isEnd = '', name = '', isEmpty = ''] of svg.matchAll(/<(\/?)([a-zA-Z]+)[^>]*?(\/?)>/g)) {
    if (isEmpty !== '') continue;
    if (isEnd === '') open.push(name);
    else if (open.pop() !== name) return [name];
  }
  return open;
}

/** What a page that forbids styles in markup, and a reader of SVG that knows no style sheets, would leave out. */
const styled = (svg: string): boolean => / style=|<style|class="(?!code)/.test(svg);

const chart: CheckChart = {
  x: { name: 'commanded', dimension: 'length' },
  y: { name: 'off', dimension: 'length' },
  limit: 30e-6,
  guard: 5e-6,
  series: [
    {
      name: 'read going up',
      look: 'up',
      points: [
        { x: 0.1, y: 12e-6 },
        { x: 0.2, y: -8e-6 },
      ],
    },
  ],
};

describe('a drawing on paper', () => {
  it('of the notch ruler has every notch to scale, and what is asked', () => {
    const svg = rulerSvg({ kind: 'ruler', step: 5e-6, lag: 1e-6, tolerance: 20e-6, dimension: 'length' }, 'metric');
    const notches = [...svg.matchAll(/d="M([\d.-]+) 20L([\d.]+) 34/g)].map(([, , at]) => Number(at));
    expect(notches.length).toBe(13);
    const gaps = notches.slice(1).map((at, index) => at - (notches[index] ?? 0));
    for (const gap of gaps) expect(gap).toBeCloseTo(620 / 12, 6);
    // Forty micrometres of sixty.
    expect(Number(/<rect x="[\d.]+" y="14" width="([\d.]+)"/.exec(svg)?.[1])).toBeCloseTo((620 * 40) / 60, 6);
    expect(svg).toContain('asked ±20\u00a0µm');
    expect([unbalanced(svg), styled(svg)]).toEqual([[], false]);
  });

  it('of every kind of machine names each of its axes and their travels', () => {
    for (const { name, machine } of KITS) {
      const svg = machineSvg(machine);
      expect([unbalanced(svg), styled(svg)])
        .withContext(name)
        .toEqual([[], false]);
      for (const { letter } of machine.axes)
        expect(svg)
          .withContext(name)
          .toMatch(new RegExp(`>${letter} `));
    }
  });

  it('of a check has its axes with units, what is asked, and a sign for each reading', () => {
    const svg = chartSvg(chart, 'metric');
    expect(svg).toContain('off, µm');
    expect(svg).toContain('commanded, mm');
    expect(svg).toContain('asked ±30');
    expect([unbalanced(svg), styled(svg)]).toEqual([[], false]);
    expect(chartSvg(chart, 'inch')).toContain('commanded, in');
  });

  it('of an address is a code with room round it; none without an address', () => {
    expect(codeSvg('')).toBe('');
    expect(codeSvg('http://shed.local/machines/1')).toContain('viewBox="-4 -4 ');
  });
});

import type { CheckChart } from '@crisp-notch/core/checks';
import type { Machine } from '@crisp-notch/core/machine';
import type { PassportDrawing } from '@crisp-notch/core/passport';
import { signsOf, viewsOf } from '@crisp-notch/core/picture';
import { showQuantity, type UnitSystem } from '@crisp-notch/core/quantity';
import { init } from '../ui/chart-engine';
import type { ChartInk } from '../ui/chart-ink';
import { findingsChart } from '../ui/findings-chart.options';
import { drawn, type Drawing as MachineDrawing } from '../ui/machine-picture.layout';
import { layOutRuler } from '../ui/notch-ruler.layout';
import { planSvg, type Drawing as PlanDrawing } from '../ui/plan-layout';
import { qrPath } from '../ui/qr-path';
import { escapedSvg, FACES, plainSvg } from '../workers/paper/svg';

/** The inks of the page by day, on white: a passport is paper, and reads in black and white too. */
const INK: ChartInk = {
  ink: '#20252b',
  quiet: '#565c64',
  rule: '#cfc8b8',
  card: '#ffffff',
  blue: '#1d4f91',
  brass: '#855a0c',
  caution: '#924a00',
  stop: '#a02a22',
  text: FACES.text,
  mono: FACES.mono,
};

const [RULER_WIDTH, RULER_HEIGHT] = [620, 92];
const CHART = { width: 620, height: 300 };
const VIEW = { width: 330, height: 240 };

const head = (width: number, height: number, words: string, left = 0): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${left} 0 ${width} ${height}" width="${width}" height="${height}" role="img" aria-label="${escapedSvg(words)}">`;

const path = (d: string, stroke: string, more = ''): string =>
  `<path d="${d}" fill="none" stroke="${stroke}" ${more}/>`;

const text = (words: string, x: number, y: number, anchor: string, ink: string, size = 13): string =>
  `<text x="${x}" y="${y}" text-anchor="${anchor}" font-size="${size}" font-family="${FACES.text}" fill="${ink}">${escapedSvg(words)}</text>`;

/** Words that stand clear of the lines which they cross: some readers draw no outline beneath its letters. */
const clearText = (words: string, x: number, y: number, anchor: string, ink: string): string =>
  text(words, x, y, anchor, '#ffffff').replace('<text ', '<text stroke="#ffffff" stroke-width="4" ') +
  text(words, x, y, anchor, ink);

type RulerDrawing = Extract<PassportDrawing, { readonly kind: 'ruler' }>;

/** The notch ruler of an axis to scale, as the pages draw it. */
export function rulerSvg({ dimension, ...content }: RulerDrawing, units: UnitSystem): string {
  const layout = layOutRuler({ ...content, deviations: [] }, RULER_WIDTH, dimension, units);
  const { window } = layout;
  return plainSvg(
    [
      head(RULER_WIDTH + 24, RULER_HEIGHT, 'Notch ruler', -12),
      window
        ? `<rect x="${window.x}" y="14" width="${window.width}" height="50" fill="${INK.blue}" fill-opacity="0.12"/>`
        : '',
      window && content.tolerance !== null
        ? text(
            `asked ±${showQuantity(content.tolerance, layout.unit, { significant: 4 })}`,
            window.x + window.width / 2,
            11,
            'middle',
            INK.blue,
            12,
          )
        : '',
      ...layout.notches.map((at) => path(`M${at - 5} 20L${at} 34L${at + 5} 20`, INK.ink, 'stroke-width="1.5"')),
      ...layout.holds.map(
        ({ x, width }) => `<rect x="${x}" y="37" width="${width}" height="6" fill="${INK.blue}" fill-opacity="0.65"/>`,
      ),
      path(`M0 66H${RULER_WIDTH}`, INK.quiet),
      ...layout.ticks.map(({ x, label }) => path(`M${x} 66V${label === null ? 70 : 74}`, INK.quiet)),
      ...layout.ticks.flatMap(({ x, label }) => (label === null ? [] : [text(label, x, 87, 'middle', INK.quiet, 12)])),
      text(layout.unit.symbol, RULER_WIDTH + 11, 62, 'end', INK.quiet, 12),
      '</svg>',
    ].join(''),
  );
}

/** What each ink of a machine's picture is on paper. */
const STROKES: Readonly<Record<MachineDrawing['strokes'][number]['ink'], string>> = {
  frame: `fill="#f3f1ec" stroke="${INK.rule}" stroke-width="1.2"`,
  work: `fill="#ffffff" stroke="${INK.quiet}" stroke-width="0.8" stroke-dasharray="4 3"`,
  rail: `fill="none" stroke="${INK.quiet}" stroke-width="3"`,
  moving: `fill="#ffffff" stroke="${INK.ink}" stroke-width="1.2"`,
  drive: `fill="#e6e2d8" stroke="${INK.ink}" stroke-width="1.2"`,
  commanded: `fill="#dce6f2" stroke="${INK.blue}" stroke-width="1.4"`,
  gravity: `fill="none" stroke="${INK.caution}" stroke-width="1.2"`,
};

function viewSvg(view: MachineDrawing, left: number): string {
  const measures = view.measures.map(
    ({ path: d, at, anchor, words, isGuess }) =>
      path(d, INK.blue, isGuess ? 'stroke-dasharray="4 3"' : '') + clearText(words, at.x, at.y, anchor, INK.blue),
  );
  const falls = view.falls.map(
    ({ path: d, at, words }) => path(d, INK.caution) + clearText(words, at.x, at.y, 'end', INK.caution),
  );
  return [
    `<g transform="translate(${left} 20)">`,
    text(view.name, 0, -6, 'start', INK.ink),
    ...view.strokes.map(({ path: d, ink }) => `<path d="${d}" ${STROKES[ink]}/>`),
    ...measures,
    ...falls,
    ...view.marks.map(({ tone, path: d }) =>
      path(
        d,
        tone === 'fence' ? INK.blue : INK.ink,
        tone === 'home-switch' ? 'stroke-width="3"' : 'stroke-width="1.4"',
      ),
    ),
    '</g>',
  ].join('');
}

/** All views of a machine side by side, to scale. */
export function machineSvg(machine: Machine): string {
  const signs = signsOf(machine).map((sign) => ({ ...sign, words: '' }));
  const views = viewsOf(machine, new Map()).map((view) => drawn(view, VIEW.width, VIEW.height, false, signs));
  const height = 24 + Math.max(0, ...views.map((view) => view.height));
  return plainSvg(
    [
      head(VIEW.width * views.length, height, views.map(({ words }) => words).join('; ')),
      ...views.map((view, place) => viewSvg(view, place * VIEW.width)),
      '</svg>',
    ].join(''),
  );
}

/** The chart of a check, as its page draws it. */
export function chartSvg(chart: CheckChart, units: UnitSystem): string {
  const drawing = init(null, null, { renderer: 'svg', ssr: true, ...CHART });
  try {
    drawing.setOption(findingsChart(chart, units, INK, CHART.width));
    return plainSvg(drawing.renderToSVGString({ useViewBox: true }));
  } finally {
    drawing.dispose();
  }
}

const QUIET = 4;

/** The code of an address, to be photographed; empty without an address. */
export function codeSvg(address: string): string {
  if (address === '') return '';
  const { path: d, size } = qrPath(address);
  const side = size + 2 * QUIET;
  return `<svg xmlns="http://www.w3.org/2000/svg" class="code" viewBox="${-QUIET} ${-QUIET} ${side} ${side}" width="92" height="92" role="img" aria-label="Code of ${escapedSvg(address)}"><rect x="${-QUIET}" y="${-QUIET}" width="${side}" height="${side}" fill="#fff"/><path d="${d}" fill="#000"/></svg>`;
}

/** Draws whatever a passport has drawn. @param plan laid out beforehand; null where it could not be */
export function drawer(
  machine: Machine,
  plan: PlanDrawing | null,
  units: UnitSystem,
): (drawing: PassportDrawing) => string {
  const wiring = plan
    ? plainSvg(
        planSvg(plan, 'Wiring plan')
          .replaceAll('font-family="sans-serif"', `font-family="${FACES.text}"`)
          .replaceAll('font-family="monospace"', `font-family="${FACES.mono}"`)
          .replace('<rect width="100%" height="100%" fill="#fff"/>', ''),
      )
    : '';
  return (drawing) => {
    switch (drawing.kind) {
      case 'machine':
        return machineSvg(machine);
      case 'wiring':
        return wiring;
      case 'ruler':
        return rulerSvg(drawing, units);
      case 'chart':
        return chartSvg(drawing.chart, units);
    }
  };
}

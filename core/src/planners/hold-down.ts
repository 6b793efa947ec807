import { choiceInput, quantityInput, wholeInput } from '../form/index.js';
import { WORK_FIELDS, type WorkOf } from '../work/index.js';
import { at, circle, line, rect, type View } from '../picture/index.js';
import { commentWords, numberWord } from '../program/index.js';
import { askedOf, quantityOf, readQuantity } from '../shape/index.js';
import { plannedAxis } from './axes.js';
import { caution, planFigure, planner, stop, unplanned, type Planned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS['hold-down'] });
const q = (text: string) => quantityOf(text, 'assumed');
type HoldDown = WorkOf<'hold-down'>;

/** Holes in a row, and ways down to the depth of one, that anybody would drill. */
const ROWS_MOST = 60;
const PECKS_MOST = 100;
/** A pitch that is asked for about may be so much less (common practice, no source). */
const ABOUT = 0.02;
/** Rows of one direction, from the end of its travel [m]. */
export type Rows = readonly number[];

/**
 * Places along one direction.
 * @param from first place that may be drilled @param to the last
 * @param asked a pitch, of which as many are taken as fit, or a count
 * @param ends the last row lands exactly on the last place, or what is left over is shared by both ends
 */
export function rowsOf(
  from: number,
  to: number,
  asked: { readonly pitch: number } | { readonly count: number },
  ends: 'exact' | 'centred',
): Rows {
  const room = to - from;
  if (room < 0) return [];
  const gaps = 'count' in asked ? asked.count - 1 : Math.max(0, Math.floor((room / asked.pitch) * (1 + ABOUT) + 1e-9));
  if (gaps <= 0) return [ends === 'centred' || room === 0 ? from + room / 2 : from];
  const pitch = 'pitch' in asked && ends === 'centred' ? Math.min(asked.pitch, room / gaps) : room / gaps;
  const begins = ends === 'centred' ? from + (room - gaps * pitch) / 2 : from;
  return Array.from({ length: gaps + 1 }, (_, index) => begins + index * pitch);
}

/** Beams below the bed, by their middles [m]. */
export const beamsOf = (first: number, every: number, count: number): Rows =>
  Array.from({ length: count }, (_, index) => first + index * every);

/**
 * Moves what would meet a beam beside it, to the nearer side that may be drilled; what has no such side is left out.
 * @param near to the middle of a beam that is too near [m]
 */
export function clearOf(rows: Rows, beams: Rows, near: number, from: number, to: number): Rows {
  const isFree = (place: number): boolean =>
    place >= from - 1e-9 && place <= to + 1e-9 && beams.every((beam) => Math.abs(place - beam) >= near - 1e-9);
  const cleared = rows.flatMap((row) => {
    if (isFree(row)) return [row];
    const sides = beams
      .flatMap((beam) => [beam - near, beam + near])
      .filter(isFree)
      .sort((a, b) => Math.abs(a - row) - Math.abs(b - row));
    const [side] = sides;
    return side === undefined || Math.abs(side - row) > 2 * near ? [] : [side];
  });
  return [...new Set(cleared.map((row) => Number(row.toFixed(9))))].sort((a, b) => a - b);
}

/** Places of a bed, as the two axes are sent to them [m]. */
export interface Grid {
  readonly across: Rows;
  readonly along: Rows;
}

const lengthOf = (
  work: HoldDown,
  key: 'edge' | 'hood' | 'tool' | 'beamFirst' | 'beamEvery' | 'beamWidth' | 'pitch' | 'depth' | 'peck',
) => readQuantity(work[key], 'length').value;

/** The grid of a bed of such travels, within them by the edge that is kept and half the drill. */
export function gridOf(work: HoldDown, across: number, along: number): Grid {
  const [edge, hood, radius] = [lengthOf(work, 'edge'), lengthOf(work, 'hood'), lengthOf(work, 'tool') / 2];
  const kept = edge === 0 ? 0 : edge + radius;
  const by = (count: number): { readonly pitch: number } | { readonly count: number } =>
    work.by === 'pitch' ? { pitch: lengthOf(work, 'pitch') } : { count };
  const far = along - Math.max(kept, hood);
  const beams = beamsOf(lengthOf(work, 'beamFirst'), lengthOf(work, 'beamEvery'), work.beams);
  return {
    across: rowsOf(kept, across - kept, by(work.across), work.ends),
    along: clearOf(
      rowsOf(kept, far, by(work.along), work.ends),
      beams,
      lengthOf(work, 'beamWidth') / 2 + radius,
      kept,
      far,
    ),
  };
}

const millimetres = (metres: number): string => numberWord(metres * 1000, 4);
/** Down to so little above the last peck it goes quickly [m]. */
const PECK_CLEAR = 0.5e-3;

/**
 * The drilling of a grid, hole after hole to and fro, each in pecks. Words of NISTIR 6556:2000 (RS274/NGC): G0 G1 G21
 * G90 G94 M0 M3 M5 M2 F S; X and Y from home, Z from the face of the bed.
 */
export function drillingProgram(grid: Grid, work: HoldDown, title: string): string {
  const [depth, peck, safe] = [
    readQuantity(work.depth, 'length').value,
    readQuantity(work.peck, 'length').value,
    readQuantity(work.safe, 'length').value,
  ];
  const feed = readQuantity(work.feed, 'feed').value * 60_000;
  const turns = (readQuantity(work.spindle, 'spindle-speed').value / (2 * Math.PI)) * 60;
  const pecks = Math.max(1, Math.ceil(depth / peck - 1e-9));
  const holes = grid.along.flatMap((y, row) =>
    (row % 2 === 0 ? grid.across : [...grid.across].reverse()).map((x) => ({ x, y })),
  );
  return [
    commentWords(title),
    commentWords(
      `${holes.length} holes, ${millimetres(depth)} mm deep. X and Y from home, Z from the face of the bed.`,
    ),
    commentWords('Keep hands clear while it moves and an emergency stop within reach.'),
    'G21',
    'G90',
    'G94',
    `G0 Z${millimetres(safe)}`,
    `M0 ${commentWords('drill in, bed free, dust hood set')}`,
    `M3 S${numberWord(turns, 0)}`,
    ...holes.flatMap(({ x, y }, index) => [
      `G0 X${millimetres(x)} Y${millimetres(y)} ${commentWords(`hole ${index + 1} of ${holes.length}`)}`,
      ...Array.from({ length: pecks }, (_, turn) => {
        const [before, to] = [(depth * turn) / pecks, (depth * (turn + 1)) / pecks];
        return [
          `G0 Z${millimetres(turn === 0 ? Math.min(safe, PECK_CLEAR) : PECK_CLEAR - before)}`,
          `G1 Z${millimetres(-to)} F${numberWord(feed, 1)}`,
          `G0 Z${millimetres(turn === pecks - 1 ? safe : Math.min(safe, PECK_CLEAR))}`,
        ];
      }).flat(),
    ]),
    'M5',
    'M2',
    '',
  ].join('\n');
}

const RULER = 100;
const AROUND = 10;
/** What a line of a template is wide, and a letter high [mm]. */
const INK = 0.2;
const LETTER = 4;

/** The grid 1:1 for print [SVG in millimetres], with a ruler of 100 mm that tells whether the print is true. */
export function gridTemplate(grid: Grid, work: HoldDown, across: number, along: number): string {
  const [wide, high] = [across * 1000, along * 1000];
  const radius = (lengthOf(work, 'tool') * 1000) / 2;
  const n = (value: number): string => numberWord(value, 3);
  // Y grows away from who stands before the bed, and up the page.
  const holes = grid.along.flatMap((y) => grid.across.map((x) => ({ x: x * 1000, y: high - y * 1000 })));
  const cross = ({ x, y }: { readonly x: number; readonly y: number }): string =>
    `<circle cx="${n(x)}" cy="${n(y)}" r="${n(radius)}"/><path d="M${n(x - radius - 2)} ${n(y)}h${n(2 * radius + 4)}M${n(x)} ${n(y - radius - 2)}v${n(2 * radius + 4)}"/>`;
  const ticks = Array.from({ length: 11 }, (_, index) => `M${index * 10} 0v${index % 5 === 0 ? -5 : -3}`).join('');
  const foot = high + 12;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(wide + 2 * AROUND)}mm" height="${n(high + 3 * AROUND)}mm" viewBox="${-AROUND} ${-AROUND} ${n(wide + 2 * AROUND)} ${n(high + 3 * AROUND)}">`,
    // A printer that has such a sheet, or a shop that prints it, needs no scaling.
    `<style>@page{size:${n(wide + 2 * AROUND)}mm ${n(high + 3 * AROUND)}mm;margin:0}</style>`,
    `<g fill="none" stroke="black" stroke-width="${INK}">`,
    `<rect width="${n(wide)}" height="${n(high)}" stroke-dasharray="3 2"/>`,
    ...holes.map(cross),
    `<path id="ruler" transform="translate(0 ${n(foot)})" d="M0 0h${RULER}${ticks}"/>`,
    '</g>',
    `<text x="${RULER + 3}" y="${n(foot)}" font-family="sans-serif" font-size="${LETTER}">100 mm: measure it before you trust this print</text>`,
    '</svg>',
    '',
  ].join('\n');
}

/** The bed from above, as it is drilled. */
function drawn(grid: Grid, work: HoldDown, across: number, along: number): View {
  const radius = Math.max(lengthOf(work, 'tool') / 2, Math.min(across, along) * 0.008);
  const width = lengthOf(work, 'beamWidth');
  return {
    name: 'From above',
    strokes: [
      rect('work', 0, 0, across, along),
      ...beamsOf(lengthOf(work, 'beamFirst'), lengthOf(work, 'beamEvery'), work.beams)
        .filter((beam) => beam <= along)
        .map((beam) => rect('frame', 0, along - beam - width / 2, across, width)),
      ...grid.along.flatMap((y) => grid.across.map((x) => circle('commanded', x, along - y, radius))),
      line('rail', at(0, along), at(across, along)),
    ],
    measures: [],
    falls: [],
    traces: [],
  };
}

/** Inserts in a bed that hold the work down. */
export const holdDown = planner({
  kind: 'hold-down',
  name: 'Hold-down grid',
  question: 'Where do the inserts go, and what drills them?',
  caution:
    'Drill with the hood set and eye protection on; look first where cables, screws and beams run below the bed.',
  misfit: (machine) =>
    plannedAxis(machine, 'X')?.travel == null || plannedAxis(machine, 'Y')?.travel == null
      ? 'The travels of X and Y are not said yet.'
      : null,
  first: () => ({
    kind: 'hold-down',
    by: 'pitch',
    pitch: q('100 mm'),
    across: 5,
    along: 7,
    ends: 'exact',
    edge: q('15 mm'),
    tool: q('8 mm'),
    hood: q('0 mm'),
    beams: 0,
    beamFirst: q('0 mm'),
    beamEvery: q('200 mm'),
    beamWidth: q('40 mm'),
    depth: q('12 mm'),
    peck: q('4 mm'),
    feed: q('150 mm/min'),
    spindle: q('6000 rpm'),
    safe: q('5 mm'),
  }),
  inputs: (_machine, work) => [
    choiceInput(work, 'by', 'Planned by', { pitch: 'pitch', count: 'count' }),
    ...(work.by === 'pitch'
      ? [quantityInput(work, 'pitch', asked.pitch)]
      : [wholeInput(work, 'across', asked.across), wholeInput(work, 'along', asked.along)]),
    choiceInput(work, 'ends', 'Far row', { exact: 'lands on the edge', centred: 'what is left is shared' }),
    quantityInput(work, 'edge', asked.edge, '0: the first and last rows lie at the ends themselves.'),
    quantityInput(work, 'tool', asked.tool),
    quantityInput(work, 'hood', asked.hood),
    wholeInput(work, 'beams', asked.beams, '0: none.'),
    ...(work.beams > 0
      ? [
          quantityInput(work, 'beamFirst', asked.beamFirst, 'Its middle, along Y.'),
          quantityInput(work, 'beamEvery', asked.beamEvery),
          quantityInput(work, 'beamWidth', asked.beamWidth),
        ]
      : []),
    quantityInput(work, 'depth', asked.depth),
    quantityInput(work, 'peck', asked.peck),
    quantityInput(work, 'feed', asked.feed),
    quantityInput(work, 'spindle', asked.spindle),
    quantityInput(work, 'safe', asked.safe),
  ],
  plan: (machine, work, say): Planned => {
    const [x, y] = [plannedAxis(machine, 'X')?.travel ?? 0, plannedAxis(machine, 'Y')?.travel ?? 0];
    if (work.by === 'pitch' && Math.max(x, y) > ROWS_MOST * lengthOf(work, 'pitch'))
      return unplanned(`So small a pitch makes more than ${ROWS_MOST} holes in a row: make it larger.`);
    if (lengthOf(work, 'depth') > PECKS_MOST * lengthOf(work, 'peck'))
      return unplanned(`So small a peck goes down more than ${PECKS_MOST} times in each hole: make it larger.`);
    const grid = gridOf(work, x, y);
    const count = grid.across.length * grid.along.length;
    const pitchOf = (rows: Rows): number | null =>
      rows.length < 2 ? null : ((rows.at(-1) ?? 0) - (rows[0] ?? 0)) / (rows.length - 1);
    const deep = readQuantity(work.depth, 'length').value;
    const moved = work.beams > 0;
    return {
      figures: [
        planFigure(
          {
            name: 'Inserts',
            symbol: '',
            dimension: 'count',
            working: `${grid.across.length} across times ${grid.along.length} along.`,
          },
          count,
        ),
        planFigure(
          {
            name: 'Pitch across',
            symbol: '',
            dimension: 'length',
            working: 'From the first to the last row by the gaps between.',
          },
          pitchOf(grid.across),
        ),
        planFigure(
          {
            name: moved ? 'Pitch along, on the mean' : 'Pitch along',
            symbol: '',
            dimension: 'length',
            working: 'The same along; rows that would meet a beam are moved beside it.',
          },
          pitchOf(grid.along),
        ),
      ],
      warnings: [
        ...(count === 0 ? [stop('No place is left: keep less of the edges, or take a smaller drill.')] : []),
        ...(work.by === 'count' && moved && grid.along.length < work.along
          ? [caution(`${work.along - grid.along.length} rows found no place beside the beams and are left out.`)]
          : []),
        caution(`The drill goes ${say(deep, 'length')} deep: what lies below must allow it.`),
      ],
      tables: [
        {
          name: 'Rows',
          head: ['', 'Across (X)', 'Along (Y)'],
          rows: Array.from({ length: Math.max(grid.across.length, grid.along.length) }, (_, index) => [
            String(index + 1),
            ...[grid.across, grid.along].map((rows) => {
              const place = rows[index];
              return place === undefined ? '' : say(place, 'length');
            }),
          ]),
        },
      ],
      drawing: count > 0 ? drawn(grid, work, x, y) : null,
      files:
        count > 0
          ? [
              {
                name: 'hold-down grid',
                ending: 'nc',
                label: 'Drilling program',
                text: drillingProgram(grid, work, `${machine.name}: hold-down grid`),
              },
              {
                name: 'hold-down template',
                ending: 'svg',
                label: 'Template 1:1',
                text: gridTemplate(grid, work, x, y),
              },
            ]
          : [],
    };
  },
});

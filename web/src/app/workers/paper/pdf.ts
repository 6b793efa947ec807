import type { Block, Cell, Column, Passport, PassportPictures, Section } from '@crisp-notch/core/passport';
import { FACES, runsOf } from './svg';

/** What a PDF is made of, in the words of the library that lays it out; all of it can be sent to a worker. */
export type Content = Readonly<Record<string, unknown>> | string | readonly unknown[];

export type PaperSize = 'A4' | 'LETTER';

/** A PDF that is still to be laid out. */
export interface PdfPlan {
  readonly content: readonly Content[];
  readonly paper: PaperSize;
  readonly title: string;
  /** At the head of each page, left and right. */
  readonly head: readonly [string, string];
  /** At its foot, before the number of the page. */
  readonly foot: string;
}

const INK = { ink: '#20252b', quiet: '#565c64', rule: '#bdb7a8', blue: '#1d4f91', caution: '#924a00' } as const;
const TONES = { good: '#2b6a3c', caution: '#924a00', stop: '#a02a22' } as const;
const MARKS = { good: '●', caution: '▲', stop: '⬢' } as const;

/** Room between the margins, across and down [pt]. */
const ROOM: Readonly<Record<PaperSize, { readonly width: number; readonly height: number }>> = {
  A4: { width: 595 - 80, height: 842 - 130 },
  LETTER: { width: 612 - 80, height: 792 - 130 },
};

/** Text with a face of its own for what the others lack. */
export function pdfText(words: string): Content {
  const runs = runsOf(words);
  if (runs.every(({ isSign }) => !isSign)) return words;
  return runs.map(({ words: text, isSign }) => (isSign ? { text, font: FACES.signs } : { text }));
}

function cellOf({ words, isGuess, tone }: Cell, column: Column | undefined): Content {
  const marked = tone ? `${MARKS[tone]} ${words}` : words;
  return {
    text: pdfText(isGuess ? `${marked}${words === '' ? '' : '\u00a0?'}` : marked),
    ...(column?.isNumber ? { alignment: 'right', font: FACES.mono, noWrap: true } : {}),
    ...(tone ? { color: TONES[tone], bold: true } : {}),
    ...(isGuess ? { color: INK.quiet, decoration: 'underline', decorationStyle: 'dotted' } : {}),
  };
}

/** Widths of columns: one takes what the others leave, some a part of all, the rest as much as their words. */
const widthOf = ({ share }: Column): string => (share === undefined ? 'auto' : share === 1 ? '*' : `${100 * share}%`);

function tableOf(columns: readonly Column[], rows: readonly (readonly Cell[])[]): Readonly<Record<string, unknown>> {
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      keepWithHeaderRows: 1,
      widths: columns.map(widthOf),
      body: [
        columns.map(({ words, isNumber }) => ({
          text: pdfText(words),
          style: 'head',
          ...(isNumber ? { alignment: 'right' } : {}),
        })),
        ...rows.map((row) => row.map((cell, place) => cellOf(cell, columns[place]))),
      ],
    },
    layout: 'ruled',
    margin: [0, 2, 0, 8],
  };
}

/** Names with their values in two columns, the second going on where the first ends. */
function pairsOf({ title, rows }: Extract<Block, { readonly kind: 'pairs' }>): Content {
  const half = Math.ceil(rows.length / 2);
  const columns: readonly Column[] = [
    { words: title, share: 1 },
    { words: '', isNumber: true },
  ];
  const side = (items: typeof rows): Content => ({
    width: '*',
    ...(items.length === 0
      ? { text: '' }
      : tableOf(
          columns,
          items.map(([name, cell]) => [{ words: name }, cell]),
        )),
  });
  return { columns: [side(rows.slice(0, half)), side(rows.slice(half))], columnGap: 16 };
}

/** Width and height that a drawing says it has. */
function sizeOf(svg: string): { readonly width: number; readonly height: number } {
  const [, width = '1', height = '1'] = /viewBox="[-\d.]+ [-\d.]+ ([\d.]+) ([\d.]+)"/.exec(svg) ?? [];
  return { width: Number(width), height: Number(height) };
}

function drawingOf(svg: string, words: string, paper: PaperSize, most: number): Content {
  const size = sizeOf(svg);
  const scale = Math.min(ROOM[paper].width / size.width, most / size.height, 1);
  return {
    unbreakable: true,
    margin: [0, 4, 0, 8],
    stack: [
      ...(svg === '' ? [] : [{ svg, width: size.width * scale, height: size.height * scale }]),
      { text: pdfText(words), style: 'quiet', margin: [0, 2, 0, 0] },
    ],
  };
}

/** Most of a page that a drawing takes in height [pt]; the wiring plan may have one of its own. */
const DRAWING_MOST = 260;
const PHOTO = { width: 250, height: 210 };

function photosOf(block: Extract<Block, { readonly kind: 'photos' }>, pictures: PassportPictures): readonly Content[] {
  const cells = block.photos.map((photo): Content => {
    const address = pictures.photoOf(photo);
    return {
      width: PHOTO.width,
      unbreakable: true,
      stack: [
        ...(address === null ? [] : [{ image: address, fit: [PHOTO.width, PHOTO.height] }]),
        { text: pdfText(photo.caption), style: 'quiet', margin: [0, 2, 0, 6] },
      ],
    };
  });
  return Array.from({ length: Math.ceil(cells.length / 2) }, (_, row) => ({
    columns: cells.slice(2 * row, 2 * row + 2),
    columnGap: 12,
    unbreakable: true,
  }));
}

function blockOf(block: Block, pictures: PassportPictures, paper: PaperSize): readonly Content[] {
  switch (block.kind) {
    case 'heading':
      return [{ text: pdfText(block.words), style: 'heading', headlineLevel: 2 }];
    case 'text':
      return [{ text: pdfText(block.words), style: block.look ?? 'text' }];
    case 'list':
      return [{ ul: block.items.map((item) => ({ text: pdfText(item) })), margin: [0, 0, 0, 6] }];
    case 'table':
      return [tableOf(block.columns, block.rows)];
    case 'pairs':
      return [pairsOf(block)];
    case 'drawing': {
      const most = block.drawing.kind === 'wiring' ? ROOM[paper].height - 90 : DRAWING_MOST;
      return [drawingOf(pictures.svgOf(block.drawing), block.words, paper, most)];
    }
    case 'photos':
      return photosOf(block, pictures);
  }
}

const sectionOf = (section: Section, pictures: PassportPictures, paper: PaperSize): readonly Content[] => [
  {
    text: pdfText(section.title),
    style: 'title',
    outline: true,
    headlineLevel: 1,
    ...(section.isOnItsOwn ? { pageBreak: 'before' } : {}),
  },
  ...section.blocks.flatMap((block) => blockOf(block, pictures, paper)),
];

function headOf({ title, subtitle, revision, today, address, stamp }: Passport, code: string): Content {
  return {
    columns: [
      {
        width: '*',
        stack: [
          { text: pdfText(`Machine passport · ${subtitle}`), style: 'quiet' },
          { text: pdfText(title), style: 'name' },
          { text: pdfText(stamp.words), bold: true, color: stamp.isSigned ? TONES.good : INK.caution, fontSize: 11 },
          { text: pdfText(`Revision ${revision} · ${today}`), style: 'quiet', margin: [0, 3, 0, 0] },
          ...(address === '' ? [] : [{ text: pdfText(address), style: 'quiet' }]),
        ],
      },
      ...(code === '' ? [] : [{ width: 78, svg: code, height: 78 }]),
    ],
    margin: [0, 0, 0, 6],
  };
}

/** A passport as a PDF to be laid out, on paper of a size. */
export function passportPdf(passport: Passport, pictures: PassportPictures, paper: PaperSize): PdfPlan {
  const { title, revision, today, stamp, sections } = passport;
  return {
    paper,
    title: `${title}, machine passport, revision ${revision}`,
    head: [title, stamp.words],
    foot: `Machine passport · revision ${revision} · ${today}`,
    content: [headOf(passport, pictures.code), ...sections.flatMap((section) => sectionOf(section, pictures, paper))],
  };
}

/** How each kind of text looks, for the library that lays it out. */
export const PDF_STYLES = {
  name: { font: FACES.narrow, bold: true, fontSize: 24 },
  title: { font: FACES.narrow, bold: true, fontSize: 16, color: INK.blue, margin: [0, 10, 0, 4] },
  heading: { font: FACES.narrow, bold: true, fontSize: 11.5, margin: [0, 8, 0, 2] },
  head: { font: FACES.narrow, bold: true, fontSize: 9, color: INK.quiet },
  text: { margin: [0, 0, 0, 5] },
  lead: { fontSize: 10, margin: [0, 0, 0, 6] },
  quiet: { color: INK.quiet, margin: [0, 0, 0, 4] },
  caution: { bold: true, margin: [0, 0, 0, 4] },
} as const;

export const PDF_RULE = INK.rule;
export const PDF_QUIET = INK.quiet;

/** Faces by the names under which pages, files and PDFs know them. */
export const FACES = {
  text: 'Atkinson Hyperlegible Next',
  mono: 'Atkinson Hyperlegible Mono',
  narrow: 'Barlow Condensed',
  /** Holds every sign that the others lack. */
  signs: 'DejaVu Sans',
} as const;

/** What the text faces have, as far as it is written here: Latin, and the marks of plain text. */
const COVERED = /[\n\u0020-\u00b4\u00b6-\u00ff\u2013\u2014\u2018-\u201d\u2026\u2212]/;

/** A piece of text of one face. */
export interface Run {
  readonly words: string;
  readonly isSign: boolean;
}

/** Text in pieces, those that the text faces lack by themselves. */
export function runsOf(text: string): readonly Run[] {
  const runs: { words: string; isSign: boolean }[] = [];
  for (const letter of text) {
    const isSign = !COVERED.test(letter);
    const last = runs.at(-1);
    if (last?.isSign === isSign) last.words += letter;
    else runs.push({ words: letter, isSign });
  }
  return runs;
}

export const escapedSvg = (words: string): string =>
  words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

const unescaped = (words: string): string =>
  words
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&#(\d+);/g, (_all, code: string) => String.fromCodePoint(Number(code)))
    .replace(/&amp;/g, '&');

/**
 * The text of a drawing in a face that has all its signs: what stands in several faces is set apart by some readers, and
 * so by none.
 */
function withSigns(svg: string): string {
  return svg.replace(/<text\b([^>]*)>([^<]*)(?=<)/g, (all, attributes: string, words: string) => {
    if (runsOf(unescaped(words)).every(({ isSign }) => !isSign)) return all;
    return `<text${attributes.replace(/ font-family="[^"]*"/, '')} font-family="${FACES.signs}">${words}`;
  });
}

/** Styles as attributes: a page may forbid styles that are written into markup, and readers of SVG know these. */
function withoutStyles(svg: string): string {
  return svg.replace(/ style="([^"]*)"/g, (_all, style: string) =>
    unescaped(style)
      .split(';')
      .map((rule) => rule.split(':').map((part) => part.trim()))
      .filter(([name = '', value = '']) => /^[a-z-]+$/.test(name) && value !== '' && name !== 'user-select')
      .map(([name = '', value = '']) => ` ${name}="${escapedSvg(value)}"`)
      .join(''),
  );
}

/** A drawing as every reader of one draws it alike: without style sheets, and the classes of the charts' own. */
export const plainSvg = (svg: string): string =>
  withSigns(withoutStyles(svg.replace(/<style\b[^>]*>[^]*?<\/style>| class="zr[^"]*"/g, '')));

import { newMachine } from '@crisp-notch/core/machine';
import { passportOf, type Block } from '@crisp-notch/core/passport';
import { passportPdf, pdfText, type Content } from './pdf';

const passport = passportOf({
  machine: { ...newMachine('Tide mill ⌀ 40 µm', 'router'), note: 'Slots ≤ 3 mm → fine' },
  revision: 12,
  today: '2026-11-28',
  address: '',
  checksMade: [],
  checks: [],
  corrections: [],
  log: [],
  sinceSignOff: null,
  stockOf: () => null,
  units: 'metric',
});
const pictures = { svgOf: () => '<svg viewBox="-12 0 644 92"></svg>', photoOf: () => null, code: '' };

/** All text of a PDF that is still to be laid out, in its order. */
function written(content: unknown): string {
  if (typeof content === 'string') return content;
  if (Array.isArray(content)) return content.map(written).join('');
  if (typeof content !== 'object' || content === null) return '';
  const { text, stack, columns, ul, table } = content as Readonly<Record<string, unknown>>;
  const body = (table as { readonly body?: unknown } | undefined)?.body;
  return [text, stack, columns, ul, body].map(written).filter(Boolean).join('\n');
}

const cellsOf = (block: Block): readonly string[] =>
  block.kind === 'table'
    ? block.rows.flat().map(({ words }) => words)
    : block.kind === 'pairs'
      ? block.rows.flatMap(([name, { words }]) => [name, words])
      : [];

describe('a passport on paper', () => {
  const plan = passportPdf(passport, pictures, 'A4');

  it('can be sent to who lays it out, with the machine, revision and day for every page', () => {
    expect(structuredClone(plan)).toEqual(plan);
    expect(plan.head).toEqual(['Tide mill ⌀ 40 µm', 'Not signed off']);
    expect(plan.foot).toBe('Machine passport · revision 12 · 2026-11-28');
  });

  it('has every cell of every table', () => {
    const text = written(plan.content);
    const cells = passport.sections.flatMap(({ blocks }) => blocks.flatMap(cellsOf)).filter((words) => words !== '');
    expect(cells.length).toBeGreaterThan(60);
    expect(cells.filter((words) => !text.includes(words))).toEqual([]);
  });

  it('keeps drawings within the margins of either paper, in their proportions', () => {
    const widest = (paper: 'A4' | 'LETTER'): readonly [number, number] => {
      const found: [number, number][] = [];
      const look = (content: unknown): void => {
        if (Array.isArray(content)) content.forEach(look);
        else if (typeof content === 'object' && content !== null) {
          if ('svg' in content) {
            const { width, height } = content as unknown as { readonly width: number; readonly height: number };
            found.push([width, height]);
          } else Object.values(content).forEach(look);
        }
      };
      look(passportPdf(passport, pictures, paper).content);
      return found.reduce((most, item) => (item[0] > most[0] ? item : most), [0, 1]);
    };
    const [width, height] = widest('A4');
    expect(width).toBeCloseTo(515, 6);
    expect(width / height).toBeCloseTo(644 / 92, 6);
    expect(widest('LETTER')[0]).toBeCloseTo(532, 6);
  });

  it('writes signs that the text face lacks in one that has them', () => {
    const runs = pdfText('±1.2 µm') as readonly Readonly<Record<string, Content>>[];
    expect(runs.map(({ text, font }) => [text, font ?? 'the usual'])).toEqual([
      ['±1.2 ', 'the usual'],
      ['µ', 'DejaVu Sans'],
      ['m', 'the usual'],
    ]);
    expect(pdfText('plain')).toBe('plain');
  });
});

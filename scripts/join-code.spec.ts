import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { joinCode, joinedFileOf, withImports, type Code } from './join-code';

/** What a build writes: an entry, pieces that some pages share, a page that alone needs one, a chart for later. */
const PIECES: Readonly<Record<string, string>> = {
  'main-AAAAAAAA.js': `import { said } from './chunk-SAIDSAID.js';
    export const pages = {
      list: () => import('./chunk-LISTLIST.js'),
      job: () => import('./chunk-JOBJOBJO.js'),
      lines: () => import('./chunk-LINESLIN.js'),
    };
    said.push('main');`,
  'chunk-SAIDSAID.js': `export const said = [];`,
  'chunk-LISTLIST.js': `import { said } from './chunk-SAIDSAID.js'; import { unit } from './chunk-UNITUNIT.js';
    export const show = () => [...said, 'list ' + unit];`,
  'chunk-UNITUNIT.js': `export const unit = 'mm';`,
  'chunk-CARDCARD.js': `import { unit } from './chunk-UNITUNIT.js'; export const card = 'card in ' + unit;`,
  'chunk-JOBJOBJO.js': `import { card } from './chunk-CARDCARD.js'; export const show = () => ['job on ' + card];`,
  'chunk-LINESLIN.js': `import { card } from './chunk-CARDCARD.js';
    export const show = async () => ['lines on ' + card, (await import('./chunk-CHARTCHA.js')).chart];`,
  'chunk-CHARTCHA.js': `export const chart = 'chart';`,
};
const CODE: Code = {
  start: ['main-AAAAAAAA.js', 'chunk-SAIDSAID.js'],
  pages: {
    '': ['chunk-LISTLIST.js', 'chunk-SAIDSAID.js', 'chunk-UNITUNIT.js'],
    job: ['chunk-CARDCARD.js', 'chunk-JOBJOBJO.js', 'chunk-UNITUNIT.js'],
    lines: ['chunk-CARDCARD.js', 'chunk-LINESLIN.js', 'chunk-UNITUNIT.js'],
    // The same page by another address.
    '*': ['chunk-CARDCARD.js', 'chunk-LINESLIN.js', 'chunk-UNITUNIT.js'],
  },
};

describe('joining the pieces of code that pages share', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'crisp-notch-spec-'));
    writeFileSync(join(folder, 'package.json'), '{ "type": "module" }');
    writeFileSync(join(folder, 'worker-WORKWORK.js'), 'postMessage(1);');
    writeFileSync(
      join(folder, 'index.html'),
      '<head><link rel="modulepreload" href="chunk-SAIDSAID.js"></head><script src="main-AAAAAAAA.js" type="module">',
    );
    for (const [name, text] of Object.entries(PIECES)) writeFileSync(join(folder, name), text);
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  it('puts together what the start, the first page and several pages need, and nothing else', () => {
    expect(Object.keys(PIECES).map((piece) => joinedFileOf(piece, CODE))).toEqual([
      null,
      null,
      'first',
      'first',
      'shared',
      null,
      null,
      null,
    ]);
  });

  it('leaves a program that does the same, in fewer files that the page and the list of its code name', async () => {
    const pages = await joinCode(folder, CODE);
    const html = readFileSync(join(folder, 'index.html'), 'utf8');
    const entry = /^<head><\/head><script src="([^"]+)" type="module">$/.exec(html)?.[1] ?? '';
    const left = readdirSync(folder).filter((name) => name.endsWith('.js'));
    expect(left.filter((name) => name in PIECES)).toEqual([]);
    expect(left).toContain('worker-WORKWORK.js');
    expect(left.length - 1).toBeLessThan(Object.keys(PIECES).length);
    const { pages: fetched } = (await import(pathToFileURL(join(folder, entry)).href)) as {
      readonly pages: Readonly<Record<string, () => Promise<{ readonly show: () => unknown }>>>;
    };
    const shown = async (page: string): Promise<unknown> => (await fetched[page]?.())?.show();
    expect(await shown('list')).toEqual(['main', 'list mm']);
    expect(await shown('job')).toEqual(['job on card in mm']);
    expect(await shown('lines')).toEqual(['lines on card in mm', 'chart']);
    for (const files of Object.values(pages)) for (const file of files) expect(left).toContain(file);
    expect(pages['lines']).toEqual(pages['*']);
    expect(pages['']?.length).toBe(2);
    const textOf = (page: string): string =>
      (pages[page] ?? []).map((file) => readFileSync(join(folder, file), 'utf8')).join();
    expect(textOf('job')).toContain('job on');
    expect(textOf('job')).toContain('card in');
    expect(textOf('job')).not.toContain('lines on');
    expect(textOf('lines')).not.toContain("'chart'");
  });

  it('names a file anew when what lies in it changes', async () => {
    const before = await joinCode(folder, CODE);
    for (const [name, text] of Object.entries(PIECES))
      writeFileSync(join(folder, name), text.replace("'mm'", "'inch'"));
    writeFileSync(join(folder, 'index.html'), '<script src="main-AAAAAAAA.js" type="module">');
    const after = await joinCode(folder, CODE);
    const gone = (before[''] ?? []).filter((file) => after['']?.includes(file) === false);
    expect(gone.length).toBeGreaterThan(0);
  });

  it('refuses a page that names no script', async () => {
    writeFileSync(join(folder, 'index.html'), '<head></head>');
    await expectAsync(joinCode(folder, CODE)).toBeRejectedWithError(/names no script/);
  });

  it('follows imports once, also in a circle', () => {
    const imports = new Map([
      ['a', ['b', 'c']],
      ['b', ['a']],
      ['x', ['a']],
    ]);
    expect(withImports(['a'], imports)).toEqual(['a', 'b', 'c']);
  });
});

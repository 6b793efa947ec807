import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { buildAll, DIST, ROOT } from './build';

/** What the first page may cost in JavaScript, compressed. */
const INITIAL_LIMIT_IN_BYTES = 220 * 1024;

describe('what the browser loads', () => {
  const web = join(DIST, 'web');
  beforeAll(() => buildAll());

  /** Files that the page names, and those that they import before anything is shown. */
  const initialFiles = (): readonly string[] => {
    const found = new Set<string>();
    const queue = [...readFileSync(join(web, 'index.html'), 'utf8').matchAll(/(?:href|src)="([^"]+\.js)"/g)].map(
      (match) => match[1] as string,
    );
    for (let file = queue.pop(); file !== undefined; file = queue.pop()) {
      if (found.has(file)) continue;
      found.add(file);
      queue.push(
        ...[
          ...readFileSync(join(web, file), 'utf8').matchAll(
            /(?:^|[;}])import\s*(?:[\w{},*$\s]+from)?\s*"\.\/([^"]+\.js)"/g,
          ),
        ].map((match) => match[1] as string),
      );
    }
    return [...found];
  };

  it('stays below 220 kB of compressed JavaScript at first', () => {
    const size = initialFiles().reduce((sum, file) => sum + gzipSync(readFileSync(join(web, file))).length, 0);
    expect(size).toBeGreaterThan(30_000);
    expect(size).toBeLessThanOrEqual(INITIAL_LIMIT_IN_BYTES);
  });

  it('leaves charts and tables for the pages that need them', () => {
    const initial = initialFiles().map((file) => readFileSync(join(web, file), 'utf8'));
    for (const mark of ['_echarts_instance_', 'datatable-thead']) {
      expect(initial.some((text) => text.includes(mark)))
        .withContext(mark)
        .toBeFalse();
      const lazy = readdirSync(web).filter((name) => name.endsWith('.js'));
      expect(lazy.some((name) => readFileSync(join(web, name), 'utf8').includes(mark)))
        .withContext(`${mark} is somewhere`)
        .toBeTrue();
    }
  });

  it('ships its fonts and asks no other host for anything', () => {
    const styles = readdirSync(web)
      .filter((name) => name.endsWith('.css'))
      .map((name) => readFileSync(join(web, name), 'utf8'))
      .join('');
    const fonts = [...styles.matchAll(/url\("?\.?\/?(media\/[^")]+)"?\)/g)].map((match) => match[1] as string);
    expect(fonts.length).toBeGreaterThan(5);
    for (const font of fonts)
      expect(existsSync(join(web, font)))
        .withContext(font)
        .toBeTrue();
    expect(/url\("?https?:/.test(styles)).toBeFalse();
    expect(readFileSync(join(web, 'index.html'), 'utf8')).not.toMatch(/https?:/);
  });
});

describe('core and contract', () => {
  it('can be imported by a script on plain Node', () => {
    const script = `
      import { parseQuantity, preferredUnit } from '@crisp-notch/core/quantity';
      import { newMachineRequest } from '@crisp-notch/contract';
      const pitch = parseQuantity('20tpi', 'length', preferredUnit('length', 'metric'));
      console.log(pitch.ok && pitch.value.value, typeof newMachineRequest.validate);`;
    const result = spawnSync(process.execPath, ['--input-type=module', '--eval', script], {
      cwd: ROOT,
      encoding: 'utf8',
      env: { ...process.env, NODE_OPTIONS: '' },
    });
    expect(result.stdout.trim()).withContext(result.stderr).toBe('0.00127 function');
  });
});

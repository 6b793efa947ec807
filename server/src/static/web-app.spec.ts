import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import express, { type Express } from 'express';
import request from 'supertest';
import { webApp } from './web-app';

describe('the files of the web application', () => {
  const parent = mkdtempSync(join(tmpdir(), 'crisp-notch-spec-'));
  const folder = join(parent, 'web');
  const script = `console.log("${'notch '.repeat(500)}");`;
  let app: Express;

  beforeAll(() => {
    mkdirSync(join(folder, 'media'), { recursive: true });
    writeFileSync(
      join(parent, 'page-code.json'),
      JSON.stringify({ '': ['list.js'], 'machines/:id/job': ['machine.js', 'job.js'] }),
    );
    writeFileSync(join(folder, 'index.html'), '<head><style nonce="NONCE_OF_THIS_PAGE"></style></head>');
    for (const name of ['barlow-condensed-latin-600-normal-ABC.woff2', 'signs-greek-600-ABC.woff2'])
      writeFileSync(join(folder, 'media', name), 'face');
    writeFileSync(join(folder, 'main-ABCDEFGH.js'), script);
    writeFileSync(join(folder, 'main-ABCDEFGH.js.br'), brotliCompressSync(script));
    writeFileSync(join(folder, 'main-ABCDEFGH.js.gz'), gzipSync(script));
    writeFileSync(join(folder, 'chunk-x_Y-z9aB.js'), script);
    writeFileSync(join(folder, 'notch.svg'), '<svg/>');
    // A compressed file whose plain one is gone, as in a folder that was half cleared.
    writeFileSync(join(folder, 'media', 'alone.css.gz'), gzipSync('a{}'));
    app = express();
    app.use((_request, response, next) => {
      response.locals['nonce'] = 'abc';
      next();
    });
    app.use(webApp(folder));
  });
  afterAll(() => rmSync(parent, { recursive: true }));

  const ask = async (path: string, encodings: string): Promise<readonly [string, number, boolean]> => {
    const response = await request(app).get(path).set('Accept-Encoding', encodings);
    return [response.headers['content-encoding'] ?? 'none', response.status, response.text === script];
  };

  it('come in an encoding that the browser takes, and in none that it refuses', async () => {
    for (const [encodings, expected] of [
      ['gzip, deflate, br', 'br'],
      ['gzip', 'gzip'],
      ['gzip, br;q=0', 'gzip'],
      ['br;q=0, gzip;q=0', 'none'],
      ['identity', 'none'],
      ['*;q=0, identity', 'none'],
    ] as const) {
      const response = await request(app)
        .get('/main-ABCDEFGH.js')
        .set('Accept-Encoding', encodings)
        .buffer(true)
        .parse((stream, done) => {
          // The client of the specs cannot take brotli apart.
          const incoming = stream as unknown as Readable;
          incoming.resume();
          incoming.on('end', () => done(null, null));
        });
      expect([response.headers['content-encoding'] ?? 'none', response.headers['content-type']])
        .withContext(encodings)
        .toEqual([expected, 'text/javascript; charset=utf-8']);
      expect(response.headers['vary']).toContain('Accept-Encoding');
    }
    expect(await ask('/main-ABCDEFGH.js', 'gzip')).toEqual(['gzip', 200, true]);
  });

  it('are kept for long when their name changes with what they hold, and asked for anew when it does not', async () => {
    const kept = async (path: string): Promise<string> =>
      (await request(app).get(path).set('Accept-Encoding', 'br')).headers['cache-control'] ?? '';
    for (const path of ['/main-ABCDEFGH.js', '/chunk-x_Y-z9aB.js'])
      expect(await kept(path))
        .withContext(path)
        .toMatch(/max-age=\d{7,}, immutable/);
    expect(await kept('/notch.svg')).toBe('no-cache');
    expect(await kept('/machines/7/job')).toBe('no-store');
  });

  it('tell the browser beforehand which faces and which code a page needs', async () => {
    const fonts = [...(await request(app).get('/shelf')).text.matchAll(/rel="preload" as="font" href="([^"]+)"/g)];
    expect(fonts.map(([, href]) => href)).toEqual(['media/barlow-condensed-latin-600-normal-ABC.woff2']);
    const code = async (path: string): Promise<readonly (string | undefined)[]> =>
      [...(await request(app).get(path)).text.matchAll(/rel="modulepreload" href="([^"]+)"/g)].map(([, href]) => href);
    expect(await code('/')).toEqual(['list.js']);
    expect(await code('/machines/7/job')).toEqual(['machine.js', 'job.js']);
    for (const path of ['/machines/7/nowhere', '/machines/%22%3E%3Cscript%3E'])
      expect(await code(path))
        .withContext(path)
        .toEqual([]);
  });

  it('say no encoding where a page is sent instead of a file', async () => {
    for (const path of [
      '/nowhere.js',
      '/media%2falone.js',
      '/main-ABCDEFGH.js%00',
      '/..%2f..%2fx.js',
      '/machines/1.css',
    ]) {
      const response = await request(app).get(path).set('Accept-Encoding', 'br');
      expect(response.headers['content-encoding']).withContext(path).toBeUndefined();
    }
  });
});

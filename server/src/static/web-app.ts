import { existsSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import type { ServerResponse } from 'node:http';
import { extname, join } from 'node:path';
import compression from 'compression';
import express, { Router, type RequestHandler, type Response } from 'express';

/** Hashed file names never change their content. */
const A_YEAR_IN_MILLISECONDS = 365 * 24 * 3600 * 1000;

/** What build time compressed, by the ending it was given. */
const ENCODINGS = { br: '.br', gzip: '.gz' } as const;

/** Sends a file compressed at build time where the browser takes it, so that no request waits for a compressor. */
function precompressed(folder: string): RequestHandler {
  return (request, _response, next) => {
    const { path } = request;
    const encoding =
      /^\/[\w./-]+\.(js|css|svg|json|txt)$/.test(path) && !path.includes('..')
        ? request.acceptsEncodings('br') || request.acceptsEncodings('gzip')
        : false;
    const ending = encoding === 'br' || encoding === 'gzip' ? ENCODINGS[encoding] : null;
    if (ending !== null && existsSync(join(folder, `${path}${ending}`)))
      request.url = request.url.replace(path, `${path}${ending}`);
    next();
  };
}

/** Says how a file that is sent is encoded: by what it is, so that no answer says it that is not. */
function sayEncoding(response: ServerResponse, path: string): void {
  const found = Object.entries(ENCODINGS).find(([, ending]) => path.endsWith(ending));
  response.setHeader('Vary', 'Accept-Encoding');
  if (!found) return;
  response.setHeader('Content-Encoding', found[0]);
  (response as Response).type(extname(path.slice(0, -found[1].length)));
}

/** Files whose name changes with what they hold. */
const HASHED = /-[\w-]{8}\.(?:js|css|woff2?)(?:\.br|\.gz)?$/;

/** Faces that every page is set in; those of rarer signs come when a sign is met. */
const FACES =
  /^((barlow-condensed-latin-(500|600)|atkinson-hyperlegible-(next|mono)-latin-(400|600))-normal|signs-math)-.*\.woff2$/;

/** The files of code that the pages at an address need; the build wrote them down beside the pages. */
async function codeFor(folder: string, path: string): Promise<readonly string[]> {
  const parts = path.split('/').filter((part) => part !== '');
  const written = await readFile(join(folder, '..', 'page-code.json'), 'utf8').catch(() => '{}');
  const patterns = Object.entries(JSON.parse(written) as Readonly<Record<string, readonly string[]>>);
  const isFor = (pattern: string): boolean => {
    const own = pattern.split('/').filter((part) => part !== '');
    return own.length === parts.length && own.every((part, index) => part.startsWith(':') || part === parts[index]);
  };
  return patterns.find(([pattern]) => isFor(pattern))?.[1] ?? [];
}

/**
 * Tells the browser to fetch at once what the page would ask for only when its code runs. No answers of the server: those
 * are asked for when the page stands, or a change that is still on its way would not be in them.
 */
async function preloads(folder: string, path: string): Promise<string> {
  const media = await readdir(join(folder, 'media')).catch(() => []);
  const faces = media
    .filter((name) => FACES.test(name))
    .map((name) => `<link rel="preload" as="font" href="media/${name}" crossorigin="anonymous">`);
  const code = (await codeFor(folder, path)).map((file) => `<link rel="modulepreload" href="${file}">`);
  return [...faces, ...code].join('');
}

/**
 * Serves the built web application; every path that is no file is a page of it. The page gets the nonce of its
 * response, under which its components may add styles.
 */
export function webApp(folder: string): Router {
  const router = Router();
  const page = async (): Promise<string> => readFile(join(folder, 'index.html'), 'utf8');
  router.use(
    precompressed(folder),
    express.static(folder, {
      index: false,
      maxAge: A_YEAR_IN_MILLISECONDS,
      immutable: true,
      setHeaders: (response, path) => {
        sayEncoding(response, path);
        if (!HASHED.test(path)) response.setHeader('Cache-Control', 'no-cache');
      },
    }),
  );
  router.get('/{*path}', compression(), async (request, response) => {
    const nonce = String(response.locals['nonce']);
    response.setHeader('Cache-Control', 'no-store');
    const head = await preloads(folder, request.path);
    response
      .type('html')
      .send((await page()).replaceAll('NONCE_OF_THIS_PAGE', nonce).replace('</head>', `${head}</head>`));
  });
  return router;
}

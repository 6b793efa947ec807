import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
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
        if (!/-[A-Z0-9]{8}\./.test(path)) response.setHeader('Cache-Control', 'no-cache');
      },
    }),
  );
  router.get('/{*path}', compression(), async (_request, response) => {
    const nonce = String(response.locals['nonce']);
    response.setHeader('Cache-Control', 'no-store');
    response.type('html').send((await page()).replaceAll('NONCE_OF_THIS_PAGE', nonce));
  });
  return router;
}

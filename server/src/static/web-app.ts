import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import compression from 'compression';
import express, { Router, type RequestHandler } from 'express';

/** Hashed file names never change their content. */
const A_YEAR_IN_MILLISECONDS = 365 * 24 * 3600 * 1000;

/** Sends a file compressed at build time where the browser takes it, so that no request waits for a compressor. */
function precompressed(folder: string): RequestHandler {
  return (request, response, next) => {
    const isText = /\.(js|css|svg|json|txt)$/.test(request.path);
    const encodings = request.headers['accept-encoding'] ?? '';
    const found = [
      ['br', 'br'],
      ['gzip', 'gz'],
    ].find(([encoding, ending]) => encoding !== undefined && encodings.includes(encoding) && isText && existsSync(join(folder, `${request.path.replace(/\.\./g, '')}.${ending}`)));
    if (found) {
      const type = request.path.slice(request.path.lastIndexOf('.'));
      request.url = request.url.replace(request.path, `${request.path}.${found[1]}`);
      response.setHeader('Content-Encoding', found[0] as string);
      response.setHeader('Vary', 'Accept-Encoding');
      response.type(type);
    }
    next();
  };
}

/**
 * Serves the built web application; every path that is no file is a page of it. The page gets the nonce of its response,
 * under which its components may add styles.
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

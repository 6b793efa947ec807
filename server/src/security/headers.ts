import { randomBytes } from 'node:crypto';
import type { RequestHandler } from 'express';
import helmet from 'helmet';

/**
 * Security headers. Scripts come only from our own files; styles that components inject carry a nonce that is new with
 * every page, because nothing inline is allowed without one.
 */
export function securityHeaders(): RequestHandler {
  const headers = helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: [
          "'self'",
          (_request, response) => `'nonce-${(response as unknown as { locals: { nonce: string } }).locals.nonce}'`,
        ],
        // Charts and drawings set style attributes through script, which this does not touch; attributes in markup stay
        // forbidden.
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        formAction: ["'self'"],
        baseUri: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // The page is served as plain http on loopback, where there is nothing to upgrade to.
    strictTransportSecurity: false,
  });
  return (request, response, next) => {
    response.locals['nonce'] = randomBytes(16).toString('base64');
    headers(request, response, next);
  };
}

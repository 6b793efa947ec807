import { createHash, timingSafeEqual } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { sendProblem, ApiProblem } from '../problem';

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** Wrong passphrases that one address may give in a minute; a person who mistypes gives a few. */
const GUESSES_A_MINUTE = 10;
const MINUTE_IN_MILLISECONDS = 60_000;

function isRight(request: Request, wanted: Buffer): boolean {
  const [scheme, encoded = ''] = (request.headers.authorization ?? '').split(' ');
  const given = Buffer.from(encoded, 'base64')
    .toString('utf8')
    .replace(/^[^:]*:/, '');
  return scheme?.toLowerCase() === 'basic' && timingSafeEqual(digest(given), wanted);
}

/**
 * Asks for a passphrase by HTTP Basic authentication (RFC 7617); the user name does not matter. Wrong ones are counted
 * by address and written to the log; after too many, also the right one has to wait, or guessing would go on.
 */
export function requirePassphrase(passphrase: string): readonly RequestHandler[] {
  const wanted = digest(passphrase);
  const guesses = rateLimit({
    windowMs: MINUTE_IN_MILLISECONDS,
    limit: GUESSES_A_MINUTE,
    // A request without a passphrase is a browser that has not asked for one yet: it guesses nothing.
    skip: (request) => request.headers.authorization === undefined,
    requestWasSuccessful: (_request, response) => response.statusCode !== 401,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (request, response) => {
      request.log.warn({ address: request.ip }, 'too many wrong passphrases');
      sendProblem(
        request,
        response,
        new ApiProblem('too-many', 'Too many wrong passphrases from this address. Wait a minute.'),
      );
    },
  });
  const ask: RequestHandler = (request, response, next) => {
    if (isRight(request, wanted)) {
      next();
      return;
    }
    if (request.headers.authorization !== undefined) request.log.warn({ address: request.ip }, 'wrong passphrase');
    response.setHeader('WWW-Authenticate', 'Basic realm="Crisp Notch", charset="UTF-8"');
    sendProblem(
      request,
      response,
      new ApiProblem('unauthorised', 'Give the passphrase that the server was started with.'),
    );
  };
  return [guesses, ask];
}

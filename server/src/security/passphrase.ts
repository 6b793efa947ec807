import { createHash, timingSafeEqual } from 'node:crypto';
import type { RequestHandler } from 'express';
import { sendProblem, ApiProblem } from '../problem';

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** Asks for a passphrase by HTTP Basic authentication (RFC 7617); the user name does not matter. */
export function requirePassphrase(passphrase: string): RequestHandler {
  const wanted = digest(passphrase);
  return (request, response, next) => {
    const [scheme, encoded = ''] = (request.headers.authorization ?? '').split(' ');
    const given = Buffer.from(encoded, 'base64')
      .toString('utf8')
      .replace(/^[^:]*:/, '');
    if (scheme?.toLowerCase() === 'basic' && timingSafeEqual(digest(given), wanted)) next();
    else {
      response.setHeader('WWW-Authenticate', 'Basic realm="Crisp Notch", charset="UTF-8"');
      sendProblem(request, response, new ApiProblem('unauthorised', 'Give the passphrase that the server was started with.'));
    }
  };
}

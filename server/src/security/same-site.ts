import type { RequestHandler } from 'express';
import { ApiProblem } from '../problem';

const LOOPBACK_NAMES = ['localhost', '127.0.0.1', '[::1]'];

export function isLoopback(host: string): boolean {
  return host === 'localhost' || host === '::1' || /^127(\.\d{1,3}){3}$/.test(host);
}

/** The name in a Host header or an origin, without its port. */
function nameOf(host: string): string {
  return host.replace(/:\d+$/, '').toLowerCase();
}

/**
 * Refuses requests that a page of another site could make. The Host must be one of our own names, which stops a foreign
 * name that was rebound to this address; an Origin must be ours too, and a browser that says the request came from
 * another site is believed.
 * @param host address listened on; its name is allowed beside the loopback names
 * @param extraNames further names by which the server is reached
 */
export function sameSiteOnly(host: string, extraNames: readonly string[]): RequestHandler {
  const names = new Set([...LOOPBACK_NAMES, host.toLowerCase(), ...extraNames.map((name) => name.toLowerCase())]);
  return (request, _response, next) => {
    const { host: asked, origin } = request.headers;
    if (asked === undefined || !names.has(nameOf(asked))) throw new ApiProblem('forbidden', 'This name is not served here.');
    const isForeign = origin !== undefined && (!URL.canParse(origin) || new URL(origin).host.toLowerCase() !== asked.toLowerCase());
    const site = request.headers['sec-fetch-site'];
    const isCrossSite = typeof site === 'string' && site !== 'same-origin' && site !== 'none' && request.method !== 'GET';
    if (isForeign || isCrossSite) throw new ApiProblem('forbidden', 'Requests from other sites are not taken.');
    next();
  };
}

import { hostname, networkInterfaces } from 'node:os';
import type { RequestHandler } from 'express';
import { ApiProblem } from '../problem';

const LOOPBACK_NAMES = ['localhost', '127.0.0.1', '[::1]'];

export function isLoopback(host: string): boolean {
  return host === 'localhost' || host === '::1' || /^127(\.\d{1,3}){3}$/.test(host);
}

/** The name in a Host header, without its port. */
function nameOf(host: string): string {
  return host.replace(/:\d+$/, '').toLowerCase();
}

/** The names and addresses by which others on the network reach this machine, where it listens to them at all. */
function namesOnNetwork(host: string): readonly string[] {
  if (isLoopback(host)) return [];
  const addresses = Object.values(networkInterfaces()).flatMap((items) => items ?? []);
  const name = hostname().toLowerCase();
  return [
    name,
    `${name.split('.')[0]}.local`,
    ...addresses.map(({ address, family }) => (family === 'IPv6' ? `[${address.toLowerCase()}]` : address)),
  ];
}

/**
 * Addresses by which a phone on the network reaches this machine; none while it listens to itself alone.
 * @param port listened on
 */
export function addressesOnNetwork(host: string, port: number): readonly string[] {
  if (isLoopback(host)) return [];
  if (host !== '0.0.0.0' && host !== '::') return [`http://${host.includes(':') ? `[${host}]` : host}:${port}`];
  return Object.values(networkInterfaces())
    .flatMap((items) => items ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => `http://${address}:${port}`);
}

/** An origin as a browser writes it: scheme, name, and the port where it is not the scheme's usual one. */
function originOf(scheme: string, host: string): string {
  const address = `${scheme}://${host}`;
  return URL.canParse(address) ? new URL(address).origin : address;
}

/**
 * Refuses requests that a page of another site could make. The Host must be one of our own names, which stops a foreign
 * name that was rebound to this address; an Origin must be ours too, scheme and port included, and a browser that says
 * the request came from another site is believed.
 * @param host address listened on; its name is allowed beside the loopback names, and the machine's own on its network
 * @param extraNames further names by which the server is reached
 */
export function sameSiteOnly(host: string, extraNames: readonly string[]): RequestHandler {
  const names = new Set([
    ...LOOPBACK_NAMES,
    host.toLowerCase(),
    ...namesOnNetwork(host),
    ...extraNames.map((name) => name.toLowerCase()),
  ]);
  return (request, _response, next) => {
    const { host: asked, origin } = request.headers;
    if (asked === undefined || !names.has(nameOf(asked))) {
      throw new ApiProblem(
        'forbidden',
        'This name is not served here. If it is a name of this server, start it with ALLOWED_NAMES set to it; several are separated by commas.',
      );
    }
    const isForeign = origin !== undefined && origin.toLowerCase() !== originOf(request.protocol, asked.toLowerCase());
    const site = request.headers['sec-fetch-site'];
    const isCrossSite =
      typeof site === 'string' && site !== 'same-origin' && site !== 'none' && request.method !== 'GET';
    if (isForeign || isCrossSite) throw new ApiProblem('forbidden', 'Requests from other sites are not taken.');
    next();
  };
}

import { hostname, networkInterfaces } from 'node:os';
import type { ProblemDetails } from '@crisp-notch/contract';
import request, { type Response } from 'supertest';
import { startTestApp, type TestApp } from '../testing/test-app';
import { addressesOnNetwork, isLoopback } from './same-site';

describe('security', () => {
  let test: TestApp;
  beforeAll(async () => {
    test = await startTestApp({ allowedNames: ['shed.example'] });
  });
  afterAll(() => test.close());

  const withHeaders = (headers: Record<string, string>, method: 'get' | 'put' = 'get'): Promise<Response> =>
    Promise.resolve(
      (method === 'put'
        ? request(test.app).put('/api/settings/preferences')
        : request(test.app).get('/api/settings/preferences')
      )
        .set(headers)
        .send(method === 'put' ? { units: 'metric', theme: 'day' } : undefined),
    );

  it('tells a phone where it is reached, and nothing while it listens to itself alone', async () => {
    expect(addressesOnNetwork('127.0.0.1', 4173)).toEqual([]);
    expect(addressesOnNetwork('localhost', 4173)).toEqual([]);
    expect(addressesOnNetwork('192.168.7.20', 81)).toEqual(['http://192.168.7.20:81']);
    expect(addressesOnNetwork('fd00::2', 81)).toEqual(['http://[fd00::2]:81']);
    const own = Object.values(networkInterfaces())
      .flatMap((items) => items ?? [])
      .filter(({ family, internal }) => family === 'IPv4' && !internal);
    expect(addressesOnNetwork('0.0.0.0', 4173)).toEqual(own.map(({ address }) => `http://${address}:4173`));
    const answer = await request(test.app).get('/api/settings/addresses').set('Host', 'localhost');
    expect([answer.status, answer.body]).toEqual([200, { addresses: [] }]);
  });

  it('answers to its own names only, so that a rebound name reaches nothing', async () => {
    for (const host of ['localhost:4173', '127.0.0.1', '[::1]:80', 'shed.example'])
      expect((await withHeaders({ Host: host })).status)
        .withContext(host)
        .toBe(200);
    for (const host of ['evil.example', '127.0.0.1.evil.example', 'localhost.evil.example:4173', ''])
      expect((await withHeaders({ Host: host })).status)
        .withContext(host)
        .toBe(403);
  });

  it('takes no request that a page of another site makes', async () => {
    const own = { Host: 'localhost:4173' };
    expect((await withHeaders({ ...own, Origin: 'http://localhost:4173' }, 'put')).status).toBe(200);
    for (const origin of [
      'http://evil.example',
      'null',
      'http://localhost:9999',
      'file://',
      'https://localhost:4173',
      'http://localhost',
    ])
      expect((await withHeaders({ ...own, Origin: origin }, 'put')).status)
        .withContext(origin)
        .toBe(403);
    expect((await withHeaders({ ...own, 'Sec-Fetch-Site': 'cross-site' }, 'put')).status).toBe(403);
    expect((await withHeaders({ ...own, 'Sec-Fetch-Site': 'same-origin' }, 'put')).status).toBe(200);
  });

  it('forbids inline script and unsafe styles, with a nonce new for each answer', async () => {
    const policies = await Promise.all(
      [1, 2].map(async () => String((await withHeaders({ Host: 'localhost' })).headers['content-security-policy'])),
    );
    expect(policies[0]).toContain("script-src 'self'");
    expect(policies[0]).not.toContain('unsafe');
    expect(policies[0]).toMatch(/style-src 'self' 'nonce-[A-Za-z0-9+/=]{20,}'/);
    expect(policies[0]).not.toBe(String(policies[1]));
  });

  it('asks for the passphrase where one is set', async () => {
    const guarded = await startTestApp({ passphrase: 'harbour wall' });
    const ask = (header?: string): Promise<Response> =>
      Promise.resolve(
        header
          ? request(guarded.app).get('/api/health').set('Authorization', header)
          : request(guarded.app).get('/api/health'),
      );
    const basic = (text: string): string => `Basic ${Buffer.from(text).toString('base64')}`;
    expect((await ask()).status).toBe(401);
    expect((await ask()).headers['www-authenticate']).toContain('Basic');
    expect((await ask(basic('any:wrong'))).status).toBe(401);
    expect((await ask('Basic %%%')).status).toBe(401);
    expect((await ask(basic('any:harbour wall'))).status).toBe(200);
    await guarded.close();
  });

  it('says how to have a further name served', async () => {
    expect(((await withHeaders({ Host: 'club.example' })).body as ProblemDetails).detail).toContain('ALLOWED_NAMES');
  });

  it('answers to the names that this machine has on its network, where it listens to the network', async () => {
    const shed = await startTestApp({ host: '0.0.0.0', passphrase: 'harbour wall' });
    const ask = (host: string): Promise<Response> =>
      Promise.resolve(request(shed.app).get('/api/health').auth('any', 'harbour wall').set('Host', host));
    const addresses = Object.values(networkInterfaces()).flatMap((items) =>
      (items ?? []).filter(({ family }) => family === 'IPv4').map(({ address }) => address),
    );
    for (const own of [hostname(), `${hostname().split('.')[0]}.local:4173`, ...addresses])
      expect((await ask(own)).status)
        .withContext(own)
        .toBe(200);
    expect((await ask('evil.example')).status).toBe(403);
    expect((await withHeaders({ Host: hostname() })).status)
      .withContext('on loopback')
      .toBe(403);
    await shed.close();
  });

  it('takes the word of a proxy for the scheme only where it is told to', async () => {
    const headers = { Host: 'shed.example', Origin: 'https://shed.example', 'X-Forwarded-Proto': 'https' };
    expect((await withHeaders(headers, 'put')).status).toBe(403);
    const proxied = await startTestApp({ allowedNames: ['shed.example'], trustedProxy: 'loopback' });
    const sent = await request(proxied.app)
      .put('/api/settings/preferences')
      .set(headers)
      .send({ units: 'metric', theme: 'day' });
    expect(sent.status).toBe(200);
    await proxied.close();
  });

  it('lets nobody guess the passphrase at leisure, and the right one in at other times', async () => {
    const guarded = await startTestApp({ passphrase: 'harbour wall' });
    const guess = async (passphrase: string): Promise<number> =>
      (await request(guarded.app).get('/api/health').auth('any', passphrase)).status;
    for (let count = 0; count < 5; count += 1) expect(await guess('harbour wall')).toBe(200);
    const statuses = await Promise.all(Array.from({ length: 40 }, (_, index) => guess(`guess ${index}`)));
    expect(statuses.filter((status) => status === 401).length).toBe(10);
    expect(statuses.filter((status) => status === 429).length).toBe(30);
    expect(await guess('harbour wall')).toBe(429);
    await guarded.close();
  });

  it('limits how often one address may ask', async () => {
    const limited = await startTestApp({ requestsPerMinute: 3 });
    const answers = [];
    for (let count = 0; count < 5; count += 1) answers.push((await request(limited.app).get('/api/health')).status);
    expect(answers).toEqual([200, 200, 200, 429, 429]);
    await limited.close();
  });

  it('knows loopback from the rest', () => {
    expect(['127.0.0.1', '127.1.2.3', '::1', 'localhost'].every(isLoopback)).toBeTrue();
    expect(['0.0.0.0', '192.168.1.5', '::', '127.0.0.1.evil.example'].some(isLoopback)).toBeFalse();
  });
});

import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Agent, request as httpRequest } from 'node:http';
import type { MachineCopy, StoredPart } from '@crisp-notch/contract';
import fc from 'fast-check';
import { newPart } from '@crisp-notch/core/parts';
import { examplePlan, screwMachine } from './testing/example-documents';
import { startTestApp, type TestApp } from './testing/test-app';

const REQUEST_COUNT = 30_000;
const BIG_BODY_COUNT = 20;

interface Answer {
  readonly status: number;
  readonly body: string;
}

describe('hostile requests', () => {
  let test: TestApp;
  let server: Server;
  let machine: MachineCopy;
  let part: StoredPart;
  let checkId: string;
  let entryId: string;
  const agent = new Agent({ keepAlive: true, maxSockets: 16 });

  const send = (
    method: string,
    path: string,
    body: string | Buffer | null,
    type = 'application/json',
  ): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const { port } = server.address() as AddressInfo;
      const outgoing = httpRequest(
        {
          agent,
          host: '127.0.0.1',
          port,
          method,
          path,
          headers: body === null ? {} : { 'Content-Type': type, 'Content-Length': Buffer.byteLength(body) },
        },
        (response) => {
          const chunks: Buffer[] = [];
          response.on('data', (chunk: Buffer) => chunks.push(chunk));
          response.on('end', () =>
            resolve({ status: response.statusCode ?? 0, body: Buffer.concat(chunks).toString('utf8') }),
          );
        },
      );
      outgoing.on('error', reject);
      outgoing.end(body ?? undefined);
    });

  beforeAll(async () => {
    test = await startTestApp();
    server = await new Promise<Server>((resolve) => {
      const listening = test.app.listen(0, '127.0.0.1', () => resolve(listening));
      // A connection that is closed for being idle just as it is used again would look like a fault of the server.
      listening.keepAliveTimeout = 0;
    });
    machine = JSON.parse(
      (await send('POST', '/api/machines', JSON.stringify({ document: screwMachine() }))).body,
    ) as MachineCopy;
    part = JSON.parse(
      (await send('POST', '/api/parts', JSON.stringify({ part: newPart('motor', 'A motor') }))).body,
    ) as StoredPart;
    const check = await send(
      'POST',
      `/api/machines/${machine.id}/checks`,
      JSON.stringify({ version: 1, axisId: 'axis-1', plan: examplePlan }),
    );
    checkId = (JSON.parse(check.body) as { readonly id: string }).id;
    const entry = await send('POST', `/api/machines/${machine.id}/log`, JSON.stringify({ text: 'A note' }));
    entryId = (JSON.parse(entry.body) as { readonly id: string }).id;
  });
  afterAll(async () => {
    agent.destroy();
    await new Promise((resolve) => server.close(resolve));
    await test.close();
  });

  const nasty = fc.oneof(
    fc.constantFrom<unknown>(
      '',
      ' ',
      "'; drop table machine;--",
      '<img src=x onerror=alert(1)>',
      'NaN',
      '-Infinity',
      '1e999 mm',
      '0x10',
      '\u0000',
      '\ud800',
      '🛠',
      '__proto__',
      '𝒳'.repeat(60),
      'x'.repeat(5000),
      '1/0 in',
      '5 mm',
      '20 tpi',
    ),
    fc.constantFrom<unknown>(
      0,
      -1,
      1,
      1.5,
      1e308,
      -1e308,
      9_007_199_254_740_992,
      2 ** 31,
      null,
      true,
      [],
      {},
      [[]],
      { text: '5 mm', from: 'typed', on: null, plusMinus: null },
      { text: '1e30 mm', from: 'typed', on: '2026-02-30', plusMinus: '5 %' },
    ),
    fc.jsonValue({ maxDepth: 3 }),
  );

  /** A valid document with one or two places replaced by something nasty, or with a key added. */
  const damaged = (valid: object): fc.Arbitrary<unknown> =>
    fc
      .array(fc.tuple(fc.nat(), nasty, fc.constantFrom('replace', 'delete', 'add', 'prototype')), {
        minLength: 0,
        maxLength: 2,
      })
      .map((changes) => {
        const copy = JSON.parse(JSON.stringify(valid)) as object;
        for (const [place, example, how] of changes) {
          const value = structuredClone(example);
          const places: [Record<string, unknown>, string][] = [];
          const walk = (node: unknown): void => {
            if (typeof node !== 'object' || node === null) return;
            for (const key of Object.keys(node)) {
              places.push([node as Record<string, unknown>, key]);
              walk((node as Record<string, unknown>)[key]);
            }
          };
          walk(copy);
          const chosen = places[place % Math.max(1, places.length)];
          if (!chosen) continue;
          const [node, key] = chosen;
          if (how === 'replace') node[key] = value;
          else if (how === 'delete') Reflect.deleteProperty(node, key);
          else if (how === 'add') node[`extra${place % 7}`] = value;
          else
            Object.defineProperty(node, ['__proto__', 'constructor', 'toString'][place % 3] as string, {
              value,
              enumerable: true,
              configurable: true,
              writable: true,
            });
        }
        return copy;
      });

  /** Requests as a client makes them, but for the damage. */
  const requests = (): readonly { readonly method: string; readonly path: string; readonly body: object }[] => [
    { method: 'PUT', path: `/api/machines/${machine.id}`, body: { version: 1, document: screwMachine() } },
    { method: 'POST', path: '/api/machines', body: { document: screwMachine('<img src=x onerror=alert(1)>') } },
    {
      method: 'POST',
      path: `/api/machines/${machine.id}/checks`,
      body: { version: 1, axisId: 'axis-1', plan: examplePlan },
    },
    {
      method: 'POST',
      path: `/api/machines/${machine.id}/checks/${checkId}/readings`,
      body: { readings: [{ index: 0, text: '0.0125 in', excluded: null }] },
    },
    {
      method: 'POST',
      path: `/api/machines/${machine.id}/checks/${checkId}/apply`,
      body: { version: 1, reason: 'because', document: screwMachine() },
    },
    {
      method: 'POST',
      path: `/api/machines/${machine.id}/apply`,
      body: { version: 1, reason: 'because', document: screwMachine() },
    },
    { method: 'POST', path: `/api/machines/${machine.id}/revisions`, body: { version: 1, reason: 'because' } },
    {
      method: 'POST',
      path: `/api/machines/${machine.id}/log`,
      body: { text: 'A note', axisLetter: 'X', tags: ['noise'] },
    },
    { method: 'PUT', path: `/api/machines/${machine.id}/log/${entryId}/tags`, body: { tags: ['belt', 'noise'] } },
    {
      method: 'PUT',
      path: `/api/parts/${part.id}`,
      body: { version: 1, part: newPart('driver', "Robert'); drop table part;--") },
    },
    { method: 'POST', path: '/api/kits', body: { name: 'A kit', about: 'For slots.', document: screwMachine() } },
    { method: 'POST', path: '/api/parts', body: { part: newPart('transmission', 'A screw') } },
    { method: 'POST', path: '/api/parts/import', body: { parts: [newPart('supply', 'A supply')] } },
    { method: 'PUT', path: '/api/settings/preferences', body: { units: 'metric', theme: 'day' } },
    {
      method: 'POST',
      path: '/api/training',
      body: {
        level: 'plain',
        key: '00112233445566778899aabbccddeeff',
        hidden: ['the screw is bent'],
        isRight: true,
        measurements: 3,
        bestMeasurements: 2,
        minutes: 104,
        inVain: 0,
        score: 87,
      },
    },
    ...['', '?copy=yes'].map((query) => ({
      method: 'POST',
      path: `/api/machines/import${query}`,
      body: {
        history: {
          format: 'crisp-notch/machine-history',
          version: 4,
          machine: screwMachine(),
          parts: [],
          revisions: [{ number: 1, reason: 'r', at: '2026-11-05T10:00:00.000Z', document: screwMachine() }],
          checks: [
            {
              reference: 'c',
              axisId: 'axis-1',
              revision: 1,
              plan: examplePlan,
              at: '2026-11-05T10:00:00.000Z',
              readings: [{ index: 0, text: '1 mm', excluded: null, at: '2026-11-05T10:00:00.000Z' }],
            },
          ],
          log: [
            {
              at: '2026-11-05T10:00:00.000Z',
              kind: 'note',
              text: 'n',
              revision: 1,
              check: 'c',
              axisLetter: 'X',
              tags: ['noise'],
            },
          ],
          photos: [{ entry: 0, caption: 'A photo', at: '2026-11-05T10:00:00.000Z', data: '/9j/4AAQSkZJRg==' }],
        },
      },
    })),
  ];

  const paths = (): fc.Arbitrary<string> => {
    const id = fc.constantFrom(
      machine.id,
      part.id,
      '00000000-0000-7000-8000-000000000000',
      'x',
      "1'or'1'='1",
      '%00',
      '%ff',
      '..%2f..%2fetc',
      '__proto__',
      'a'.repeat(3000),
    );
    return fc.oneof(
      fc.constantFrom(
        '/api/machines',
        '/api/machines/import',
        '/api/parts',
        '/api/parts/import',
        '/api/settings/preferences',
        '/api/health',
        '/api/',
        '/api/machines?x[y]=1&x[__proto__]=2',
        '/api/machines?limit=2',
        '/api/parts?limit=7&after=%5B%22motor%22%2C%22A%20motor%22%2C%22x%22%5D',
        '/api/parts?after=%5B%22motor%22',
        '/api/machines?after=%5B%222026-01-01T00%3A00%3A00.000Z%22%2C%22x%22%5D',
        '/api/machines/import?copy=yes',
      ),
      id.map((item) => `/api/machines/${item}`),
      id.map((item) => `/api/parts/${item}`),
      fc
        .tuple(
          id,
          fc.constantFrom(
            'apply',
            'revisions',
            'revisions/1',
            'revisions/999999999999',
            'checks',
            'log',
            'log?kind=note,check&axis=X&tag=noise&search=a%25_%5C',
            'log?kind=x',
            'log?search=a&search=b&limit=1',
            'log/tags',
            'history',
            'import',
          ),
        )
        .map(([item, rest]) => `/api/machines/${item}/${rest}`),
      fc
        .tuple(id, id, fc.constantFrom('', '/readings', '/apply'))
        .map(([item, check, rest]) => `/api/machines/${item}/checks/${check}${rest}`),
      fc
        .tuple(id, id, fc.constantFrom('log/:/tags', 'log/:/photos', 'photos/:', 'photos/:/thumbnail'))
        .map(([item, other, rest]) => `/api/machines/${item}/${rest.replace(':', other)}`),
    );
  };

  it(`get no 500 in ${REQUEST_COUNT} tries, and what they store can be read back`, async () => {
    const statuses = new Map<number, number>();
    const methods = fc.constantFrom('GET', 'POST', 'PUT', 'POST', 'PUT', 'DELETE', 'PATCH');
    const encodings = fc.constantFrom<'plain' | 'cut' | 'latin' | 'form'>(
      'plain',
      'plain',
      'plain',
      'plain',
      'plain',
      'cut',
      'latin',
      'form',
    );
    const known = requests();
    const likely = fc
      .constantFrom(...known)
      .chain(({ method, path, body }) =>
        fc.record({ method: fc.constant(method), path: fc.constant(path), body: damaged(body), encoding: encodings }),
      );
    const anyBody = fc.oneof(nasty, ...known.map(({ body }) => damaged(body)));
    const one = fc.oneof(likely, fc.record({ method: methods, path: paths(), body: anyBody, encoding: encodings }));
    const failures: string[] = [];
    const samples = fc.sample(one, { numRuns: REQUEST_COUNT, seed: 20261105 });
    const fire = async ({ method, path, body, encoding }: (typeof samples)[number]): Promise<void> => {
      const text = JSON.stringify(body) ?? '';
      // The machine and the part under attack must live to the end, or the attack would soon find nothing.
      const isTarget = method === 'DELETE' && (path.endsWith(machine.id) || path.endsWith(part.id));
      const sent =
        method === 'GET'
          ? null
          : encoding === 'cut'
            ? text.slice(0, -3)
            : encoding === 'latin'
              ? Buffer.concat([Buffer.from(text, 'utf8'), Buffer.from([0xff, 0xfe])])
              : text;
      const answer = await send(
        isTarget ? 'GET' : method,
        path,
        isTarget ? null : sent,
        encoding === 'form'
          ? 'application/x-www-form-urlencoded'
          : encoding === 'latin'
            ? 'application/json; charset=iso-8859-1'
            : 'application/json',
      );
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      if (answer.status >= 500) failures.push(`${answer.status} ${method} ${path} ${text.slice(0, 300)}`);
      if (answer.status === 201 && /^\/api\/(machines|parts)$/.test(path) && method === 'POST') {
        const made = JSON.parse(answer.body) as { readonly id: string };
        const read = await send('GET', `${path}/${made.id}`, null);
        if (read.status !== 200 || read.body !== answer.body)
          failures.push(`stored but not read back: ${answer.body.slice(0, 300)}`);
        await send('DELETE', `${path}/${made.id}`, null);
      }
    };
    const LANES = 12;
    await Promise.all(
      Array.from({ length: LANES }, async (_, lane) => {
        for (let index = lane; index < samples.length; index += LANES)
          await fire(samples[index] as (typeof samples)[number]);
      }),
    );
    expect(failures).toEqual([]);
    expect([...statuses.values()].reduce((sum, count) => sum + count, 0)).toBe(REQUEST_COUNT);
    // The attack reached past the first gate: some requests were taken, some refused for their content.
    for (const status of [200, 201, 400, 404, 409, 415, 422])
      expect(statuses.get(status) ?? 0)
        .withContext(`answers ${status}`)
        .toBeGreaterThan(10);
    const list = await send('GET', '/api/machines', null);
    expect(list.status).toBe(200);
    for (const item of JSON.parse(list.body) as readonly { readonly id: string }[])
      expect((await send('GET', `/api/machines/${item.id}/history`, null)).status).toBe(200);
  });

  it('of two megabytes are refused by size and leave the server answering', async () => {
    const big = JSON.stringify({ document: screwMachine('x'.repeat(2_000_000)) });
    for (let count = 0; count < BIG_BODY_COUNT; count += 1)
      expect((await send('POST', '/api/machines', big)).status).toBe(413);
    const deep = `{"document":${'['.repeat(200_000)}${']'.repeat(200_000)}}`;
    expect((await send('POST', '/api/machines', deep)).status).toBeLessThan(500);
    expect((await send('GET', '/api/health', null)).status).toBe(200);
  });
});

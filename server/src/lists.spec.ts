import type { LogEntry, MachineSummary, StoredPart } from '@crisp-notch/contract';
import { CURRENT_VERSION } from '@crisp-notch/core/machine';
import { newPart } from '@crisp-notch/core/parts';
import { sql } from 'drizzle-orm';
import request, { type Response } from 'supertest';
import { clientOf } from './testing/client';
import { startTestApp, type TestApp } from './testing/test-app';

describe('a long list', () => {
  let test: TestApp;
  beforeAll(async () => {
    test = await startTestApp();
  });
  afterAll(() => test.close());

  const { get, post, put, make, startCheck, read } = clientOf(() => test);
  const nextOf = (response: Response): string | null =>
    /<([^>]+)>; rel="next"/.exec(response.headers['link'] ?? '')?.[1] ?? null;
  /** Every page from an address on. */
  const pages = async (address: string): Promise<readonly (readonly unknown[])[]> => {
    const response = await get(address);
    expect(response.status).toBe(200);
    const next = nextOf(response);
    return [response.body as readonly unknown[], ...(next === null ? [] : await pages(next))];
  };

  it('comes in pages that hold each row once and in order, also where names are alike or hold anything', async () => {
    const before = ((await get('/api/parts')).body as readonly unknown[]).length;
    const names = ['Same', 'Same', 'Same', 'A, "quoted"', 'Ünicode 🛠', 'two\nlines', 'b', 'B'];
    await post('/api/parts/import', { parts: names.map((name) => newPart('motor', name)) });
    await post('/api/parts/import', { parts: [newPart('driver', 'Same'), newPart('driver', 'Zero')] });
    const paged = await pages('/api/parts?limit=3');
    expect(paged.slice(0, -1).every((page) => page.length === 3)).toBeTrue();
    expect(paged.flat().length).toBe(before + 10);
    const whole = (await get('/api/parts')).body as readonly StoredPart[];
    expect(paged.flat()).toEqual([...whole]);
    expect(whole.map(({ part }) => part.kind).filter((kind) => kind !== 'other')).toEqual([
      ...Array<'driver'>(2).fill('driver'),
      ...Array<'motor'>(8).fill('motor'),
    ]);
  });

  it('of machines, revisions, checks and log entries does so too', async () => {
    const made = [];
    for (let count = 0; count < 5; count += 1) made.push(await make(`Machine ${count}`));
    const [machine] = made;
    if (!machine) throw new Error('no machine was made');
    for (let version = 1; version <= 4; version += 1) {
      await put(`/api/machines/${machine.id}`, { version, document: { ...machine.document, note: `Note ${version}` } });
      await post(`/api/machines/${machine.id}/log`, { text: `Entry ${version}` });
    }
    await read(await startCheck({ ...machine, version: 5 }), machine, '0.0125 in');
    await startCheck({ ...machine, version: 5 });
    for (const list of [
      '/api/machines',
      ...['revisions', 'checks', 'log'].map((name) => `/api/machines/${machine.id}/${name}`),
    ]) {
      const whole = (await get(list)).body as readonly unknown[];
      expect(whole.length).withContext(list).toBeGreaterThan(1);
      expect((await pages(`${list}?limit=1`)).flat())
        .withContext(list)
        .toEqual([...whole]);
    }
    const log = (await get(`/api/machines/${machine.id}/log`)).body as readonly LogEntry[];
    expect(log.slice(-4).map(({ text }) => text)).toEqual(['Entry 4', 'Entry 3', 'Entry 2', 'Entry 1']);
    expect(((await get('/api/machines')).body as readonly MachineSummary[])[0]?.name)
      .withContext('saved last')
      .toBe('Machine 0');
  });

  it('is not sent again while it is the same', async () => {
    await make('Unchanged');
    const first = await get('/api/machines');
    const again = (): Promise<Response> =>
      Promise.resolve(request(test.app).get('/api/machines').set('If-None-Match', String(first.headers['etag'])));
    expect((await again()).status).toBe(304);
    await make('Another');
    expect((await again()).status).toBe(200);
  });

  it('refuses a page that none before it named', async () => {
    for (const query of [
      'limit=0',
      'limit=1001',
      'limit=ten',
      'limit=1&limit=2',
      'after=x',
      'after=[]',
      'after=[1,2]',
      'after=["a","b","c"]',
      'after=["2026-01-01T00:00:00.000Z","x"]',
      'after=%00',
    ])
      for (const list of ['/api/machines', '/api/parts'])
        expect((await get(`${list}?${query}`)).status)
          .withContext(`${list} ${query}`)
          .toBe(400);
  });

  it('of machines reads no document but of those that an older program summed up', async () => {
    const [kept, older] = [await make('Kept'), await make('Older')];
    // What is not summed up anew would be listed by what its document says now.
    for (const [id, by] of [
      [kept.id, CURRENT_VERSION],
      [older.id, CURRENT_VERSION - 1],
    ] as const)
      await test.database.execute(
        sql`update machine set document = json_set(document, '$.name', 'Renamed beside'), summarised_by = ${by} where id = ${id}`,
      );
    const names = (): Promise<readonly (string | undefined)[]> =>
      get('/api/machines').then((response) =>
        [kept.id, older.id].map(
          (id) => (response.body as readonly MachineSummary[]).find((item) => item.id === id)?.name,
        ),
      );
    expect(await names()).toEqual(['Kept', 'Renamed beside']);
    await put(`/api/machines/${kept.id}`, { version: 1, document: { ...kept.document, name: 'Saved' } });
    expect(await names()).toEqual(['Saved', 'Renamed beside']);
  });

  it('with a damaged row shows the others', async () => {
    const machine = await make('Damaged');
    const part = (await post('/api/parts', { part: newPart('other', 'Damaged part') })).body as StoredPart;
    await test.database.execute(
      sql`update machine set document = '{"broken', summary = '{"broken' where id = ${machine.id}`,
    );
    await test.database.execute(sql`update part set document = '{"broken' where id = ${part.id}`);
    const [machines, parts] = [await get('/api/machines'), await get('/api/parts')];
    expect([machines.status, parts.status]).toEqual([200, 200]);
    expect((machines.body as readonly MachineSummary[]).some(({ id }) => id === machine.id)).toBeTrue();
    expect((parts.body as readonly StoredPart[]).find(({ id }) => id === part.id)?.part.note).toContain('cannot read');
    expect((await get(`/api/machines/${machine.id}`)).status).toBe(409);
    expect((await get(`/api/machines/${machine.id}/stored`)).body).toBe('{"broken');
  });
});

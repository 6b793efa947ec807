import type { LogEntry, MachineCopy, ProblemDetails, TagCount } from '@crisp-notch/contract';
import type { Machine } from '@crisp-notch/core/machine';
import { stampOperation } from '@crisp-notch/core/route-card';
import { clientOf } from '../testing/client';
import { startTestApp, type TestApp } from '../testing/test-app';

describe('a logbook', () => {
  let test: TestApp;
  beforeAll(async () => {
    test = await startTestApp();
  });
  afterAll(() => test.close());

  const { get, post, put, make, startCheck, read } = clientOf(() => test);
  const entriesOf = async (machine: MachineCopy, query = ''): Promise<readonly LogEntry[]> =>
    (await get(`/api/machines/${machine.id}/log${query}`)).body as readonly LogEntry[];
  const textsOf = async (machine: MachineCopy, query = ''): Promise<readonly string[]> =>
    (await entriesOf(machine, query)).map(({ text }) => text);
  const save = async (machine: MachineCopy, document: Machine): Promise<MachineCopy> =>
    (await put(`/api/machines/${machine.id}`, { version: machine.version, document })).body as MachineCopy;

  it('writes a stamp in by itself, on a revision that bears it, and once', async () => {
    const machine = await make('Stamped');
    const stamped = await save(machine, stampOperation(machine.document, 40, '2026-11-05', []));
    expect(stamped.revision).toBe(2);
    const [entry] = await entriesOf(machine);
    expect([entry?.kind, entry?.text, entry?.revision]).toEqual(['stamp', '40 Wiring stamped, 2026-11-05.', 2]);
    await save(stamped, { ...stamped.document, note: 'Typed on' });
    expect((await entriesOf(machine)).length).toBe(1);
  });

  it('writes an order in on the newest revision and cuts none for it', async () => {
    const machine = await make('Ordered');
    const bought = {
      key: 'extra:1',
      name: 'Drag chain',
      quantity: 2,
      spare: 0,
      price: null,
      shipping: null,
      source: '',
      leadDays: null,
      state: 'ordered',
      on: '2026-11-05',
    } as const;
    const saved = await save(machine, { ...machine.document, purchases: [bought] });
    expect(saved.revision).toBe(1);
    expect(await textsOf(machine, '?kind=order')).toEqual(['2 × Drag chain ordered, 2026-11-05.']);
  });

  it('is found by kind, axis, tag and words, page by page, each page narrowed alike', async () => {
    const machine = await make('Found again');
    const write = async (text: string, axisLetter: string | null, ...tags: readonly string[]): Promise<void> => {
      expect((await post(`/api/machines/${machine.id}/log`, { text, axisLetter, tags })).status).toBe(201);
    };
    await write('Belt squeals at 100 % feed', 'X', 'Noise', 'belt');
    await write('Lamp flickers', null, 'noise');
    await write('Screw oiled, 100 drops', 'Y');
    const check = await startCheck(machine);
    await read(check, machine, '0.05 in', '0.15 in');
    expect(await textsOf(machine, '?tag=NOISE')).toEqual(['Lamp flickers', 'Belt squeals at 100 % feed']);
    expect(await textsOf(machine, '?axis=Y')).toEqual(['Screw oiled, 100 drops']);
    expect((await entriesOf(machine, '?axis=X')).map(({ kind }) => kind)).toEqual(['verdict', 'check', 'note']);
    expect((await entriesOf(machine, '?kind=check,verdict')).length).toBe(2);
    // A sign that patterns are made of is a letter like any other.
    expect(await textsOf(machine, '?search=100+%25')).toEqual(['Belt squeals at 100 % feed']);
    expect(await textsOf(machine, '?search=squeals+BELT&kind=note')).toEqual(['Belt squeals at 100 % feed']);
    expect(await textsOf(machine, '?search=squeals+lamp')).toEqual([]);
    const first = await get(`/api/machines/${machine.id}/log?kind=note&limit=2`);
    const next = /<([^>]+)>/.exec(first.headers['link'] as string)?.[1] ?? '';
    expect(((await get(next)).body as readonly LogEntry[]).map(({ text }) => text)).toEqual([
      'Belt squeals at 100 % feed',
    ]);
    expect((await get(`/api/machines/${machine.id}/log/tags`)).body as readonly TagCount[]).toEqual([
      { tag: 'noise', count: 2 },
      { tag: 'belt', count: 1 },
    ]);
  });

  it('takes other tags for an entry, and refuses what is no tag and what nobody can have asked for', async () => {
    const machine = await make('Tagged anew');
    const { id } = (await post(`/api/machines/${machine.id}/log`, { text: 'x', tags: ['one'] })).body as {
      readonly id: string;
    };
    const address = `/api/machines/${machine.id}/log/${id}/tags`;
    expect((await put(address, { tags: ['Two', 'two', 'größe-3'] })).status).toBe(204);
    expect((await entriesOf(machine))[0]?.tags).toEqual(['größe-3', 'two']);
    const refused = await put(address, { tags: ['two words'] });
    expect([refused.status, (refused.body as ProblemDetails).problems?.[0]?.path]).toEqual([422, 'tags[0]']);
    expect((await put(address, { tags: Array.from({ length: 13 }, (_, index) => `t${index}`) })).status).toBe(422);
    const stranger = await make('A stranger');
    expect((await put(`/api/machines/${stranger.id}/log/${id}/tags`, { tags: [] })).status).toBe(404);
    for (const query of ['kind=nonsense', 'axis=X&axis=Y', `search=${'x'.repeat(201)}`])
      expect((await get(`/api/machines/${machine.id}/log?${query}`)).status).toBe(400);
  });
});

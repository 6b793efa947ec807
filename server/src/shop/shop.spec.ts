import {
  SHOP_TYPE,
  type LogEntry,
  type MachineCopy,
  type MachineSummary,
  type ProblemDetails,
  type ShopPreview,
  type ShopRestored,
  type StoredPart,
} from '@crisp-notch/contract';
import { newPart } from '@crisp-notch/core/parts';
import { sql } from 'drizzle-orm';
import request, { type Response } from 'supertest';
import { clientOf } from '../testing/client';
import { screwMachine } from '../testing/example-documents';
import { halves } from '../testing/pictures';
import { startTestApp, type TestApp } from '../testing/test-app';

const backupOf = async (test: TestApp): Promise<string> =>
  (
    await Promise.resolve(
      request(test.app)
        .get('/api/shop/backup')
        .buffer(true)
        .parse((response, done) => {
          const chunks: Buffer[] = [];
          response.on('data', (chunk: Buffer) => chunks.push(chunk));
          response.on('end', () => done(null, Buffer.concat(chunks).toString('utf8')));
        }),
    )
  ).body as string;
const send = (test: TestApp, path: string, file: string): Promise<Response> =>
  Promise.resolve(request(test.app).post(`/api/shop/${path}`).set('Content-Type', SHOP_TYPE).send(file));
/** All that is in a file but when it was written, and the sum over that. */
const contentOf = (file: string): readonly unknown[] =>
  file
    .trim()
    .split('\n')
    .map((text) => JSON.parse(text) as Readonly<Record<string, unknown>>)
    .filter(({ kind }) => kind !== 'shop' && kind !== 'end');

/** A shop with something of everything. */
async function furnished(test: TestApp, machines: number): Promise<void> {
  const { post, put, make, startCheck, read } = clientOf(() => test);
  for (let index = 0; index < machines; index += 1) {
    const machine = await make(`Machine ${index + 1}`);
    if (index % 20 !== 0) continue;
    await read(await startCheck(machine), machine, '0.0125 in', '0.0375 in');
    const { id } = (
      await post(`/api/machines/${machine.id}/log`, { text: `Note ${index}\nSecond`, axisLetter: 'X', tags: ['belt'] })
    ).body as { readonly id: string };
    if (index % 40 !== 0) continue;
    await Promise.resolve(
      request(test.app)
        .post(`/api/machines/${machine.id}/log/${id}/photos?caption=Seen`)
        .set('Content-Type', 'image/png')
        .send(await halves().png().toBuffer()),
    );
    const { version } = (
      await put(`/api/machines/${machine.id}`, {
        version: machine.version,
        document: { ...machine.document, note: 'Changed' },
      })
    ).body as MachineCopy;
    await post(`/api/machines/${machine.id}/revisions`, { version, reason: 'Kept by hand' });
  }
  await post('/api/parts', { part: newPart('motor', 'A motor') });
  await post('/api/kits', { name: 'A kit', about: 'For slots.', document: screwMachine() });
  await put('/api/settings/preferences', { units: 'inch', theme: 'night' });
  await post('/api/training', {
    level: 'alike',
    key: '00112233445566778899aabbccddeeff',
    hidden: ['the indicator stands aslant'],
    isRight: true,
    measurements: 3,
    bestMeasurements: 3,
    minutes: 15,
    inVain: 0,
    score: 100,
  });
}

describe('a whole shop as one file', () => {
  let test: TestApp;
  beforeAll(async () => {
    test = await startTestApp();
  });
  afterAll(() => test.close());
  const { get, post, put, make, remove } = clientOf(() => test);

  it('with 200 machines comes back equal in an empty installation, to the last reading and photo', async () => {
    const from = await startTestApp();
    await furnished(from, 200);
    const file = await backupOf(from);
    const there = await startTestApp();
    const preview = (await send(there, 'preview', file)).body as ShopPreview;
    expect([preview.machines.length, preview.parts.added, preview.kits.added, preview.onlyHere]).toEqual([
      200, 1, 1, 0,
    ]);
    expect(new Set(preview.machines.map(({ fate }) => fate))).toEqual(new Set(['added']));
    expect(preview.machines.reduce((sum, { photos }) => sum + photos, 0)).toBe(5);
    const restored = await send(there, 'restore?here=keep', file);
    expect(restored.body as ShopRestored).toEqual({ machines: 200, parts: 1, kits: 1, kept: 0 });
    expect(contentOf(await backupOf(there))).toEqual(contentOf(file));
    const [listed, original] = await Promise.all(
      [there, from].map(
        async (app) => (await clientOf(() => app).get('/api/machines')).body as readonly MachineSummary[],
      ),
    );
    expect(listed).toEqual(original as readonly MachineSummary[]);
    expect((await clientOf(() => there).get('/api/settings/preferences')).body).toEqual({
      units: 'inch',
      theme: 'night',
    });
    const [first] = original?.filter(({ name }) => name === 'Machine 1') ?? [];
    const entries = (await clientOf(() => there).get(`/api/machines/${first?.id}/log`)).body as readonly LogEntry[];
    expect(entries.some(({ photos, tags }) => photos.length === 1 && tags[0] === 'belt')).toBe(true);
    // Once more changes nothing.
    const again = (await send(there, 'restore?here=replace', file)).body as ShopRestored;
    expect(again).toEqual({ machines: 0, parts: 0, kits: 0, kept: 0 });
    await there.close();
    await from.close();
  }, 120_000);

  it('into a used one says what is added, replaced or kept, and does as it is told', async () => {
    const kept = await make('Stays as it is');
    const changed = await make('Changed since');
    const gone = await make('Deleted since');
    const part = (await post('/api/parts', { part: newPart('motor', 'A priced motor') })).body as StoredPart;
    const file = await backupOf(test);
    await put(`/api/machines/${changed.id}`, { version: 1, document: { ...changed.document, note: 'Newer' } });
    await put(`/api/parts/${part.id}`, { version: 1, part: { ...part.part, note: 'Newer' } });
    await remove(`/api/machines/${gone.id}`);
    const newer = await make('Only here');
    const preview = (await send(test, 'preview', file)).body as ShopPreview;
    const fates = Object.fromEntries(preview.machines.map(({ name, fate }) => [name, fate]));
    expect([fates['Stays as it is'], fates['Changed since'], fates['Deleted since']]).toEqual([
      'same',
      'differs',
      'added',
    ]);
    expect(preview.parts.differs).toBe(1);
    expect(preview.onlyHere).toBeGreaterThan(0);
    const noteOf = async (id: string): Promise<string> =>
      ((await get(`/api/machines/${id}`)).body as MachineCopy).document.note;
    const keeping = (await send(test, 'restore?here=keep', file)).body as ShopRestored;
    expect([keeping.machines, keeping.kept]).toEqual([1, 2]);
    expect([await noteOf(changed.id), await noteOf(gone.id)]).toEqual(['Newer', '']);
    const replacing = (await send(test, 'restore?here=replace', file)).body as ShopRestored;
    expect([replacing.machines, replacing.parts]).toEqual([1, 1]);
    expect([await noteOf(changed.id), await noteOf(kept.id)]).toEqual(['', '']);
    expect((await get(`/api/machines/${newer.id}`)).status).toBe(200);
    // What came back can be worked on.
    expect((await put(`/api/machines/${gone.id}`, { version: 1, document: gone.document })).status).toBe(200);
  });

  it('tells a machine apart whose photo or note alone is another, and brings them back', async () => {
    const machine = await make('Photographed');
    const { id } = (await post(`/api/machines/${machine.id}/log`, { text: 'Seen' })).body as { readonly id: string };
    const taken = await Promise.resolve(
      request(test.app)
        .post(`/api/machines/${machine.id}/log/${id}/photos`)
        .set('Content-Type', 'image/png')
        .send(await halves().png().toBuffer()),
    );
    const file = await backupOf(test);
    const fateOf = async (): Promise<string | undefined> =>
      ((await send(test, 'preview', file)).body as ShopPreview).machines.find(({ name }) => name === 'Photographed')
        ?.fate;
    expect(await fateOf()).toBe('same');
    await remove(`/api/machines/${machine.id}/photos/${(taken.body as { readonly id: string }).id}`);
    expect(await fateOf()).toBe('differs');
    expect((await send(test, 'restore?here=replace', file)).status).toBe(200);
    expect(await fateOf()).toBe('same');
    const entries = (await get(`/api/machines/${machine.id}/log`)).body as readonly LogEntry[];
    expect(entries.map(({ photos }) => photos.length)).toEqual([1]);
  });

  it('that was cut short, changed, or is none is refused with the reason, and nothing is changed', async () => {
    await make('In a file');
    const file = await backupOf(test);
    const before = contentOf(file);
    const lines = file.trim().split('\n');
    const swapped = [...lines.slice(0, -1).reverse(), lines.at(-1)].join('\n').concat('\n');
    const bad: readonly (readonly [string, RegExp])[] = [
      [file.slice(0, file.length / 2), /truncated/],
      [lines.slice(0, -1).join('\n').concat('\n'), /truncated, or is no backup/],
      [
        lines
          .filter((_line, index) => index !== 1)
          .join('\n')
          .concat('\n'),
        /checksum does not match/,
      ],
      [file.replace('In a file', 'In a fork'), /checksum does not match/],
      [swapped, /checksum does not match/],
      ['{"kind":"nonsense"}\n', /of no kind that is known/],
      ['not json\n', /is not JSON/],
      [`${'['.repeat(500)}\n`, /nested deeper/],
      ['\n', /is not JSON/],
      ['', /truncated, or is no backup/],
    ];
    for (const [text, words] of bad)
      for (const path of ['preview', 'restore?here=replace']) {
        const answer = await send(test, path, text);
        expect([400, 422]).withContext(text.slice(0, 60)).toContain(answer.status);
        expect((JSON.parse(answer.text) as ProblemDetails).detail)
          .withContext(text.slice(0, 60))
          .toMatch(words);
      }
    expect(contentOf(await backupOf(test))).toEqual(before);
    expect((await send(test, 'restore', file)).status).toBe(400);
    expect((await Promise.resolve(request(test.app).post('/api/shop/preview').send({}))).status).toBe(415);
  });

  it('with a sum that fits and a line that does not is refused whole, whatever came before that line', async () => {
    const first = await make('Good and early');
    const file = await backupOf(test);
    await remove(`/api/machines/${first.id}`);
    const { ShopWriter } = await import('./shop-file');
    const forged = (change: (line: Record<string, unknown>) => unknown): string => {
      const writer = new ShopWriter();
      const lines = file
        .trim()
        .split('\n')
        .slice(0, -1)
        .map((text) => change(JSON.parse(text) as Record<string, unknown>) as Parameters<typeof writer.line>[0]);
      return [...lines.map((line) => writer.line(line)), writer.end()].join('');
    };
    const bad = forged((line) => (line['kind'] === 'revision' ? { ...line, it: { number: 99 } } : line));
    const answer = await send(test, 'restore?here=replace', bad);
    expect([answer.status, (answer.body as ProblemDetails).problems?.[0]?.path]).toEqual([
      422,
      jasmine.stringMatching(/^shop\.\d+\.it/),
    ]);
    expect((await get(`/api/machines/${first.id}`)).status).toBe(404);
    const misfit = forged((line) =>
      line['kind'] === 'revision' ? { ...line, it: { ...(line['it'] as object), number: 7 } } : line,
    );
    expect((await send(test, 'restore?here=replace', misfit)).status).toBe(422);
    expect((await get(`/api/machines/${first.id}`)).status).toBe(404);
  });

  it('carries a machine along that cannot be read, and says so', async () => {
    const other = await startTestApp();
    const client = clientOf(() => other);
    const machine = await client.make('Strange');
    await other.database.execute(sql`update machine set document = '{"name":"Strange"}' where id = ${machine.id}`);
    const part = (await client.post('/api/parts', { part: newPart('motor', 'A motor') })).body as StoredPart;
    await other.database.execute(sql`update part set document = '{"name":"Odd"}' where id = ${part.id}`);
    const file = await backupOf(other);
    expect(file).toContain('"kind":"unreadable"');
    const preview = (await send(other, 'preview', file)).body as ShopPreview;
    expect(preview.machines.map(({ name, fate }) => [name, fate])).toEqual([['Strange', 'unreadable']]);
    expect(preview.parts.unreadable).toBe(1);
    expect((await send(other, 'restore?here=replace', file)).body).toEqual({ machines: 0, parts: 0, kits: 0, kept: 0 });
    await other.close();
  });
});

import type { MachineCopy, StoredKit } from '@crisp-notch/contract';
import { openMachine } from '@crisp-notch/core/machine';
import { sql } from 'drizzle-orm';
import { clientOf } from '../testing/client';
import { screwMachine } from '../testing/example-documents';
import { startTestApp, type TestApp } from '../testing/test-app';

describe('kits that are kept', () => {
  let test: TestApp;
  beforeAll(async () => {
    test = await startTestApp();
  });
  afterAll(() => test.close());
  const { get, post, remove } = clientOf(() => test);
  const listed = async (): Promise<readonly StoredKit[]> => (await get('/api/kits')).body as readonly StoredKit[];

  const keep = async (name: string, about = ''): Promise<StoredKit> => {
    const answer = await post('/api/kits', { name, about, document: screwMachine() });
    expect(answer.status).toBe(201);
    return answer.body as StoredKit;
  };

  it('hold a design of which everything is a guess, in the order in which they were kept', async () => {
    const ids = [await keep('Slots', 'For slots.'), await keep('Again')].map(({ id }) => id);
    const kits = (await listed()).filter(({ id }) => ids.includes(id));
    expect(kits.map(({ name, about }) => [name, about])).toEqual([
      ['Slots', 'For slots.'],
      ['Again', ''],
    ]);
    const [kept] = kits;
    expect(kept?.document?.name).toBe('Slots');
    expect(JSON.stringify(kept?.document)).not.toMatch(/"from":"(typed|measured|part)"/);
    expect(openMachine(kept?.document).ok).toBeTrue();
  });

  it('begin a machine as any document does', async () => {
    const { document } = await keep('To begin with');
    const made = await post('/api/machines', { document: { ...document, name: 'Begun' } });
    expect(made.status).toBe(201);
    expect((made.body as MachineCopy).document.name).toBe('Begun');
  });

  it('go away by their identity, once', async () => {
    const made = await keep('Gone');
    expect((await remove(`/api/kits/${made.id}`)).status).toBe(204);
    expect((await remove(`/api/kits/${made.id}`)).status).toBe(404);
    expect((await listed()).some(({ id }) => id === made.id)).toBeFalse();
  });

  it('are refused without a name, with too long a word, or without a design', async () => {
    for (const body of [
      { name: ' ', about: '', document: screwMachine() },
      { name: 'x'.repeat(121), about: '', document: screwMachine() },
      { name: 'A', about: 'x'.repeat(401), document: screwMachine() },
      { name: 'A', about: '', document: {} },
      { name: 'A', about: '', document: screwMachine(), more: 1 },
    ])
      expect((await post('/api/kits', body)).status).toBe(422);
  });

  it('are still listed where this version cannot read what is stored', async () => {
    const made = await keep('Old');
    await test.database.execute(sql`update kit set document = '{"format":"other"}' where id = ${made.id}`);
    expect((await listed()).find(({ id }) => id === made.id)).toEqual({ ...made, document: null });
  });
});

import {
  READINGS_MOST,
  type Check,
  type LogEntry,
  type MachineCopy,
  type MachineHistory,
  type MachineSummary,
  type ProblemDetails,
  type StoredPart,
} from '@crisp-notch/contract';
import { choosePart } from '@crisp-notch/core/machine';
import { newPart } from '@crisp-notch/core/parts';
import { sql } from 'drizzle-orm';
import request, { type Response } from 'supertest';
import { clientOf } from '../testing/client';
import { examplePlan, screwMachine } from '../testing/example-documents';
import { startTestApp, type TestApp } from '../testing/test-app';

describe('a machine with its history', () => {
  let test: TestApp;
  beforeAll(async () => {
    test = await startTestApp();
  });
  afterAll(() => test.close());

  const { get, post, put, make, startCheck, read } = clientOf(() => test);
  const historyOf = async (id: string): Promise<MachineHistory> =>
    (await get(`/api/machines/${id}/history`)).body as MachineHistory;
  const bringIn = (history: unknown, query = ''): Promise<Response> => post(`/api/machines/import${query}`, history);
  const count = async (): Promise<number> => ((await get('/api/machines')).body as readonly unknown[]).length;
  /** What does not depend on where it is kept. */
  const withoutIds = (item: MachineHistory): unknown => ({
    ...item,
    checks: item.checks.map((entry) => ({ ...entry, reference: '' })),
    log: item.log.map((entry) => ({ ...entry, check: entry.check !== null })),
  });

  it('moves to another installation with its checks and log', async () => {
    const machine = await make('Traveller');
    await read(await startCheck(machine), machine, '0.05 in', '0.15 in');
    await post(`/api/machines/${machine.id}/log`, { text: 'It hums.\nSecond line.' });
    const history = await historyOf(machine.id);
    const elsewhere = await startTestApp();
    const client = clientOf(() => elsewhere);
    const copy = (await client.post('/api/machines/import', history)).body as MachineCopy;
    expect(withoutIds((await client.get(`/api/machines/${copy.id}/history`)).body as MachineHistory)).toEqual(
      withoutIds(history),
    );
    expect(((await client.get(`/api/machines/${copy.id}/checks`)).body as readonly Check[])[0]?.verdict).toBe(
      'not-true',
    );
    await elsewhere.close();
  });

  it('comes in whatever the order of its lists, and whether or not it stands under a name', async () => {
    const machine = await make('Shuffled');
    await read(await startCheck(machine), machine, '0.0125 in', '0.0375 in');
    const history = await historyOf(machine.id);
    const shuffled = Object.fromEntries(Object.entries(history).sort(([a], [b]) => a.localeCompare(b)));
    expect(Object.keys(shuffled).slice(0, 2))
      .withContext('checks before the revisions they name')
      .toEqual(['checks', 'format']);
    for (const body of [shuffled, { history: shuffled }]) {
      const made = await bringIn(body, '?copy=yes');
      expect(made.status).toBe(201);
      expect(withoutIds(await historyOf((made.body as MachineCopy).id))).toEqual(withoutIds(history));
    }
  });

  it('of hundreds of revisions leaves and comes in again as it was, far above what an ordinary request may bring', async () => {
    const machine = await make('Long story');
    for (let number = 2; number <= 401; number += 1) {
      const document = JSON.stringify({ ...screwMachine('Long story'), note: `${number} `.repeat(900) });
      await test.database.execute(
        sql`insert into revision (id, machine_id, number, reason, document, at) values (${`${machine.id.slice(0, 32)}${String(number).padStart(4, '0')}`}, ${machine.id}, ${number}, 'A day', ${document}, now(3))`,
      );
    }
    await test.database.execute(sql`update machine set revision_count = 401 where id = ${machine.id}`);
    const exported = await Promise.resolve(request(test.app).get(`/api/machines/${machine.id}/history`));
    expect(exported.text.length).toBeGreaterThan(1_500_000);
    const copy = await bringIn(exported.body, '?copy=yes');
    expect([copy.status, (copy.body as MachineCopy).revision]).toEqual([201, 401]);
    expect(withoutIds(await historyOf((copy.body as MachineCopy).id))).toEqual(
      withoutIds(exported.body as MachineHistory),
    );
  });

  it('is the same moment throughout, however it is written to meanwhile', async () => {
    const machine = await make('Busy');
    let isWriting = true;
    const writing = (async () => {
      for (let number = 1; isWriting; number += 1) {
        await put(`/api/machines/${machine.id}`, { version: number, document: screwMachine(`Busy ${number}`) });
        await post(`/api/machines/${machine.id}/log`, { text: `Entry ${number}` });
      }
    })();
    for (let round = 0; round < 25; round += 1) {
      const history = await historyOf(machine.id);
      const numbers = new Set(history.revisions.map(({ number }) => number));
      expect(history.log.every((entry) => numbers.has(entry.revision))).toBeTrue();
      // Each entry cuts the revision it names, so neither can be there without the other.
      expect(history.log.length).toBe(history.revisions.length - 1);
    }
    isWriting = false;
    await writing;
  });

  it('that is here already is not brought in twice unasked', async () => {
    const machine = await make('Twice');
    await put(`/api/machines/${machine.id}`, { version: 1, document: screwMachine('Twice, and renamed here') });
    const history = await historyOf(machine.id);
    const before = await count();
    const again = await bringIn(history);
    expect([again.status, (again.body as ProblemDetails).type]).toEqual([409, '/problems/already-here']);
    expect((again.body as ProblemDetails).existing).toEqual({
      id: machine.id,
      name: 'Twice, and renamed here',
      revision: 1,
    });
    expect(await count()).toBe(before);
    expect((await bringIn(history, '?copy=yes')).status).toBe(201);
    expect(await count()).toBe(before + 1);
  });

  it('takes its links to the shelf along: to the same part, to one of that name, or with the part itself', async () => {
    const [rare, common] = [newPart('motor', 'Rare motor'), newPart('driver', 'Common driver')];
    const [motor, driver] = [
      (await post('/api/parts', { part: rare })).body as StoredPart,
      (await post('/api/parts', { part: common })).body as StoredPart,
    ];
    const chosen = choosePart(choosePart(screwMachine('Linked'), 'axis-1', motor), 'axis-1', driver);
    const machine = (await post('/api/machines', { document: chosen })).body as MachineCopy;
    const history = await historyOf(machine.id);
    expect(history.parts?.map((item) => item.part.name).sort()).toEqual(['Common driver', 'Rare motor']);
    const elsewhere = await startTestApp();
    const client = clientOf(() => elsewhere);
    const theirs = (await client.post('/api/parts', { part: common })).body as StoredPart;
    const moved = (await client.post('/api/machines/import', history)).body as MachineCopy;
    const axis = moved.document.axes[0];
    expect([axis?.motor.part?.id, axis?.driver.part?.id]).toEqual([motor.id, theirs.id]);
    expect((await client.get('/api/parts/uses')).body).toEqual({ [motor.id]: 1, [theirs.id]: 1 });
    expect(((await client.get(`/api/parts/${motor.id}`)).body as StoredPart).part).toEqual(rare);
    const first = (await client.get(`/api/machines/${moved.id}/revisions/1`)).body as {
      readonly document: MachineCopy['document'];
    };
    expect(first.document).toEqual(moved.document);
    await elsewhere.close();
  });

  it('is refused whole, with the place, when its parts do not belong together', async () => {
    const machine = await make();
    const history = await historyOf(machine.id);
    const before = await count();
    const at = '2026-11-05T10:00:00.000Z';
    const check = { reference: 'a', axisId: 'axis-1', revision: 1, plan: examplePlan, at, readings: [] };
    const [first] = history.revisions;
    const broken: readonly (readonly [unknown, string])[] = [
      [{ ...history, revisions: [] }, 'history.revisions'],
      [{ ...history, revisions: [first, { ...first, number: 3 }] }, 'history.revisions.1.number'],
      [{ ...history, log: [{ at, kind: 'note', text: 'x', revision: 5, check: null }] }, 'history.log.0.revision'],
      [{ ...history, log: [{ at, kind: 'note', text: 'x', revision: 1, check: 'b' }] }, 'history.log.0.check'],
      [{ ...history, checks: [{ ...check, axisId: 'axis-9' }] }, 'history.checks.0'],
      [{ ...history, checks: [check, check] }, 'history.checks.1.reference'],
      [
        { ...history, checks: [{ ...check, readings: [{ index: 0, text: '1 mm', excluded: null, at: 'noon' }] }] },
        'history.checks.0.readings.0.at',
      ],
      [{ ...history, machine: { ...history.machine, name: '' } }, 'history.machine'],
      [{ ...history, further: 1 }, 'history.further'],
      [Object.fromEntries(Object.entries(history).filter(([key]) => key !== 'checks')), 'history.checks'],
      [{ ...history, version: 9 }, 'history.version'],
    ];
    for (const [item, place] of broken) {
      const answer = await bringIn(item, '?copy=yes');
      expect([answer.status, (answer.body as ProblemDetails).problems?.[0]?.path])
        .withContext(place)
        .toEqual([422, jasmine.stringContaining(place)]);
    }
    for (const text of [
      '',
      '{',
      '[]',
      '{"format":',
      '5',
      `${JSON.stringify(history)}{`,
      `{"machine":${'['.repeat(5000)}${']'.repeat(5000)}}`,
    ]) {
      const answer = await Promise.resolve(
        request(test.app).post('/api/machines/import').set('Content-Type', 'application/json').send(text),
      );
      expect([400, 422]).withContext(text.slice(0, 20)).toContain(answer.status);
    }
    expect(
      (
        await Promise.resolve(
          request(test.app).post('/api/machines/import').set('Content-Type', 'text/plain').send('x'),
        )
      ).status,
    ).toBe(415);
    expect(await count()).toBe(before);
  });

  it('can be taken away although one of its revisions cannot be read; bringing it in says which', async () => {
    const machine = await make('Half readable');
    await put(`/api/machines/${machine.id}`, { version: 1, document: screwMachine('Half readable, second') });
    await post(`/api/machines/${machine.id}/log`, { text: 'cuts revision 2' });
    await test.database.execute(
      sql`update revision set document = '{"name":"strange"}' where machine_id = ${machine.id} and number = 2`,
    );
    const history = await historyOf(machine.id);
    expect(history.revisions.map(({ document }) => document as unknown)).toEqual([
      machine.document,
      { name: 'strange' },
    ]);
    const again = await bringIn(history, '?copy=yes');
    expect([again.status, (again.body as ProblemDetails).problems?.[0]?.path]).toEqual([
      422,
      jasmine.stringContaining('history.revisions.1.document'),
    ]);
  });

  it('keeps what was written within a millisecond in its order, and a date ahead outranks no newer check', async () => {
    const machine = await make('In order');
    const history = await historyOf(machine.id);
    const at = '2026-11-05T10:00:00.000Z';
    const texts = Array.from({ length: 300 }, (_, index) => `Entry ${index}`);
    const ahead = {
      reference: 'a',
      axisId: 'axis-1',
      revision: 1,
      plan: examplePlan,
      at: '2091-01-01T00:00:00.000Z',
      readings: [],
    };
    const copy = (
      await bringIn(
        {
          ...history,
          checks: [ahead],
          log: texts.map((text) => ({ at, kind: 'note', text, revision: 1, check: null })),
        },
        '?copy=yes',
      )
    ).body as MachineCopy;
    const check = await startCheck(copy);
    await read(check, copy, '0.0125 in', '0.0375 in');
    const log = (await get(`/api/machines/${copy.id}/log?limit=1000`)).body as readonly LogEntry[];
    expect(log.slice(2).map(({ text }) => text)).toEqual([...texts].reverse());
    const listed = ((await get('/api/machines')).body as readonly MachineSummary[]).find(({ id }) => id === copy.id);
    expect(listed?.lastCheck?.verdict).toBe('true');
    expect(((await get(`/api/machines/${copy.id}/checks`)).body as readonly Check[])[0]?.id).toBe(check.id);
  });

  it('with a check of as many readings as one can hold comes in', async () => {
    const machine = await make('Many readings');
    const history = await historyOf(machine.id);
    const at = '2026-11-05T10:00:00.000Z';
    const readings = Array.from({ length: READINGS_MOST }, (_, index) => ({
      index: index % 2,
      text: `0.0${125 + (index % 7)} in`,
      excluded: index % 2 === 0 ? 'x'.repeat(200) : null,
      at,
    }));
    const made = await bringIn(
      { ...history, checks: [{ reference: 'a', axisId: 'axis-1', revision: 1, plan: examplePlan, at, readings }] },
      '?copy=yes',
    );
    expect(made.status).toBe(201);
    const [check] = (await get(`/api/machines/${(made.body as MachineCopy).id}/checks`)).body as readonly Check[];
    expect(
      ((await get(`/api/machines/${(made.body as MachineCopy).id}/checks/${check?.id}`)).body as Check).readings.length,
    ).toBe(READINGS_MOST);
  });
});

import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Check, LogEntry, MachineCopy, MachineSummary, RevisionSummary } from '@crisp-notch/contract';
import { newMachine, type Machine } from '@crisp-notch/core/machine';
import { buildAll, ROOT } from './build';
import { startMariaDb, type MariaDb } from './mariadb';
import { startServer, type ServerProcess } from './server-process';

const ROUNDS = 150;

describe('two servers on one database', () => {
  const data = join(ROOT, '.test-data', 'two-servers');
  let database: MariaDb;
  let servers: readonly ServerProcess[] = [];
  let begun: readonly (readonly MachineSummary[])[] = [];

  beforeAll(async () => {
    await buildAll();
    rmSync(data, { recursive: true, force: true });
    database = await startMariaDb(data);
    const url = database.url('shared');
    // Both at once on an empty database: one prepares it, and puts the demo in once.
    servers = await Promise.all([1, 2].map(() => startServer({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' })));
    // At once: what is done with them later puts machines of its own beside the demo.
    begun = await Promise.all(
      [0, 1].map(async (server) => (await call<readonly MachineSummary[]>(server, 'GET', '/api/machines')).body),
    );
  });
  afterAll(async () => {
    await Promise.all(servers.map((server) => server.stop()));
    await database.stop();
    rmSync(data, { recursive: true, force: true });
  });

  const call = async <T>(
    server: number,
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{ readonly status: number; readonly body: T }> => {
    const response = await fetch(`${servers[server]?.address}${path}`, {
      method,
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
    return { status: response.status, body: (await response.json()) as T };
  };
  const named = (note: string): Machine => ({ ...newMachine('Shared', 'router'), note });

  it('begin together with one demo', () => {
    expect(begun[0]).toEqual(begun[1] as never);
    expect(new Set(begun[0]?.map(({ name }) => name)).size).toBe(begun[0]?.length as number);
    expect(begun[0]?.length).toBeGreaterThan(1);
  });

  it('take one of two saves from the same version, whoever of them gets it, and lose no update', async () => {
    const made = (await call<MachineCopy>(0, 'POST', '/api/machines', { document: named('begin') })).body;
    let version = made.version;
    for (let round = 0; round < ROUNDS; round += 1) {
      const answers = await Promise.all(
        [0, 1].map((server) =>
          call<MachineCopy>(server, 'PUT', `/api/machines/${made.id}`, {
            version,
            document: named(`round ${round} by ${server}`),
          }),
        ),
      );
      expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
      const winner = answers.findIndex(({ status }) => status === 200);
      const seen = (await call<MachineCopy>(1 - winner, 'GET', `/api/machines/${made.id}`)).body;
      expect([seen.version, seen.document.note]).toEqual([version + 1, `round ${round} by ${winner}`]);
      version = seen.version;
    }
  });

  it('number revisions without a gap and keep every note and reading that either took', async () => {
    const made = (await call<MachineCopy>(0, 'POST', '/api/machines', { document: named('notes') })).body;
    const notes = Array.from({ length: 60 }, (_, index) => `note ${index}`);
    const statuses = await Promise.all(
      notes.map(
        async (text, index) => (await call(index % 2, 'POST', `/api/machines/${made.id}/log`, { text })).status,
      ),
    );
    expect(new Set(statuses)).toEqual(new Set([201]));
    const log = (await call<readonly LogEntry[]>(1, 'GET', `/api/machines/${made.id}/log`)).body;
    expect(log.map(({ text }) => text).sort()).toEqual([...notes].sort());

    const demo = (await call<readonly MachineSummary[]>(0, 'GET', '/api/machines')).body.find(
      ({ name }) => name !== 'Shared',
    );
    const checks = (await call<readonly Check[]>(0, 'GET', `/api/machines/${demo?.id}/checks`)).body;
    const path = `/api/machines/${demo?.id}/checks/${checks[0]?.id}`;
    const before = (await call<Check>(0, 'GET', path)).body;
    const unit = before.readings[0]?.text.replace(/^[-\d.\s]+/, '') ?? '';
    const texts = Array.from({ length: 40 }, (_, index) => `${(1 + index / 1000).toFixed(3)} ${unit}`);
    await Promise.all(
      texts.map((text, index) =>
        call(index % 2, 'POST', `${path}/readings`, { readings: [{ index: 0, text, excluded: null }] }),
      ),
    );
    const added = (await call<Check>(1, 'GET', path)).body.readings.slice(before.readings.length);
    expect(added.map(({ text }) => text).sort()).toEqual([...texts].sort());
    const current = (await call<MachineCopy>(0, 'GET', `/api/machines/${demo?.id}`)).body;
    await Promise.all(
      Array.from({ length: 10 }, (_, index) =>
        call(index % 2, 'POST', `/api/machines/${demo?.id}/revisions`, {
          version: current.version,
          reason: `reason ${index}`,
        }),
      ),
    );
    const numbers = (await call<readonly RevisionSummary[]>(0, 'GET', `/api/machines/${demo?.id}/revisions`)).body.map(
      ({ number }) => number,
    );
    expect(numbers).toEqual(numbers.map((_, index) => numbers.length - index));
  });
});

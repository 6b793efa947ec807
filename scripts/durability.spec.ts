import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { newMachine, type Machine } from '@crisp-notch/core/machine';
import { newPart } from '@crisp-notch/core/parts';
import { buildAll, ROOT } from './build';
import { startMariaDb, type MariaDb } from './mariadb';
import { startServer, type ServerProcess } from './server-process';

const WRITERS = 4;
const ROUNDS = 3;
const LIMIT_IN_MILLISECONDS = 300_000;

interface Written {
  readonly id: string;
  /** Counter in the last save that was acknowledged, and in the last that was sent. */
  acknowledged: number;
  sent: number;
  version: number;
}

describe('pulling the plug', () => {
  const data = join(ROOT, '.test-data', 'durability');
  let database: MariaDb;
  let server: ServerProcess;

  const start = async (): Promise<void> => {
    database = await startMariaDb(data);
    server = await startServer({ DATABASE_URL: database.url('durability'), PORT: '0', LOG_LEVEL: 'fatal', DEMO: 'none' });
  };
  const call = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const response = await fetch(`${server.address}${path}`, {
      method,
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status}`);
    return (await response.json()) as T;
  };
  const documentWith = (count: number): Machine => ({ ...newMachine('Plug', 'router'), note: `save ${count}` });

  beforeAll(async () => {
    await buildAll();
    rmSync(data, { recursive: true, force: true });
    await start();
  }, LIMIT_IN_MILLISECONDS);
  afterAll(async () => {
    await server.stop();
    await database.stop();
    rmSync(data, { recursive: true, force: true });
  }, LIMIT_IN_MILLISECONDS);

  it(
    'on server and database in the middle of saves loses nothing that was acknowledged',
    async () => {
      let savedInAll = 0;
      for (let round = 0; round < ROUNDS; round += 1) {
        const machines: Written[] = [];
        for (let writer = 0; writer < WRITERS; writer += 1) {
          const { id, version } = await call<{ id: string; version: number }>('POST', '/api/machines', { document: documentWith(0) });
          machines.push({ id, version, acknowledged: 0, sent: 0 });
        }
        const parts: string[] = [];
        let isPlugged = true;
        // A save that the plug interrupts fails in the client; only what was answered counts as acknowledged.
        const untilUnplugged = async (work: () => Promise<void>): Promise<void> => {
          while (isPlugged) await work().catch((error: unknown) => expect(isPlugged).withContext(String(error)).toBeFalse());
        };
        const writing = [
          ...machines.map((machine) =>
            untilUnplugged(async () => {
              machine.sent += 1;
              const saved = await call<{ version: number }>('PUT', `/api/machines/${machine.id}`, { version: machine.version, document: documentWith(machine.sent) });
              machine.version = saved.version;
              machine.acknowledged = machine.sent;
            }),
          ),
          untilUnplugged(async () => {
            parts.push((await call<{ id: string }>('POST', '/api/parts', { part: newPart('motor', 'Plug') })).id);
          }),
        ];
        await new Promise((resolve) => setTimeout(resolve, 500 + 350 * round));
        isPlugged = false;
        server.child.kill('SIGKILL');
        process.kill(database.processId, 'SIGKILL');
        await Promise.all(writing);
        await new Promise((resolve) => setTimeout(resolve, 300));

        await start();
        for (const machine of machines) {
          const found = await call<{ document: Machine; version: number }>('GET', `/api/machines/${machine.id}`);
          const count = Number(found.document.note.replace('save ', ''));
          expect([machine.acknowledged, machine.sent]).withContext('the last one acknowledged, or the one under way').toContain(count);
          expect(found.version).toBeGreaterThanOrEqual(machine.version);
          savedInAll += machine.acknowledged;
        }
        for (const id of parts) expect((await call<{ id: string }>('GET', `/api/parts/${id}`)).id).toBe(id);
        expect(parts.length).toBeGreaterThan(0);
      }
      expect(savedInAll)
        .withContext('the plug was pulled while it was busy')
        .toBeGreaterThan(ROUNDS * WRITERS);
    },
    LIMIT_IN_MILLISECONDS,
  );
});

import { readFileSync } from 'node:fs';
import { createServer, connect as connectSocket, type AddressInfo, type Server, type Socket } from 'node:net';
import { join } from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import type { MachineCopy, ProblemDetails } from '@crisp-notch/contract';
import { sql } from 'drizzle-orm';
import request from 'supertest';
import { clientOf } from '../testing/client';
import { screwMachine } from '../testing/example-documents';
import { makeDatabase, startTestApp, type TestApp } from '../testing/test-app';
import { connect, migrateDatabase, type Connection } from './connection';
import { newId } from './identity';

/** Longer than a busy disk takes over a statement. */
const STATEMENT_LIMIT = 1500;

/**
 * Stands between the server and its database, and can hold everything back or cut it, as a frozen or killed database
 * does.
 */
class Wire {
  private isFrozen = false;
  private readonly sockets = new Set<Socket>();

  private constructor(private readonly server: Server) {}

  static async to(url: string): Promise<{ readonly wire: Wire; readonly url: string }> {
    const there = new URL(url);
    const server = createServer((near) => {
      const far = connectSocket(Number(there.port), there.hostname);
      for (const [from, onto] of [
        [near, far],
        [far, near],
      ] as const) {
        wire.sockets.add(from);
        from.on('data', (chunk) => {
          if (!wire.isFrozen) onto.write(chunk);
        });
        from.on('error', () => onto.destroy());
        from.on('close', () => {
          wire.sockets.delete(from);
          onto.destroy();
        });
      }
    });
    const wire = new Wire(server);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const here = new URL(url);
    here.port = String((server.address() as AddressInfo).port);
    return { wire, url: here.href };
  }

  freeze(): void {
    this.isFrozen = true;
  }

  thaw(): void {
    this.isFrozen = false;
  }

  cut(): void {
    for (const socket of this.sockets) socket.destroy();
  }

  async close(): Promise<void> {
    this.cut();
    await new Promise((resolve) => this.server.close(resolve));
  }
}

describe('a database that does not answer', () => {
  let wire: Wire;
  let behind: Connection;
  let test: TestApp;
  let made: { readonly url: string; drop(): Promise<void> };
  const client = clientOf(() => test);

  beforeAll(async () => {
    made = await makeDatabase();
    await migrateDatabase(made.url, join(import.meta.dirname, 'migrations'));
    const there = await Wire.to(made.url);
    wire = there.wire;
    behind = connect(there.url, STATEMENT_LIMIT);
    test = await startTestApp({ database: behind.database, answerWithin: 4 * STATEMENT_LIMIT });
  });
  afterAll(async () => {
    await behind.close();
    await wire.close();
    await test.close();
    await made.drop();
  });

  it('is told to every request in time, however many wait, and all goes on once it answers', async () => {
    const machine = await client.make('Frozen');
    wire.freeze();
    const from = performance.now();
    const answers = await Promise.all([
      ...Array.from({ length: 30 }, () => client.get(`/api/machines/${machine.id}`)),
      client.put(`/api/machines/${machine.id}`, { version: 1, document: screwMachine('Saved into the ice') }),
      client.post(`/api/machines/${machine.id}/log`, { text: 'x' }),
      client.get(`/api/machines/${machine.id}/history`),
      client.get('/api/health'),
    ]);
    expect([...new Set(answers.map(({ status }) => status))]).toEqual([503]);
    expect((answers[30]?.body as ProblemDetails).detail).toContain('not known');
    expect(performance.now() - from).toBeLessThan(20 * STATEMENT_LIMIT);
    wire.thaw();
    await delay(STATEMENT_LIMIT);
    const after = await client.get(`/api/machines/${machine.id}`);
    expect(after.status).toBe(200);
    // What was sent and not acknowledged may or may not have been kept; the version says which.
    const { version, document } = after.body as MachineCopy;
    expect([`1 Frozen`, `2 Saved into the ice`]).toContain(`${version} ${document.name}`);
    expect(
      (await client.put(`/api/machines/${machine.id}`, { version, document: screwMachine('Thawed') })).status,
    ).toBe(200);
  });

  it('is away, and not a fault of ours, when the connection breaks in the middle of transactions', async () => {
    const machine = await client.make('Cut');
    const statuses = new Map<number, number>();
    for (let round = 0; round < 12; round += 1) {
      const many = Array.from({ length: 8 }, (_, index) =>
        client.post(`/api/machines/${machine.id}/log`, { text: `${round} ${index}` }),
      );
      await delay(round * 3);
      wire.cut();
      for (const { status } of await Promise.all(many)) statuses.set(status, (statuses.get(status) ?? 0) + 1);
    }
    expect([...statuses.keys()].filter((status) => status !== 201 && status !== 503)).toEqual([]);
    expect(statuses.get(503)).toBeGreaterThan(5);
    expect((await client.get('/api/health')).status).toBe(200);
  });
});

describe('the database', () => {
  it('takes its migrations again where they were interrupted half way', async () => {
    const made = await makeDatabase();
    const connection = connect(made.url);
    const folder = join(import.meta.dirname, 'migrations');
    const { entries } = JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as {
      readonly entries: readonly { readonly tag: string }[];
    };
    for (const { tag } of entries) {
      const statements = readFileSync(join(folder, `${tag}.sql`), 'utf8').split('--> statement-breakpoint');
      // As if the process had been killed before the last one, with nothing noted of those before.
      for (const statement of statements.slice(0, -1)) await connection.database.execute(sql.raw(statement));
    }
    await migrateDatabase(made.url, folder);
    await migrateDatabase(made.url, folder);
    const there = await startTestApp({ database: connection.database });
    expect((await request(there.app).get('/api/machines')).body).toEqual([]);
    await there.close();
    await connection.close();
    await made.drop();
  });
});

describe('identities', () => {
  it('grow, also within a millisecond, when the clock goes back, and after more than a counter holds', () => {
    const now = Date.now() + 60_000;
    const made = [...Array.from({ length: 9000 }, () => newId(now)), newId(now - 5000), newId(now + 1000)];
    expect(made.every((id, index) => index === 0 || id > (made[index - 1] as string))).toBeTrue();
    expect(new Set(made).size).toBe(made.length);
  });
});

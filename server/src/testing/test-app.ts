import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import type { Express } from 'express';
import { createConnection } from 'mysql2/promise';
import { pino } from 'pino';
import { createApp, type AppOptions } from '../app';
import { connect, migrateDatabase, type Database } from '../database/connection';

export interface TestApp {
  readonly app: Express;
  readonly database: Database;
  /** Address of the database made for this test alone. */
  readonly url: string;
  close(): Promise<void>;
}

/** Address of a database server that specs may make databases on; `npm test` starts one and sets it. */
function testServerUrl(): URL {
  const url = process.env['TEST_DATABASE_URL'];
  if (!url) throw new Error('TEST_DATABASE_URL is not set; npm test sets it');
  return new URL(url);
}

/** A new empty database of its own on the test server. */
export async function makeDatabase(): Promise<{ readonly url: string; drop(): Promise<void> }> {
  const server = testServerUrl();
  const name = `spec_${randomBytes(8).toString('hex')}`;
  const run = async (statement: string): Promise<void> => {
    const connection = await createConnection({ uri: server.href });
    await connection.query(statement);
    await connection.end();
  };
  await run(`create database ${name} character set utf8mb4`);
  const url = new URL(server);
  url.pathname = `/${name}`;
  return { url: url.href, drop: () => run(`drop database ${name}`) };
}

/** The application on a migrated database of its own. */
export async function startTestApp(change: Partial<AppOptions> = {}): Promise<TestApp> {
  const { url, drop } = await makeDatabase();
  await migrateDatabase(url, join(import.meta.dirname, '..', 'database', 'migrations'));
  const connection = connect(url);
  const app = createApp({
    database: connection.database,
    logger: pino({ level: 'silent' }),
    host: '127.0.0.1',
    allowedNames: [],
    passphrase: null,
    trustedProxy: null,
    webFolder: null,
    requestsPerMinute: 1_000_000,
    ...change,
  });
  return {
    app,
    database: connection.database,
    url,
    async close() {
      await connection.close();
      await drop();
    },
  };
}

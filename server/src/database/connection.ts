import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import { createPool, type Pool } from 'mysql2/promise';
import * as schema from './schema';

export type Database = MySql2Database<typeof schema>;
/** A database or an open transaction on it. */
export type Session = Database | Parameters<Parameters<Database['transaction']>[0]>[0];

export interface Connection {
  readonly database: Database;
  close(): Promise<void>;
}

const CONNECTION_LIMIT = 10;

export function connect(url: string): Connection {
  const pool: Pool = createPool({ uri: url, connectionLimit: CONNECTION_LIMIT, timezone: 'Z', charset: 'utf8mb4', multipleStatements: false });
  const database = drizzle(pool, { schema, mode: 'planetscale' });
  return { database, close: () => pool.end() };
}

/** Brings the tables to the newest migration; does nothing when they are. */
export async function migrateDatabase(database: Database, folder: string): Promise<void> {
  await migrate(database, { migrationsFolder: folder });
}

/** Error codes after which the same transaction may succeed: deadlock and lock wait time-out. */
const RETRY_CODES = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT']);
const ATTEMPTS = 4;

/** The driver's error code, which Drizzle wraps in a cause. */
export function databaseErrorCode(error: unknown): string | null {
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code === 'string') return code;
  const cause = (error as { cause?: unknown } | null)?.cause;
  return cause === undefined || cause === null ? null : databaseErrorCode(cause);
}

/** Runs a transaction, again if the database chose it as the victim of a deadlock. Acknowledged means committed. */
export async function inTransaction<T>(database: Database, work: (session: Session) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await database.transaction(work);
    } catch (error) {
      if (attempt >= ATTEMPTS || !RETRY_CODES.has(databaseErrorCode(error) ?? '')) throw error;
    }
  }
}

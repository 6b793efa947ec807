import { sql } from 'drizzle-orm';
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
const CONNECT_LIMIT_IN_MILLISECONDS = 5000;
/** No statement of ours takes a second; one that takes this long is on a database that does not answer. */
const STATEMENT_LIMIT_IN_MILLISECONDS = 10_000;
/** Shorter than that, so that waiting for a lock is told apart from a database that is away. */
const LOCK_WAIT_IN_SECONDS = 5;

interface Command {
  once(event: 'end' | 'error', listener: () => void): unknown;
}

interface DriverConnection {
  readonly stream: { destroy(): unknown };
  addCommand(command: Command): Command;
  query(sql: string): unknown;
}

/**
 * Cuts a connection whose statement is not answered in time. The driver's own limit leaves the statement in the way of
 * all that wait behind it; a cut connection is taken out of the pool, and everything on it fails at once.
 */
function cutWhenSilent(connection: DriverConnection, limit: number): void {
  const add = connection.addCommand.bind(connection);
  connection.addCommand = (command) => {
    const timer = setTimeout(() => connection.stream.destroy(), limit);
    timer.unref();
    const done = (): void => clearTimeout(timer);
    command.once('end', done);
    command.once('error', done);
    return add(command);
  };
}

/** @param statementLimit milliseconds after which a statement that is not answered fails, and its connection is cut */
export function connect(url: string, statementLimit = STATEMENT_LIMIT_IN_MILLISECONDS): Connection {
  const pool: Pool = createPool({
    uri: url,
    connectionLimit: CONNECTION_LIMIT,
    connectTimeout: Math.min(CONNECT_LIMIT_IN_MILLISECONDS, statementLimit),
    timezone: 'Z',
    charset: 'utf8mb4',
    multipleStatements: false,
  });
  pool.pool.on('connection', (connection) => {
    const made = connection as unknown as DriverConnection;
    cutWhenSilent(made, statementLimit);
    made.query(`set session innodb_lock_wait_timeout = ${LOCK_WAIT_IN_SECONDS}`);
  });
  const database = drizzle(pool, { schema, mode: 'planetscale' });
  return { database, close: () => pool.end() };
}

/** How long one server waits for another that prepares the same database. */
const PREPARING_WAIT_IN_SECONDS = 120;
/** A large table takes minutes to be changed, and a slow disk as long for many small ones. */
const PREPARING_LIMIT_IN_MILLISECONDS = 600_000;

/**
 * A connection for what is done before anybody is served, with all the time that this takes; closed when it is done.
 */
export async function beforeServing<T>(url: string, work: (database: Database) => Promise<T>): Promise<T> {
  const { database, close } = connect(url, PREPARING_LIMIT_IN_MILLISECONDS);
  try {
    return await work(database);
  } finally {
    await close();
  }
}

/**
 * Brings the tables to the newest migration; does nothing when they are. Of servers that start together on one
 * database, one does it and the others wait.
 */
export async function migrateDatabase(url: string, folder: string): Promise<void> {
  await beforeServing(url, async (database) => {
    // The lock belongs to a connection, so a transaction holds one while the migrations run on another.
    await database.transaction(async (session) => {
      await session.execute(sql`select get_lock('crisp-notch-migration', ${PREPARING_WAIT_IN_SECONDS})`);
      try {
        await migrate(database, { migrationsFolder: folder });
      } finally {
        await session.execute(sql`select release_lock('crisp-notch-migration')`);
      }
    });
  });
}

/** Error codes after which the same transaction may succeed: deadlock and lock wait time-out. */
const RETRY_CODES = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD']);
const ATTEMPTS = 4;

/** The driver's error and what it wraps, outermost first; Drizzle wraps the driver's in a cause. */
function chainOf(
  error: unknown,
): readonly { readonly code?: unknown; readonly fatal?: unknown; readonly errno?: unknown }[] {
  const chain: object[] = [];
  for (
    let item = error;
    typeof item === 'object' && item !== null && !chain.includes(item);
    item = (item as { cause?: unknown }).cause
  )
    chain.push(item);
  return chain;
}

/** The driver's error code; null for an error that has none. */
export function databaseErrorCode(error: unknown): string | null {
  const code = chainOf(error).find((item) => typeof item.code === 'string')?.code;
  return typeof code === 'string' ? code : null;
}

/** Codes that mean no connection, rather than a fault of ours. */
const CONNECTION_LOST =
  /^(ECONN|ETIMEDOUT|EPIPE|EHOSTUNREACH|ENOTFOUND|EAI_|PROTOCOL_|ER_SERVER_SHUTDOWN|ER_NORMAL_SHUTDOWN|ER_CON_COUNT|ER_QUERY_INTERRUPTED|ER_CONNECTION_KILLED|ER_NEW_ABORTING|POOL_CLOSED)/;

/** Whether the database was away: the connection is gone, or a statement was put on one that had just gone. */
export function isConnectionLost(error: unknown): boolean {
  return CONNECTION_LOST.test(databaseErrorCode(error) ?? '') || chainOf(error).some((item) => item.fatal === true);
}

/**
 * Codes by which MariaDB or the system says that it could not write: disk full, table full, a write that failed,
 * read-only files.
 */
const NO_ROOM = new Set([
  'ENOSPC',
  'ER_DISK_FULL',
  'ER_RECORD_FILE_FULL',
  'ER_ERROR_ON_WRITE',
  'ER_TEMP_FILE_WRITE_FAILURE',
  'ER_IO_WRITE_ERROR',
  'ER_GET_ERRNO',
  'ER_OPTION_PREVENTS_STATEMENT',
]);

/** Whether the database could not write for want of room. */
export function isOutOfRoom(error: unknown): boolean {
  return NO_ROOM.has(databaseErrorCode(error) ?? '');
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

/** Reads everything as it stands at one moment, whatever is written meanwhile. */
export async function inSnapshot<T>(database: Database, work: (session: Session) => Promise<T>): Promise<T> {
  return database.transaction(work, { isolationLevel: 'repeatable read', withConsistentSnapshot: true });
}

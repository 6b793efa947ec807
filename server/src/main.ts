import { readFile } from 'node:fs/promises';
import type { Server } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino, type Logger } from 'pino';
import { createApp } from './app';
import { beforeServing, connect, migrateDatabase, type Connection } from './database/connection';
import { seedDemo } from './demo/seed';
import { isLoopback } from './security/same-site';
import { startProblem } from './start-problem';

const LEAST_PASSPHRASE = 8;
const DEFAULT_PORT = 4173;
const DEFAULT_RATE = 6000;
/** How long open requests may take to finish after a signal to stop. */
const STOP_LIMIT_IN_MILLISECONDS = 5000;
/**
 * A connection that rests is kept longer than a page, a script or a proxy rests: one that is closed just as it is used
 * again fails a request that nobody has seen. Node's own 5 s are such a time.
 */
const REST_LIMIT_IN_MILLISECONDS = 75_000;

interface Settings {
  readonly databaseUrl: string;
  readonly host: string;
  readonly port: number;
  readonly passphrase: string | null;
  readonly allowedNames: readonly string[];
  readonly requestsPerMinute: number;
  readonly trustedProxy: string | null;
}

/** @throws Error in the operator's words if a setting is missing or unsafe */
function settingsFrom(environment: NodeJS.ProcessEnv): Settings {
  const databaseUrl = environment['DATABASE_URL'];
  if (!databaseUrl) throw new Error('DATABASE_URL is not set. npm start sets it to the project’s own database.');
  const host = environment['HOST'] ?? '127.0.0.1';
  const port = Number(environment['PORT'] ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT must be a whole number up to 65535, got ${environment['PORT']}.`);
  const passphrase = environment['PASSPHRASE'] ?? null;
  if (!isLoopback(host) && (passphrase?.length ?? 0) < LEAST_PASSPHRASE) {
    throw new Error(
      `HOST ${host} can be reached from other machines: set PASSPHRASE to at least ${LEAST_PASSPHRASE} characters.`,
    );
  }
  const allowedNames = (environment['ALLOWED_NAMES'] ?? '')
    .split(',')
    .map((name) => name.trim())
    .filter((name) => name !== '');
  return {
    databaseUrl,
    host,
    port,
    passphrase,
    allowedNames,
    requestsPerMinute: Number(environment['REQUESTS_PER_MINUTE'] ?? DEFAULT_RATE),
    trustedProxy: environment['TRUSTED_PROXY'] ?? null,
  };
}

function listen(app: ReturnType<typeof createApp>, settings: Settings): Promise<Server> {
  return new Promise((resolve, reject) => {
    const server = app.listen(settings.port, settings.host, (error) => {
      const isTaken = (error as NodeJS.ErrnoException | undefined)?.code === 'EADDRINUSE';
      if (error)
        reject(
          isTaken
            ? new Error(
                `Port ${settings.port} is taken by another program. Set PORT to a free one, e.g. PORT=${settings.port + 1} npm start.`,
              )
            : error,
        );
      else resolve(server);
    });
    server.keepAliveTimeout = REST_LIMIT_IN_MILLISECONDS;
  });
}

function stopOnSignal(server: Server, connection: Connection, logger: Logger): void {
  let isStopping = false;
  const stop = (): void => {
    if (isStopping) return;
    isStopping = true;
    const limit = setTimeout(() => server.closeAllConnections(), STOP_LIMIT_IN_MILLISECONDS);
    server.close(() => {
      clearTimeout(limit);
      void connection.close().then(() => {
        logger.info('stopped');
        process.exit(0);
      });
    });
    server.closeIdleConnections();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  // Started by another process of ours: when that one is gone, so are we.
  process.on('disconnect', stop);
}

/**
 * Brings the database up to date, with all the time that this takes on a large one.
 * @throws Error in the operator's words
 */
async function prepareDatabase(url: string, here: string): Promise<void> {
  try {
    await migrateDatabase(url, join(here, 'migrations'));
    if (process.env['DEMO'] !== 'none') {
      await beforeServing(url, (database) => seedDemo(database, (name) => readFile(join(here, 'demo', name), 'utf8')));
    }
  } catch (error) {
    const words = startProblem(error, url);
    throw words === null ? error : new Error(words, { cause: error });
  }
}

async function main(): Promise<void> {
  const settings = settingsFrom(process.env);
  const here = dirname(fileURLToPath(import.meta.url));
  const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'info' }, pino.destination({ dest: 2, sync: false }));
  await prepareDatabase(settings.databaseUrl, here);
  const connection = connect(settings.databaseUrl);
  const app = createApp({ ...settings, database: connection.database, logger, webFolder: join(here, 'web') });
  const server = await listen(app, settings);
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : settings.port;
  process.send?.({
    kind: 'listening',
    address: `http://${settings.host.includes(':') ? `[${settings.host}]` : settings.host}:${port}`,
  });
  logger.info({ host: settings.host, port }, 'listening');
  stopOnSignal(server, connection, logger);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});

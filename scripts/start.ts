/** `npm start`: builds what is out of date, starts the database and the server, and stops both on Ctrl-C. */
import { mkdirSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { buildAll, ROOT } from './build';
import { startMariaDb, type MariaDb } from './mariadb';
import { noteRunning, refuseSecondStart } from './one-at-a-time';
import { startServer, type ServerProcess } from './server-process';
import { Refusal } from './system-package';

/** Where the user's machines live; DATA_FOLDER puts it elsewhere. */
const FOLDER = resolve(process.env['DATA_FOLDER'] ?? join(ROOT, 'data'));
const DATA = join(FOLDER, 'mariadb');
const DATABASE = 'crisp_notch';

async function main(): Promise<void> {
  const isFresh = process.argv.includes('--fresh');
  const ownUrl = process.env['DATABASE_URL'];
  if (isFresh && ownUrl) throw new Refusal('--fresh resets only the project’s own database, and DATABASE_URL names another. Nothing was changed.');
  let database: MariaDb | null = null;
  let server: ServerProcess | null = null;
  let isStopping = false;
  let forget = (): void => undefined;
  const stop = async (code: number): Promise<void> => {
    if (isStopping) return;
    isStopping = true;
    process.stdout.write('\nStopping …\n');
    await server?.stop();
    await database?.stop();
    forget();
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void stop(0));

  if (!ownUrl) {
    mkdirSync(FOLDER, { recursive: true });
    refuseSecondStart(FOLDER);
    // Before anything is built or started, so that a second start in the meantime sees it too.
    forget = noteRunning(FOLDER, 'it is just starting');
  }
  await buildAll();
  if (isFresh) {
    await (await startMariaDb(DATA)).stop();
    rmSync(DATA, { recursive: true, force: true });
  }
  if (!ownUrl) database = await startMariaDb(DATA);
  const url = ownUrl ?? database?.url(DATABASE) ?? '';
  try {
    server = await startServer({ DATABASE_URL: url, LOG_LEVEL: process.env['LOG_LEVEL'] ?? 'warn' });
  } catch (error) {
    await database?.stop();
    forget();
    throw error;
  }
  if (!ownUrl) noteRunning(FOLDER, server.address);
  server.child.on('exit', () => void stop(1));
  process.stdout.write(`Crisp Notch is at ${server.address}\nStop it with Ctrl-C. Your machines are kept in ${ownUrl ? 'the database of DATABASE_URL' : FOLDER}.\n`);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Refusal ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
  process.exit(1);
});

/** `npm start`: builds what is out of date, starts the database and the server, and stops both on Ctrl-C. */
import { rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { buildAll, ROOT } from './build';
import { startMariaDb, type MariaDb } from './mariadb';
import { startServer, type ServerProcess } from './server-process';
import { Refusal } from './system-package';

/** Where the project's own database lives; DATA_FOLDER puts it elsewhere. */
const DATA = join(resolve(process.env['DATA_FOLDER'] ?? join(ROOT, 'data')), 'mariadb');
const DATABASE = 'crisp_notch';

async function main(): Promise<void> {
  const isFresh = process.argv.includes('--fresh');
  const ownUrl = process.env['DATABASE_URL'];
  if (isFresh && ownUrl) throw new Refusal('--fresh resets only the project’s own database, and DATABASE_URL names another. Nothing was changed.');
  let database: MariaDb | null = null;
  let server: ServerProcess | null = null;
  let isStopping = false;
  const stop = async (code: number): Promise<void> => {
    if (isStopping) return;
    isStopping = true;
    process.stdout.write('\nStopping …\n');
    await server?.stop();
    await database?.stop();
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void stop(0));

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
    throw error;
  }
  server.child.on('exit', () => void stop(1));
  process.stdout.write(`Crisp Notch is at ${server.address}\nStop it with Ctrl-C. Your machines are kept in ${ownUrl ? 'the database of DATABASE_URL' : dirname(DATA)}.\n`);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Refusal ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
  process.exit(1);
});

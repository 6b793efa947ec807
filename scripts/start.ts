/** `npm start`: builds what is out of date, starts the database and the server, and stops both on Ctrl-C. */
import { join, resolve } from 'node:path';
import { buildAll, ROOT } from './build';
import { keepRunning, type Keeper } from './keep-running';
import { removeMariaDb, startMariaDb } from './mariadb';
import { makeDataFolder, noteRunning, refuseSecondStart } from './one-at-a-time';
import { startServer, type ServerProcess } from './server-process';
import { Refusal } from './system-package';

/** Where the user's machines live; DATA_FOLDER puts it elsewhere. */
const FOLDER = resolve(process.env['DATA_FOLDER'] ?? join(ROOT, 'data'));
const DATA = join(FOLDER, 'mariadb');
const DATABASE = 'crisp_notch';

const say = (sentence: string): void => {
  process.stdout.write(`${sentence}\n`);
};

async function main(): Promise<void> {
  const isFresh = process.argv.includes('--fresh');
  const ownUrl = process.env['DATABASE_URL'];
  if (isFresh && ownUrl)
    throw new Refusal(
      '--fresh resets only the project’s own database, and DATABASE_URL names another. Nothing was changed.',
    );
  let database: Keeper | null = null;
  let server: ServerProcess | null = null;
  let isStopping = false;
  let forget = (): void => undefined;
  const stop = async (code: number): Promise<void> => {
    if (isStopping) return;
    isStopping = true;
    say('\nStopping …');
    await server?.stop();
    await database?.stop();
    forget();
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void stop(0));

  if (!ownUrl) {
    makeDataFolder(FOLDER);
    refuseSecondStart(FOLDER);
    // Before anything is built or started, so that a second start in the meantime sees it too.
    forget = noteRunning(FOLDER, 'it is just starting');
  }
  try {
    await buildAll();
    if (isFresh) await removeMariaDb(DATA);
    if (!ownUrl) {
      const restart = (port: number): ReturnType<typeof startMariaDb> => startMariaDb(DATA, port);
      database = keepRunning(await startMariaDb(DATA), { folder: FOLDER, restart, say, giveUp: () => void stop(1) });
    }
    const url = ownUrl ?? database?.database.url(DATABASE) ?? '';
    server = await startServer({ DATABASE_URL: url, LOG_LEVEL: process.env['LOG_LEVEL'] ?? 'warn' });
  } catch (error) {
    await database?.stop();
    forget();
    throw error;
  }
  if (!ownUrl) noteRunning(FOLDER, server.address);
  server.child.on('exit', (code, signal) => {
    if (isStopping) return;
    say(
      `The server ended by itself: ${signal === null ? `exit code ${code}` : signal}. Its last words are above. What was acknowledged is kept; start again with npm start.`,
    );
    void stop(1);
  });
  say(
    `Crisp Notch is at ${server.address}\nStop it with Ctrl-C. Your machines are kept in ${ownUrl ? 'the database of DATABASE_URL' : FOLDER}.`,
  );
}

main().catch((error: unknown) => {
  process.stderr.write(
    `${error instanceof Refusal ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exit(1);
});

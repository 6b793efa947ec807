/**
 * Starts the application on throw-away databases and runs the stories of e2e against it: some workers, each with a
 * server and a database of its own; then, alone, those that measure time. What stands behind the command goes to the
 * runner of the stories, e.g. a file, or `-g` and a name.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { BROWSER_FLAGS, chromiumPath } from './browser';
import { buildAll, ROOT } from './build';
import { keepRunning } from './keep-running';
import { keepServer } from './kept-server';
import { startMariaDb } from './mariadb';
import { programFrom } from './system-package';

const DATA = join(ROOT, '.test-data', 'stories');
/** One more than two cores: a story waits, for the rig’s clock above all, as long as it works. */
const WORKERS = Math.min(3, availableParallelism() + 1);

interface Stand {
  readonly address: string;
  readonly databaseProcess: string;
  readonly serverProcess: string;
  readonly stop: () => Promise<void>;
}

async function openStand(folder: string): Promise<Stand> {
  // As npm start keeps it: one story freezes the database, and kills it.
  const database = keepRunning(await startMariaDb(folder), {
    folder,
    restart: (port) => startMariaDb(folder, port),
    say: (sentence) => process.stdout.write(`${sentence}\n`),
    giveUp: () => process.stdout.write('The database of the stories is given up.\n'),
  });
  const serverProcess = join(folder, 'server.pid');
  const server = await keepServer(
    { DATABASE_URL: database.database.url('stories'), PORT: '0', LOG_LEVEL: 'fatal' },
    serverProcess,
  );
  const stop = async (): Promise<void> => {
    await server.stop();
    await database.stop();
  };
  return { address: server.address, databaseProcess: join(folder, 'files', 'server.pid'), serverProcess, stop };
}

async function tell(stands: readonly Stand[], report: string, isAlone: boolean): Promise<number> {
  const stories = spawn(
    'npx',
    ['playwright', 'test', '--config', 'e2e/playwright.config.ts', '--pass-with-no-tests', ...process.argv.slice(2)],
    {
      cwd: ROOT,
      stdio: 'inherit',
      env: {
        ...process.env,
        E2E_STANDS: JSON.stringify(stands),
        E2E_WORKERS: String(stands.length),
        E2E_REPORT: report,
        ...(isAlone ? { E2E_ALONE: 'yes' } : {}),
        E2E_BROWSER: chromiumPath(),
        E2E_BROWSER_FLAGS: BROWSER_FLAGS.join(' '),
      },
    },
  );
  const [code] = (await once(stories, 'exit')) as [number | null];
  return code ?? 1;
}

// Reads what was written as PDF.
programFrom(['poppler-utils'], ['/usr/bin/pdftotext']);
await buildAll();
rmSync(DATA, { recursive: true, force: true });
const stands: Stand[] = [];
try {
  for (let index = 0; index < WORKERS; index += 1) stands.push(await openStand(join(DATA, String(index + 1))));
  const sideBySide = await tell(stands, './results/side-by-side.json', false);
  const alone = await tell(stands.slice(0, 1), './results/alone.json', true);
  process.exitCode = Math.max(sideBySide, alone);
} finally {
  for (const stand of stands) await stand.stop();
  rmSync(DATA, { recursive: true, force: true });
}

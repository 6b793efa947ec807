/** Starts the application on a throw-away database and runs the stories of e2e against it. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { BROWSER_FLAGS, chromiumPath } from './browser';
import { buildAll, ROOT } from './build';
import { keepRunning } from './keep-running';
import { startMariaDb } from './mariadb';
import { startServer } from './server-process';

const data = join(ROOT, '.test-data', 'stories');
const browser = chromiumPath();
await buildAll();
rmSync(data, { recursive: true, force: true });
// As npm start keeps it: one story freezes the database, and kills it.
const database = keepRunning(await startMariaDb(data), {
  folder: data,
  restart: (port) => startMariaDb(data, port),
  say: (sentence) => process.stdout.write(`${sentence}\n`),
  giveUp: () => process.stdout.write('The database of the stories is given up.\n'),
});
const server = await startServer({ DATABASE_URL: database.database.url('stories'), PORT: '0', LOG_LEVEL: 'fatal' });
try {
  const stories = spawn('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts', ...process.argv.slice(2)], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, E2E_ADDRESS: server.address, E2E_DATABASE_PROCESS: join(data, 'files', 'server.pid'), E2E_BROWSER: browser, E2E_BROWSER_FLAGS: BROWSER_FLAGS.join(' ') },
  });
  const [code] = (await once(stories, 'exit')) as [number | null];
  process.exitCode = code ?? 1;
} finally {
  await server.stop();
  await database.stop();
  rmSync(data, { recursive: true, force: true });
}

/** Runs a command with a throw-away database server, whose address it finds in TEST_DATABASE_URL. */
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './build';
import { startMariaDb } from './mariadb';

const [command = '', ...args] = process.argv.slice(2);
const data = join(ROOT, '.test-data', 'specs');
rmSync(data, { recursive: true, force: true });
const database = await startMariaDb(data);
try {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, TEST_DATABASE_URL: database.url('spec') } });
  process.exitCode = result.status ?? 1;
} finally {
  await database.stop();
  rmSync(data, { recursive: true, force: true });
}

// Runs a task of this folder after installing the npm packages that the lock file names. This file alone is plain
// JavaScript, because on a fresh clone there is nothing yet that could read TypeScript.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const [task = 'start', ...others] = process.argv.slice(2);
const LEAST_NODE = [20, 19];

const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
if (major < (LEAST_NODE[0] ?? 0) || (major === LEAST_NODE[0] && minor < (LEAST_NODE[1] ?? 0))) {
  process.stderr.write(`Node ${LEAST_NODE.join('.')} or newer is needed; this is ${process.versions.node}.\n`);
  process.exit(1);
}

const stamp = join(root, 'node_modules', '.installed-lock');
const lock = createHash('sha256')
  .update(readFileSync(join(root, 'package-lock.json')))
  .digest('hex');
if (!existsSync(stamp) || readFileSync(stamp, 'utf8') !== lock) {
  process.stdout.write('Installing npm packages (a few minutes the first time) …\n');
  const installed = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: 'inherit',
  });
  if (installed.status !== 0) {
    process.stderr.write('npm ci failed; its message is above. Nothing else was done.\n');
    process.exit(1);
  }
  writeFileSync(stamp, lock);
}

/** Tasks that read the compiled core as they begin; the others compile it themselves, or do without. */
const STANDING_ON_CORE = ['bench'];
if (STANDING_ON_CORE.includes(task)) {
  const compiler = join(root, 'node_modules', 'typescript', 'bin', 'tsc');
  const compiled = spawnSync(process.execPath, [compiler, '-b', 'core', 'contract'], { cwd: root, stdio: 'inherit' });
  if (compiled.status !== 0) {
    process.stderr.write('The core does not compile; the message is above. Nothing else was done.\n');
    process.exit(1);
  }
}

const child = spawn(process.execPath, ['--import', 'tsx', join(root, 'scripts', `${task}.ts`), ...others], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP']))
  process.on(signal, () => child.kill(signal));

// npm stops the shell that it runs this in, not this process: a parent that is gone means stop, too.
const PARENT_LOOK_IN_MILLISECONDS = 300;
const parent = process.ppid;
const watch = setInterval(() => {
  if (process.ppid === parent) return;
  clearInterval(watch);
  child.kill('SIGTERM');
}, PARENT_LOOK_IN_MILLISECONDS);
child.on('exit', (code, signal) => process.exit(signal ? 1 : (code ?? 1)));

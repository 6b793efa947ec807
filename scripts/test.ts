/** `npm test`: everything, each part counted, one closing line. Leaves nothing running and does not touch the user's data. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromiumPath } from './browser';
import { buildAll, buildPackages, ROOT } from './build';
import { startMariaDb, type MariaDb } from './mariadb';
import { Refusal } from './system-package';

interface Count {
  readonly passed: number;
  readonly failed: number;
}

/** One part of the tests: what to run, and how to count from what it printed. */
interface Part {
  readonly name: string;
  readonly command: readonly string[];
  readonly folder?: string;
  readonly environment?: Readonly<Record<string, string>>;
  readonly count: (output: string, code: number) => Count;
}

const JASMINE = ['node', '--import', 'tsx', 'node_modules/jasmine/bin/jasmine.js'];
const STORIES_REPORT = join(ROOT, 'e2e', 'results', 'stories.json');
const TEST_DATA = join(ROOT, '.test-data');

/** A check that passes or fails as a whole. */
const whole = (_output: string, code: number): Count => ({ passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 });

/** Jasmine's last line; a run that died before it has failed. */
function jasmineCount(output: string, code: number): Count {
  const match = /(\d+) specs?, (\d+) failures?/.exec(output);
  const failed = Number(match?.[2] ?? 0);
  if (!match || (code !== 0 && failed === 0)) return { passed: 0, failed: 1 };
  return { passed: Number(match[1]) - failed, failed };
}

function karmaCount(output: string, code: number): Count {
  const passed = Number(/TOTAL: (?:\d+ FAILED, )?(\d+) SUCCESS/.exec(output)?.[1] ?? 0);
  const failed = Number(/TOTAL: (\d+) FAILED/.exec(output)?.[1] ?? 0);
  return passed === 0 || (code !== 0 && failed === 0) ? { passed, failed: failed + 1 } : { passed, failed };
}

function storyCount(_output: string, code: number): Count {
  if (!existsSync(STORIES_REPORT)) return { passed: 0, failed: 1 };
  const { stats } = JSON.parse(readFileSync(STORIES_REPORT, 'utf8')) as { stats: { expected: number; unexpected: number; flaky: number; skipped: number } };
  const failed = stats.unexpected + stats.flaky + stats.skipped;
  return code !== 0 && failed === 0 ? { passed: stats.expected, failed: 1 } : { passed: stats.expected, failed };
}

function partsWith(database: MariaDb, browser: string): readonly Part[] {
  return [
    { name: 'lint', command: ['npx', 'eslint', '.', '--max-warnings', '0'], count: whole },
    { name: 'format', command: ['npx', 'prettier', '--check', '--log-level', 'warn', '.'], count: whole },
    ...['core/tsconfig.spec.json', 'server', 'scripts', 'e2e'].map((project) => ({
      name: `types of ${project}`,
      command: ['npx', 'tsc', '-p', project, '--noEmit'],
      count: whole,
    })),
    { name: 'core', command: [...JASMINE, '--config=core/jasmine.json'], count: jasmineCount },
    { name: 'server', command: [...JASMINE, '--config=server/jasmine.json'], environment: { TEST_DATABASE_URL: database.url('spec') }, count: jasmineCount },
    { name: 'delivery', command: [...JASMINE, '--config=scripts/jasmine.json'], count: jasmineCount },
    { name: 'web', command: ['npx', 'ng', 'test', '--watch=false'], folder: 'web', environment: { CHROME_BIN: browser, NG_CLI_ANALYTICS: 'false' }, count: karmaCount },
    { name: 'stories', command: ['node', '--import', 'tsx', 'scripts/stories.ts'], count: storyCount },
  ];
}

async function run(part: Part): Promise<Count> {
  const [command = '', ...args] = part.command;
  process.stdout.write(`\n── ${part.name}\n`);
  const started = Date.now();
  const child = spawn(command, args, { cwd: join(ROOT, part.folder ?? '.'), env: { ...process.env, ...part.environment, FORCE_COLOR: '0' }, stdio: ['ignore', 'pipe', 'pipe'] });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) {
    stream.on('data', (chunk: Buffer) => {
      output += chunk.toString('utf8');
    });
  }
  const [code] = (await once(child, 'close')) as [number | null];
  const count = part.count(output, code ?? 1);
  if (count.failed > 0) process.stdout.write(`${output.slice(-12_000)}\n`);
  process.stdout.write(`${part.name}: ${count.passed} passed, ${count.failed} failed (${Math.round((Date.now() - started) / 1000)} s)\n`);
  return count;
}

async function main(): Promise<number> {
  const browser = chromiumPath();
  rmSync(TEST_DATA, { recursive: true, force: true });
  rmSync(STORIES_REPORT, { force: true });
  buildPackages();
  await buildAll();
  const database = await startMariaDb(join(TEST_DATA, 'specs'));
  const total = { passed: 0, failed: 0 };
  const only = process.argv.slice(2);
  try {
    for (const part of partsWith(database, browser).filter((item) => only.length === 0 || only.includes(item.name))) {
      const count = await run(part);
      total.passed += count.passed;
      total.failed += count.failed;
    }
  } finally {
    await database.stop();
    rmSync(TEST_DATA, { recursive: true, force: true });
  }
  process.stdout.write(`\n${total.passed} passed, ${total.failed} failed\n`);
  return total.failed === 0 && total.passed > 0 ? 0 : 1;
}

main()
  .then((code) => {
    process.exitCode = code;
  })
  .catch((error: unknown) => {
    process.stdout.write(`${error instanceof Refusal ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n\n0 passed, 1 failed\n`);
    process.exitCode = 1;
  });

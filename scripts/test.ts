/**
 * `npm test`: everything, each part counted, one closing line; with names of parts behind it only those. Independent
 * parts run side by side. Leaves nothing running and does not touch the user's data.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
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
  /** Takes the whole machine, and runs when all others are done. */
  readonly isAlone?: boolean;
  /** What it keeps between runs; a failure counts only when it is found again without it. */
  readonly forgets?: string;
  readonly count: (output: string, code: number) => Count;
  /** What failed and why, shorter than what was printed. */
  readonly failures?: () => string;
}

const JASMINE = ['node', '--import', 'tsx', 'node_modules/jasmine/bin/jasmine.js'];
const STORY_REPORTS = ['side-by-side', 'alone'].map((name) => join(ROOT, 'e2e', 'results', `${name}.json`));
const TEST_DATA = join(ROOT, '.test-data');

/** One more than two cores: the two longest wait as much as they work. */
const SIDE_BY_SIDE = Math.min(3, availableParallelism() + 1);

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
  const total = { passed: 0, failed: 0 };
  for (const report of STORY_REPORTS) {
    if (!existsSync(report)) return { passed: 0, failed: 1 };
    const { stats } = JSON.parse(readFileSync(report, 'utf8')) as {
      stats: { expected: number; unexpected: number; flaky: number; skipped: number };
    };
    total.passed += stats.expected;
    total.failed += stats.unexpected + stats.flaky + stats.skipped;
  }
  return code !== 0 && total.failed === 0 ? { ...total, failed: 1 } : total;
}

/** The part of a report of the stories that says what failed. */
interface Suite {
  readonly suites?: readonly Suite[];
  readonly specs?: readonly {
    readonly title: string;
    readonly file: string;
    readonly tests: readonly {
      readonly results: readonly { readonly errors: readonly { readonly message?: string }[] }[];
    }[];
  }[];
}

const failuresOf = ({ suites = [], specs = [] }: Suite): readonly string[] => [
  ...suites.flatMap(failuresOf),
  ...specs.flatMap(({ title, file, tests }) =>
    tests
      .flatMap(({ results }) => results.flatMap(({ errors }) => errors))
      .map(({ message = '' }) => `${file}: ${title}\n${stripVTControlCharacters(message).slice(0, 1500)}\n`),
  ),
];

const failedStories = (): string =>
  STORY_REPORTS.filter((report) => existsSync(report))
    .flatMap((report) => failuresOf(JSON.parse(readFileSync(report, 'utf8')) as Suite))
    .join('\n');

/** Projects whose types nothing else checks; those of the pages are checked as they are built. */
const TYPED = ['core', 'contract', 'core/tsconfig.spec.json', 'server', 'scripts', 'e2e', 'web/tsconfig.types.json'];

/** Kept between runs: what has not changed is not looked at again. */
const LINT_CACHE = join('node_modules', '.cache', 'eslint/');

/** The longest first, so that none is left to the end alone. */
function partsWith(database: MariaDb, browser: string): readonly Part[] {
  return [
    { name: 'delivery', command: [...JASMINE, '--config=scripts/jasmine.json'], count: jasmineCount },
    {
      name: 'server',
      command: [...JASMINE, '--config=server/jasmine.json'],
      environment: { TEST_DATABASE_URL: database.url('spec') },
      count: jasmineCount,
    },
    {
      name: 'lint',
      command: [
        'npx',
        'eslint',
        '.',
        '--max-warnings',
        '0',
        '--cache',
        '--cache-strategy',
        'content',
        '--cache-location',
        LINT_CACHE,
      ],
      // Types of other files bear on what is found in one that did not change.
      forgets: LINT_CACHE,
      count: whole,
    },
    {
      name: 'browser',
      command: ['npx', 'ng', 'test', '--watch=false'],
      folder: 'web',
      environment: { CHROME_BIN: browser, NG_CLI_ANALYTICS: 'false' },
      count: karmaCount,
    },
    { name: 'rooms', command: ['node', '--import', 'tsx', 'scripts/rooms.ts', '--check'], count: whole },
    { name: 'unused', command: ['npx', 'knip', '--no-progress'], count: whole },
    { name: 'types', command: ['npx', 'tsc', '-b', ...TYPED], count: whole },
    { name: 'core', command: [...JASMINE, '--config=core/jasmine.json'], count: jasmineCount },
    { name: 'format', command: ['npx', 'prettier', '--check', '--log-level', 'warn', '--cache', '.'], count: whole },
    { name: 'web', command: [...JASMINE, '--config=web/jasmine.json'], count: jasmineCount },
    {
      name: 'stories',
      command: ['node', '--import', 'tsx', 'scripts/stories.ts'],
      isAlone: true,
      count: storyCount,
      failures: failedStories,
    },
  ];
}

/** Runs the command of a part. @returns what it printed, and its count */
async function outcomeOf(part: Part): Promise<{ readonly output: string; readonly count: Count }> {
  const [command = '', ...args] = part.command;
  const child = spawn(command, args, {
    cwd: join(ROOT, part.folder ?? '.'),
    env: { ...process.env, ...part.environment, FORCE_COLOR: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) {
    stream.on('data', (chunk: Buffer) => {
      output += chunk.toString('utf8');
    });
  }
  const [code] = (await once(child, 'close')) as [number | null];
  return { output, count: part.count(output, code ?? 1) };
}

async function run(part: Part): Promise<Count> {
  const started = Date.now();
  let { output, count } = await outcomeOf(part);
  if (count.failed > 0 && part.forgets !== undefined) {
    rmSync(join(ROOT, part.forgets), { recursive: true, force: true });
    ({ output, count } = await outcomeOf(part));
  }
  if (count.failed > 0) {
    const shown = [output.slice(-12_000), part.failures?.() ?? ''].join('\n');
    process.stdout.write(`\n── ${part.name}\n${shown}\n`);
  }
  process.stdout.write(
    `${part.name}: ${count.passed} passed, ${count.failed} failed (${Math.round((Date.now() - started) / 1000)} s)\n`,
  );
  return count;
}

/** Runs parts, so many at a time. @returns the count of all together */
async function runAll(parts: readonly Part[], workers: number): Promise<Count> {
  const total = { passed: 0, failed: 0 };
  const waiting = [...parts];
  const worker = async (): Promise<void> => {
    for (let part = waiting.shift(); part !== undefined; part = waiting.shift()) {
      const count = await run(part);
      total.passed += count.passed;
      total.failed += count.failed;
    }
  };
  await Promise.all(Array.from({ length: workers }, worker));
  return total;
}

async function main(): Promise<number> {
  const browser = chromiumPath();
  const names = process.argv.slice(2);
  rmSync(TEST_DATA, { recursive: true, force: true });
  for (const report of STORY_REPORTS) rmSync(report, { force: true });
  buildPackages();
  await buildAll();
  const database = await startMariaDb(join(TEST_DATA, 'specs'));
  try {
    const parts = partsWith(database, browser);
    const unknown = names.filter((name) => !parts.some((part) => part.name === name));
    if (unknown.length > 0)
      throw new Refusal(
        `There is no part ${unknown.join(', ')}; the parts are ${parts.map((part) => part.name).join(', ')}.`,
      );
    const asked = parts.filter(({ name }) => names.length === 0 || names.includes(name));
    const [sideBySide, alone] = [asked.filter((part) => !part.isAlone), asked.filter((part) => part.isAlone)];
    const counts = [await runAll(sideBySide, SIDE_BY_SIDE), await runAll(alone, 1)];
    const [passed, failed] = [
      counts.reduce((sum, count) => sum + count.passed, 0),
      counts.reduce((sum, count) => sum + count.failed, 0),
    ];
    process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
    return failed === 0 && passed > 0 ? 0 : 1;
  } finally {
    await database.stop();
    rmSync(TEST_DATA, { recursive: true, force: true });
  }
}

main()
  .then((code) => {
    process.exitCode = code;
  })
  .catch((error: unknown) => {
    process.stdout.write(
      `${error instanceof Refusal ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n\n0 passed, 1 failed\n`,
    );
    process.exitCode = 1;
  });

import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './build';

const CORE = join(ROOT, 'core', 'src');
const DATA = join(ROOT, '.test-data', 'mutants');
const LISTED = 200;

interface Mutant {
  readonly status: string;
  readonly mutatorName: string;
  readonly replacement?: string;
  readonly location: { readonly start: { readonly line: number; readonly column: number } };
}

interface Report {
  readonly files: Readonly<Record<string, { readonly mutants: readonly Mutant[] }>>;
}

const DETECTED = ['Killed', 'Timeout'];
const UNDETECTED = ['Survived', 'NoCoverage'];

/**
 * All specs of the core are tried against a change, because those of another folder may be the ones that notice; or
 * only those of some folders, which is far quicker and finds no more than all would.
 */
function configOf(mutate: readonly string[], specFolders: readonly string[]): object {
  const all = JSON.parse(readFileSync(join(ROOT, 'core', 'jasmine.json'), 'utf8')) as object;
  const specs = join(DATA, 'jasmine.json');
  writeFileSync(
    specs,
    JSON.stringify({
      ...all,
      ...(specFolders.length === 0 ? {} : { spec_files: specFolders.map((folder) => `${folder}/**/*.spec.ts`) }),
    }),
  );
  return {
    packageManager: 'npm',
    testRunner: 'jasmine',
    jasmineConfigFile: specs,
    testRunnerNodeArgs: ['--import', 'tsx'],
    plugins: ['@stryker-mutator/jasmine-runner'],
    coverageAnalysis: 'perTest',
    // What runs once while a module loads would need every spec for each change: hours for a folder of declarations.
    ignoreStatic: true,
    // Words for people and laws' formulas are read by eye and by a spec of their own; a changed letter is no wrong
    // number.
    mutator: { excludedMutations: ['StringLiteral'] },
    mutate,
    ignorePatterns: ['web', 'server', 'e2e', 'demo', 'scripts', '.test-data', '**/dist'],
    incremental: true,
    incrementalFile: join(DATA, `incremental${specFolders.map((folder) => `-${folder}`).join('')}.json`),
    reporters: ['json', 'progress-append-only'],
    jsonReporter: { fileName: join(DATA, 'report.json') },
    tempDirName: join(DATA, 'sandbox'),
    cleanTempDir: 'always',
    concurrency: availableParallelism(),
    timeoutMS: 20_000,
    allowConsoleColors: false,
  };
}

/**
 * `npm run bench -- mutants FOLDER`: changes the code of a folder of the core in every small way, one at a time, and
 * says which changes no spec notices. Only what changed since the last run is tried again. Folders named after it are
 * the only ones whose specs are tried.
 */
export function benchMutants(folder: string, specFolders: readonly string[]): number {
  const path = folder.replace(/^core\/src\//, '').replace(/\/$/, '');
  if (path === '' || path.includes('..') || !existsSync(join(CORE, path))) {
    process.stderr.write('Name a folder or a file of the core: npm run bench -- mutants drive-line\n');
    return 1;
  }
  mkdirSync(DATA, { recursive: true });
  const config = join(DATA, 'config.json');
  const mutate = path.endsWith('.ts') ? `core/src/${path}` : `core/src/${path}/**/*.ts`;
  writeFileSync(
    config,
    JSON.stringify(configOf([mutate, '!core/src/**/*.spec.ts', '!core/src/**/index.ts'], specFolders)),
  );
  const run = spawnSync('npx', ['stryker', 'run', config], { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'] });
  if (run.status !== 0) return run.status ?? 1;
  const { files } = JSON.parse(readFileSync(join(DATA, 'report.json'), 'utf8')) as Report;
  const all = Object.entries(files)
    .filter(([name]) => name.includes(`core/src/${path}`))
    .flatMap(([name, { mutants }]) => mutants.map((mutant) => ({ name, mutant })));
  const detected = all.filter(({ mutant }) => DETECTED.includes(mutant.status)).length;
  const survivors = all.filter(({ mutant }) => UNDETECTED.includes(mutant.status));
  for (const { name, mutant } of survivors.slice(0, LISTED)) {
    const { line, column } = mutant.location.start;
    process.stdout.write(
      `${name}:${line}:${column} ${mutant.mutatorName} → ${(mutant.replacement ?? '').replace(/\s+/g, ' ').slice(0, 90)}\n`,
    );
  }
  if (survivors.length > LISTED) process.stdout.write(`and ${survivors.length - LISTED} more\n`);
  const counted = detected + survivors.length;
  process.stdout.write(
    `${path}: ${counted} changes tried, ${detected} noticed, ${counted === 0 ? '–' : ((100 * detected) / counted).toFixed(1)} %\n`,
  );
  return 0;
}

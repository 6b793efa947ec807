import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { build } from 'esbuild';
import { joinCode } from './join-code';
import { pageCode } from './page-code';
import { Refusal } from './system-package';

export const ROOT = join(import.meta.dirname, '..');
/** What is delivered: the bundled server with its migrations, the demo and the web application beside it. */
export const DIST = join(ROOT, 'dist');

const SOURCES = [
  'core/src',
  'contract/src',
  'server/src',
  'web/src',
  'web/public',
  'web/angular.json',
  'demo',
  'package-lock.json',
  'tsconfig.base.json',
  'scripts/build.ts',
  'scripts/join-code.ts',
  'scripts/page-code.ts',
];

function filesOf(path: string): string[] {
  if (!existsSync(path)) return [];
  if (statSync(path).isFile()) return [path];
  return readdirSync(path, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
}

function fingerprint(): string {
  const hash = createHash('sha256');
  for (const file of SOURCES.flatMap((source) => filesOf(join(ROOT, source))).filter(
    (name) => !name.endsWith('.spec.ts'),
  )) {
    hash.update(relative(ROOT, file)).update('\0').update(readFileSync(file)).update('\0');
  }
  return hash.digest('hex');
}

function run(what: string, command: string, args: readonly string[], folder = ROOT): void {
  const result = spawnSync(command, args, {
    cwd: folder,
    encoding: 'utf8',
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  if (result.status !== 0) throw new Refusal(`${what} could not be built:\n${result.stdout}\n${result.stderr}`);
}

/** Builds core and contract to JavaScript with declarations; incremental, so cheap when nothing changed. */
export function buildPackages(): void {
  run('core and contract', 'npx', ['tsc', '-b', 'core', 'contract']);
}

/**
 * Builds everything to {@link DIST} unless it was built from the very same sources.
 * @returns whether anything was done
 */
export async function buildAll(): Promise<boolean> {
  const stamp = join(DIST, 'built-from');
  const wanted = fingerprint();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return false;
  process.stdout.write('Building (under a minute) …\n');
  rmSync(DIST, { recursive: true, force: true });
  mkdirSync(DIST, { recursive: true });
  buildPackages();
  await build({
    entryPoints: [join(ROOT, 'server/src/main.ts')],
    outfile: join(DIST, 'server.mjs'),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    // Brings a library of the system's kind, which no bundle can hold.
    external: ['sharp'],
    // Some of the bundled packages are CommonJS and still call require.
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
    logLevel: 'error',
  });
  cpSync(join(ROOT, 'server/src/database/migrations'), join(DIST, 'migrations'), { recursive: true });
  cpSync(join(ROOT, 'demo'), join(DIST, 'demo'), { recursive: true });
  run(
    'The web application',
    'npx',
    ['ng', 'build', '--stats-json', '--output-path', join(DIST, 'web-build')],
    join(ROOT, 'web'),
  );
  cpSync(join(DIST, 'web-build', 'browser'), join(DIST, 'web'), { recursive: true });
  const code = await pageCode(ROOT, join(DIST, 'web-build', 'stats.json'));
  writeFileSync(join(DIST, 'page-code.json'), JSON.stringify(await joinCode(join(DIST, 'web'), code)));
  rmSync(join(DIST, 'web-build'), { recursive: true });
  compressFiles(join(DIST, 'web'));
  writeFileSync(stamp, wanted);
  return true;
}

const COMPRESS_FROM_BYTES = 1024;

function compressFiles(folder: string): void {
  for (const file of filesOf(folder).filter((name) => /\.(js|css|svg|json|txt)$/.test(name))) {
    const content = readFileSync(file);
    if (content.length < COMPRESS_FROM_BYTES) continue;
    writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }));
    writeFileSync(`${file}.br`, brotliCompressSync(content, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }));
  }
}

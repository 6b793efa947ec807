import { execFile, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { programFrom } from './system-package';

const CONFORM = fileURLToPath(new URL('../docs/formats/line-port/conform.mjs', import.meta.url));
const CONTROLLER = fileURLToPath(new URL('../docs/formats/line-port/controller.c', import.meta.url));
const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Plays the conformance script against a command. */
const conform = (command: string): Promise<{ readonly code: number | null; readonly lines: readonly string[] }> =>
  new Promise((resolve) => {
    const child = execFile(process.execPath, [CONFORM, '--command', command], { cwd: ROOT }, (_error, output) => {
      resolve({ code: child.exitCode, lines: output.trim().split('\n') });
    });
  });

describe('the conformance script of the line port', () => {
  it('passes the simulated rig', async () => {
    const { code, lines } = await conform(`"${process.execPath}" --import tsx scripts/line-port-rig.ts`);
    expect(lines.filter((line) => line.startsWith('NOT OK'))).toEqual([]);
    expect(lines.at(-1)).toBe('25 passed, 0 failed');
    expect(code).toBe(0);
  });

  it('fails a controller that says yes to everything', async () => {
    const yes = `process.stdin.on('data', (text) => { for (const line of String(text).split('\\n').filter(Boolean)) { let id = 1; try { id = JSON.parse(line).id } catch { id = 1 } console.log(JSON.stringify({ kind: 'ok', id })) } })`;
    const { code, lines } = await conform(`"${process.execPath}" -e "${yes.replaceAll('"', '\\"')}"`);
    expect(code).toBe(1);
    expect(lines).toContain(jasmine.stringMatching(/^NOT OK: it refuses everything before a hello/));
    expect(lines).toContain(jasmine.stringMatching(/^NOT OK: it does not move without power and enable/));
  });

  it('fails where there is nothing at the other end', async () => {
    const { code, lines } = await conform('exit 0');
    expect(code).toBe(1);
    expect(lines).not.toContain(jasmine.stringMatching(/^ok/));
  });
});

describe('the minimal controller in C', () => {
  const room = mkdtempSync(join(tmpdir(), 'crisp-notch-controller-'));
  const program = join(room, 'controller');
  const compile = (...more: readonly string[]): void => {
    const compiler = programFrom(['gcc', 'libc6-dev'], ['/usr/bin/cc', '/usr/bin/gcc']);
    // Nothing that a compiler warns of, and every slip of memory or sum ends the program.
    const strict = ['-std=c99', '-Wall', '-Wextra', '-Wpedantic', '-Werror', '-fsanitize=address,undefined'];
    execFileSync(compiler, [...strict, '-fno-sanitize-recover=all', ...more], { cwd: room });
  };

  beforeAll(() => {
    compile('-DLINE_PORT_BENCH', CONTROLLER, '-lm', '-o', program);
  });

  afterAll(() => {
    rmSync(room, { recursive: true });
  });

  it('is one file that asks its hardware for five things', () => {
    const object = join(room, 'bare.o');
    compile('-c', CONTROLLER, '-o', object);
    const wanted = execFileSync('nm', ['-u', object], { encoding: 'utf8' }).match(/hw_\w+/g) ?? [];
    expect([...wanted].sort()).toEqual(['hw_enable', 'hw_read', 'hw_seconds', 'hw_step', 'hw_write']);
  });

  it('passes the conformance script', async () => {
    const { code, lines } = await conform(program);
    expect(lines.filter((line) => line.startsWith('NOT OK'))).toEqual([]);
    expect(lines.at(-1)).toBe('25 passed, 0 failed');
    expect(code).toBe(0);
  });

  it('answers every one of ten thousand broken lines, moves by none, and goes on', async () => {
    const child = spawn(program, { stdio: ['pipe', 'pipe', 'inherit'] });
    let said = '';
    child.stdout.setEncoding('utf8').on('data', (text: string) => {
      said += text;
    });
    const whole = [
      '{"kind":"move","id":7,"axis":"X","pulses":400,"rate":900,"start":90,"acceleration":5000}',
      '{"kind":"jog","id":8,"axis":"Y","rate":-900,"start":90,"acceleration":5000,"until":-700}',
      '{"kind":"enable","id":9,"axis":"Z","on":false}',
    ];
    const signs = '{}[]",:\\0123456789.-+eE truefalsnl\u00e9\u0001';
    let seed = 11;
    const any = (most: number): number => {
      seed = (seed * 48_271) % 2_147_483_647;
      return seed % most;
    };
    const broken = Array.from({ length: 10_000 }, () => {
      const letters = Array.from(whole[any(whole.length)] ?? '');
      for (let count = 1 + any(4); count > 0; count -= 1)
        letters.splice(any(letters.length), any(3), ...(any(2) === 0 ? [] : [signs[any(signs.length)] ?? '']));
      return letters.join('').trim();
    }).filter((line) => line !== '');
    child.stdin.write('{"kind":"hello","id":1,"version":2}\n');
    child.stdin.write(`${broken.join('\n')}\n`);
    child.stdin.end('{"kind":"stop","id":2000000000}\n');
    const code = await new Promise((resolve) => child.on('close', resolve));
    const lines = said.trim().split('\n');
    expect(code).toBe(0);
    // Hello and the stop besides; nothing is enabled, so nothing can have begun.
    expect(lines.length).toBe(broken.length + 2);
    for (const line of lines) JSON.parse(line);
    expect(lines.filter((line) => line.includes('"done"'))).toEqual([]);
    const last = JSON.parse(lines.at(-1) ?? '') as { readonly places: readonly { readonly pulses: number }[] };
    expect(last.places.map(({ pulses }) => pulses)).toEqual([0, 0, 0]);
  });
});

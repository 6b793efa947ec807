import { execFile } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const CONFORM = fileURLToPath(new URL('../docs/formats/line-port/conform.mjs', import.meta.url));
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
    expect(lines.at(-1)).toBe('22 passed, 0 failed');
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

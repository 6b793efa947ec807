import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { noteRunning, refuseSecondStart } from './one-at-a-time';
import { Refusal } from './system-package';

describe('two starts on the same data', () => {
  const folder = mkdtempSync(join(tmpdir(), 'crisp-notch-spec-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  it('are refused while the first runs, and not when it was killed', async () => {
    const other = spawn(process.execPath, ['--eval', 'setTimeout(() => {}, 60000)', 'start.ts']);
    await once(other, 'spawn');
    writeFileSync(
      join(folder, 'running.json'),
      JSON.stringify({ processId: other.pid, address: 'http://127.0.0.1:4173' }),
    );
    expect(() => refuseSecondStart(folder)).toThrowMatching(
      (error: unknown) => error instanceof Refusal && error.message.includes('http://127.0.0.1:4173'),
    );
    const ended = once(other, 'exit');
    other.kill('SIGKILL');
    await ended;
    expect(() => refuseSecondStart(folder)).not.toThrow();
  });

  it('are told apart from another program that got the number of a start that was killed', () => {
    const stranger = process.ppid;
    writeFileSync(join(folder, 'running.json'), JSON.stringify({ processId: stranger, address: 'none' }));
    expect(() => refuseSecondStart(folder)).not.toThrow();
  });

  it('leave no note behind', () => {
    const forget = noteRunning(folder, 'here');
    expect(() => refuseSecondStart(folder))
      .withContext('its own note')
      .not.toThrow();
    forget();
    expect(() => refuseSecondStart(folder)).not.toThrow();
  });
});

import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import type { MachineCopy, ProblemDetails } from '@crisp-notch/contract';
import { newMachine } from '@crisp-notch/core/machine';
import { buildAll } from './build';
import { Start } from './start-process';

/** An empty database takes about 150 MB. */
const DISK = '190m';

describe('a full disk', () => {
  const folder = mkdtempSync(join(tmpdir(), 'crisp-notch-disk-'));
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK}`, 'none', folder], { encoding: 'utf8' });
  let start: Start | null = null;

  afterAll(async () => {
    await start?.stop();
    if (mounted.status === 0) spawnSync('umount', [folder]);
    rmSync(folder, { recursive: true, force: true });
  });

  it('is told in plain words, loses nothing that was acknowledged, and is over by itself once there is room', async () => {
    if (mounted.status !== 0) {
      // Where this account may not make a disk of its own there is none that may be filled; what is left to show is
      // that.
      expect(mounted.stderr).toMatch(/permi|denied|root/i);
      return;
    }
    await buildAll();
    start = new Start(folder, { DEMO: 'none' });
    const address = await start.address();
    const call = async <T>(method: string, path: string, body?: unknown): Promise<readonly [number, T]> => {
      const response = await fetch(`${address}${path}`, {
        method,
        ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
      });
      return [response.status, (await response.json()) as T];
    };
    const document = (note: number): unknown => ({ ...newMachine('Disk', 'router'), note: `${note} `.repeat(500) });
    const [, made] = await call<MachineCopy>('POST', '/api/machines', { document: document(0) });
    const filler = join(folder, 'filler');
    const { bavail, bsize } = statfsSync(folder);
    writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - 64 * 1024)));

    const acknowledged: string[] = [];
    let refused: readonly [number, ProblemDetails] | null = null;
    for (let count = 1; count < 20_000 && refused === null; count += 1) {
      const answer = await call<MachineCopy & ProblemDetails>('POST', '/api/machines', { document: document(count) });
      if (answer[0] === 201) acknowledged.push(answer[1].id);
      else refused = answer;
    }
    // Some full disks end the database, some only the statement.
    expect(refused?.[0]).toBe(503);
    expect(['/problems/no-room', '/problems/unavailable']).toContain(refused?.[1].type as string);
    if (refused?.[1].type === '/problems/unavailable') await start.said(/disk of .* is full/);

    rmSync(filler);
    // It goes on by itself: no restart, no word from anybody.
    let after = await call<MachineCopy>('POST', '/api/machines', { document: document(-1) });
    for (let count = 0; count < 300 && after[0] !== 201; count += 1) {
      await delay(200);
      after = await call<MachineCopy>('POST', '/api/machines', { document: document(-1) });
    }
    expect(after[0]).toBe(201);
    expect((await call<MachineCopy>('GET', `/api/machines/${made.id}`))[1]).toEqual(made);
    for (const id of [...acknowledged, after[1].id]) expect((await call('GET', `/api/machines/${id}`))[0]).toBe(200);
  });
});

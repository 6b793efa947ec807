import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { setTimeout as delay } from 'node:timers/promises';
import { keepRunning, type Keeper, type Keeping } from './keep-running';
import type { MariaDb } from './mariadb';

describe('keeping a database running', () => {
  const children: ChildProcess[] = [];
  let keeper: Keeper | null = null;
  afterEach(async () => {
    await keeper?.stop();
    keeper = null;
    for (const child of children.splice(0)) child.kill('SIGKILL');
  });

  /** A process that stands for a database: it runs until it is ended. */
  const started = async (port = 3999): Promise<MariaDb> => {
    const child = spawn(process.execPath, ['--eval', 'setTimeout(() => {}, 60000)'], { stdio: 'ignore' });
    await once(child, 'spawn');
    children.push(child);
    const stop = async (): Promise<void> => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const ended = once(child, 'exit');
      child.kill('SIGKILL');
      await ended;
    };
    return { port, processId: child.pid ?? 0, url: () => '', stop };
  };
  const kill = (database: MariaDb): void => void process.kill(database.processId, 'SIGKILL');
  const until = async (condition: () => boolean): Promise<void> => {
    for (let count = 0; count < 2000 && !condition(); count += 1) await delay(20);
    expect(condition()).toBeTrue();
  };
  const keep = async (change: Partial<Keeping>): Promise<{ readonly said: string[]; gaveUp: boolean }> => {
    const seen = { said: [] as string[], gaveUp: false };
    keeper = keepRunning(await started(), {
      folder: tmpdir(),
      restart: started,
      say: (sentence) => seen.said.push(sentence),
      giveUp: () => (seen.gaveUp = true),
      waits: [0, 0.05, 0.05],
      ...change,
    });
    return seen;
  };

  it('starts one that was killed again, on its port, and says so', async () => {
    const ports: number[] = [];
    const { said } = await keep({
      restart: (port) => {
        ports.push(port);
        return started(port);
      },
    });
    const first = keeper?.database as MariaDb;
    kill(first);
    await until(() => said.includes('The database runs again.'));
    expect(ports).toEqual([3999]);
    expect(keeper?.database.processId).not.toBe(first.processId);
  });

  it('gives up one that does not start after so many tries, and says why each failed', async () => {
    let tries = 0;
    const seen = await keep({
      restart: () => {
        tries += 1;
        return Promise.reject(new Error(`no ${tries}`));
      },
    });
    kill(keeper?.database as MariaDb);
    await until(() => seen.gaveUp);
    expect(tries).toBe(3);
    expect(seen.said.filter((sentence) => /no \d/.test(sentence)).length).toBe(3);
  });

  it('gives up one that ends again and again as soon as it runs', async () => {
    const seen = await keep({
      restart: async () => {
        const database = await started();
        kill(database);
        return database;
      },
    });
    kill(keeper?.database as MariaDb);
    await until(() => seen.gaveUp);
    expect(seen.said.filter((sentence) => sentence === 'The database runs again.').length).toBe(3);
  });

  it('waits for room on a full disk, however often it is asked, and starts it then', async () => {
    let room = 0;
    let tries = 0;
    const { said } = await keep({
      room: () => room,
      restart: () => {
        tries += 1;
        return started();
      },
    });
    kill(keeper?.database as MariaDb);
    await until(() => said.some((sentence) => sentence.includes('is full')));
    await delay(300);
    expect(tries).toBe(0);
    room = 1e9;
    await until(() => said.includes('The database runs again.'));
    expect(tries).toBe(1);
  });

  it('stops in the middle of its tries', async () => {
    const { said } = await keep({ waits: [0, 60], restart: () => Promise.reject(new Error('no')) });
    kill(keeper?.database as MariaDb);
    await until(() => said.some((sentence) => sentence.includes('did not start')));
    const from = Date.now();
    await keeper?.stop();
    expect(Date.now() - from).toBeLessThan(30_000);
  });
});

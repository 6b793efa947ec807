import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type {
  Check,
  LogEntry,
  MachineCopy,
  MachineHistory,
  MachineSummary,
  RevisionSummary,
  StoredPart,
} from '@crisp-notch/contract';
import { newPart, PART_KINDS } from '@crisp-notch/core/parts';
import { buildAll, ROOT } from './build';
import { startMariaDb } from './mariadb';
import { startServer } from './server-process';

const MACHINES = 500;
const READINGS = 200_000;
const PARTS = 5000;
const ENTRIES = 50_000;
/** Revisions of the one machine that has the longest history. */
const LONG_HISTORY = 400;
const SAMPLES = 15;
const REQUESTS = 20_000;
const LANES = 8;

const say = (sentence: string): void => void process.stdout.write(`${sentence}\n`);
const median = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;

/** Runs a piece of work for each number, a few at a time. */
async function inLanes(count: number, work: (index: number) => Promise<void>): Promise<void> {
  await Promise.all(
    Array.from({ length: LANES }, async (_, lane) => {
      for (let index = lane; index < count; index += LANES) await work(index);
    }),
  );
}

/**
 * A history of the demo's router, spread over so many checks, readings, entries and revisions, as the machine of a
 * number.
 */
function historyOf(
  demo: MachineHistory,
  index: number,
  size: { readonly checks: number; readonly readings: number; readonly entries: number; readonly revisions: number },
): MachineHistory {
  const at = (minute: number): string => new Date(Date.UTC(2026, 0, 1, 0, minute, index % 60, index)).toISOString();
  const name = `Shop machine ${String(index).padStart(3, '0')}`;
  const [check] = demo.checks;
  if (!check) throw new Error('the demo has no check');
  const document = demo.revisions[check.revision - 1]?.document ?? demo.machine;
  return {
    ...demo,
    machine: { ...document, name },
    revisions: Array.from({ length: size.revisions }, (_, number) => ({
      number: number + 1,
      reason: 'A day in the shop',
      at: at(number),
      document: { ...document, name, note: `Day ${number + 1}` },
    })),
    checks: Array.from({ length: size.checks }, (_, number) => ({
      ...check,
      reference: `check-${number}`,
      revision: 1 + (number % size.revisions),
      at: at(1000 + number),
      readings: Array.from({ length: size.readings }, (_unused, place) => {
        const one = check.readings[place % check.readings.length];
        return {
          index: one?.index ?? 0,
          text: one?.text ?? '1 mm',
          excluded: one?.excluded ?? null,
          at: at(2000 + place),
        };
      }),
    })),
    log: Array.from({ length: size.entries }, (_, number) => ({
      at: at(3000 + number),
      kind: 'note' as const,
      text: `Entry ${number} of ${name}`,
      revision: 1,
      check: null,
    })),
  };
}

/** A big shop: how long each list and page of it takes on the server, and whether the server's memory stays. */
export async function benchShop(): Promise<void> {
  await buildAll();
  const data = join(ROOT, '.test-data', 'bench-shop');
  rmSync(data, { recursive: true, force: true });
  const database = await startMariaDb(data);
  const server = await startServer({
    DATABASE_URL: database.url('shop'),
    PORT: '0',
    LOG_LEVEL: 'error',
    DEMO: 'none',
    REQUESTS_PER_MINUTE: '10000000',
  });
  const get = async (path: string): Promise<string> => {
    const response = await fetch(`${server.address}${path}`);
    if (!response.ok) throw new Error(`${path}: ${response.status}`);
    return response.text();
  };
  const json = async <T>(path: string): Promise<T> => JSON.parse(await get(path)) as T;
  const post = async <T>(path: string, body: unknown): Promise<T> => {
    const response = await fetch(`${server.address}${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return (await response.json()) as T;
  };
  try {
    const demo = JSON.parse(readFileSync(join(ROOT, 'demo', 'fret-router.json'), 'utf8')) as MachineHistory;
    const from = performance.now();
    for (let start = 0; start < PARTS; start += 1000) {
      await post('/api/parts/import', {
        parts: Array.from({ length: 1000 }, (_, index) =>
          newPart(PART_KINDS[index % PART_KINDS.length] ?? 'other', `Part ${start + index}`),
        ),
      });
    }
    const size = { checks: 8, readings: READINGS / MACHINES / 8, entries: ENTRIES / MACHINES, revisions: 5 };
    await inLanes(MACHINES - 1, async (index) => {
      await post('/api/machines/import', historyOf(demo, index, size));
    });
    const long = await post<MachineCopy>(
      '/api/machines/import',
      historyOf(demo, MACHINES - 1, { ...size, revisions: LONG_HISTORY }),
    );
    say(
      `a shop of ${MACHINES} machines, ${READINGS} readings, ${PARTS} parts and ${ENTRIES} entries, brought in within ${((performance.now() - from) / 1000).toFixed(0)} s`,
    );

    const [check] = await json<readonly Check[]>(`/api/machines/${long.id}/checks`);
    const [part] = await json<readonly StoredPart[]>('/api/parts?limit=1');
    const machine = `/api/machines/${long.id}`;
    const pages = [
      '/',
      '/api/health',
      '/api/machines',
      machine,
      `${machine}/revisions`,
      `${machine}/revisions/7`,
      `${machine}/checks`,
      `${machine}/checks/${check?.id}`,
      `${machine}/log`,
    ];
    pages.push('/api/parts', `/api/parts/${part?.id}`, '/api/parts/uses', '/api/settings/preferences');
    for (const page of pages) {
      const times: number[] = [];
      for (let sample = 0; sample < SAMPLES; sample += 1) {
        const began = performance.now();
        await get(page);
        times.push(performance.now() - began);
      }
      const name = page
        .replace(long.id, ':machine')
        .replace(check?.id ?? '-', ':check')
        .replace(part?.id ?? '-', ':part');
      say(
        `  ${name}: median ${median(times).toFixed(1)} ms, longest ${Math.max(...times).toFixed(1)} ms${median(times) < 300 ? '' : ' — OVER 300 ms'}`,
      );
    }

    const began = performance.now();
    const exported = await get(`${machine}/history`);
    const left = performance.now();
    const copy = await post<MachineCopy>('/api/machines/import?copy=yes', exported);
    const back = performance.now();
    const again = await get(`/api/machines/${copy.id}/history`);
    const withoutIds = (text: string): string =>
      text
        .replace(/"(reference|check)": ?"[0-9a-f-]{36}"/g, '"$1":""')
        .replace(/"(reference|check)":"[0-9a-f-]{36}"/g, '"$1":""');
    say(
      `the longest history, ${(exported.length / 1e6).toFixed(1)} MB: out in ${(left - began).toFixed(0)} ms, in again in ${(back - left).toFixed(0)} ms, ${withoutIds(again) === withoutIds(exported) ? 'equal' : 'NOT EQUAL'}`,
    );

    const machines = await json<readonly MachineSummary[]>('/api/machines');
    const memory = (): number =>
      Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))?.[1] ?? NaN) / 1024;
    const some = (index: number): string => {
      const { id } = machines[(index * 7) % machines.length] as MachineSummary;
      return [
        `/api/machines/${id}`,
        `/api/machines/${id}/log`,
        `/api/machines/${id}/checks`,
        `/api/machines/${id}/revisions`,
        '/api/machines',
        '/api/parts?limit=100',
        `/api/machines/${id}/history`,
      ][index % 7] as string;
    };
    const seen: number[] = [];
    await inLanes(REQUESTS, async (index) => {
      await get(some(index));
      if (index % (REQUESTS / 10) === 0) seen.push(memory());
    });
    say(
      `memory of the server over ${REQUESTS} requests: ${seen.map((megabytes) => megabytes.toFixed(0)).join(', ')} MB`,
    );
    const revisions = await json<readonly RevisionSummary[]>(`${machine}/revisions?limit=1000`);
    const entries = await json<readonly LogEntry[]>(`${machine}/log?limit=1000`);
    say(`  the longest history still has ${revisions.length} revisions and ${entries.length} entries`);
  } finally {
    await server.stop();
    await database.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

import { rmSync } from 'node:fs';
import { setTimeout as delay } from 'node:timers/promises';
import type { Check, LogEntry, MachineCopy, StoredPart } from '@crisp-notch/contract';
import type { Machine } from '@crisp-notch/core/machine';
import { newPart } from '@crisp-notch/core/parts';
import { examplePlan, screwMachine } from '../server/src/testing/example-documents';
import { startMariaDb, type MariaDb } from './mariadb';
import { isRunning } from './one-at-a-time';
import { startServer, type ServerProcess } from './server-process';

/** What a run of kills came to. */
export interface KillReport {
  readonly kills: number;
  /** Saves, readings, notes and parts that were acknowledged, over all. */
  readonly acknowledged: number;
  /** The fewest acknowledged in one round, before its plug was pulled. */
  readonly quietestRound: number;
  /** What was acknowledged and is not there; empty in a sound program. */
  readonly lost: readonly string[];
}

const WHOM = ['server', 'database', 'both'] as const;
const SAVERS = 3;
/** Rounds after which the writers begin on new machines, so that none grows without end. */
const ROUNDS_A_MACHINE = 20;
/** Writes to be acknowledged before the plug is pulled: by their count, since a busy machine makes few in a given time. */
const WRITES_A_ROUND = 6;
/** What a restart of the database may take before the server that lived on answers again. */
const ANSWER_LIMIT_IN_MILLISECONDS = 30_000;

const measurable = (note: string): Machine => ({ ...screwMachine('Plug'), note });

/** One that writes as fast as it is answered, and knows what was acknowledged. */
interface Writer {
  write(): Promise<void>;
  /** @returns what was acknowledged and is not there */
  missing(): Promise<readonly string[]>;
  readonly acknowledged: () => number;
}

type Call = <T>(method: string, path: string, body?: unknown) => Promise<T>;

async function saver(call: Call): Promise<Writer> {
  const { id, version: first } = await call<MachineCopy>('POST', '/api/machines', { document: measurable('save 0') });
  let [version, sent, kept, total] = [first, 0, 0, 0];
  return {
    async write() {
      sent += 1;
      const saved = await call<MachineCopy>('PUT', `/api/machines/${id}`, {
        version,
        document: measurable(`save ${sent}`),
      });
      version = saved.version;
      kept = sent;
      total += 1;
    },
    async missing() {
      const found = await call<MachineCopy>('GET', `/api/machines/${id}`);
      const count = Number(found.document.note.replace('save ', ''));
      // The one under way when the plug was pulled may be there or not.
      const isSound =
        (count === kept && found.version === version) || (count === sent && found.version === version + 1);
      const lost = isSound
        ? []
        : [
            `machine ${id}: acknowledged save ${kept} of version ${version}, found save ${count} of version ${found.version}`,
          ];
      [version, kept, sent] = [found.version, count, count];
      return lost;
    },
    acknowledged: () => total,
  };
}

async function measurer(call: Call): Promise<Writer> {
  const machine = await call<MachineCopy>('POST', '/api/machines', { document: measurable('measured') });
  const check = await call<Check>('POST', `/api/machines/${machine.id}/checks`, {
    version: 1,
    axisId: machine.document.axes[0]?.id,
    plan: examplePlan,
  });
  const path = `/api/machines/${machine.id}/checks/${check.id}`;
  const texts: string[] = [];
  let sent = '';
  return {
    async write() {
      sent = `${(2 + texts.length / 1e4).toFixed(4)} mm`;
      await call('POST', `${path}/readings`, { readings: [{ index: texts.length % 2, text: sent, excluded: null }] });
      texts.push(sent);
    },
    async missing() {
      const found = (await call<Check>('GET', path)).readings.map(({ text }) => text);
      const lost = texts
        .filter((text, index) => found[index] !== text)
        .map((text) => `reading ${text} of check ${check.id}`);
      if (found.length === texts.length + 1 && found.at(-1) === sent) texts.push(sent);
      return found.length === texts.length
        ? lost
        : [...lost, `check ${check.id} has ${found.length} readings for ${texts.length}`];
    },
    acknowledged: () => texts.length,
  };
}

async function noter(call: Call): Promise<Writer> {
  const machine = await call<MachineCopy>('POST', '/api/machines', { document: measurable('noted') });
  const kept: string[] = [];
  let sent = 0;
  return {
    async write() {
      sent += 1;
      const text = `note ${sent}`;
      await call('POST', `/api/machines/${machine.id}/log?limit=1`, { text });
      kept.push(text);
    },
    async missing() {
      const log = await call<readonly LogEntry[]>('GET', `/api/machines/${machine.id}/log?limit=1000`);
      const found = new Set(log.map(({ text }) => text));
      return kept.filter((text) => !found.has(text)).map((text) => `${text} of machine ${machine.id}`);
    },
    acknowledged: () => kept.length,
  };
}

function collector(call: Call): Writer {
  const made: string[] = [];
  let seen = 0;
  return {
    async write() {
      made.push((await call<StoredPart>('POST', '/api/parts', { part: newPart('motor', 'Plug') })).id);
    },
    async missing() {
      const lost: string[] = [];
      for (const id of made.slice(seen)) await call('GET', `/api/parts/${id}`).catch(() => lost.push(`part ${id}`));
      seen = made.length;
      return lost;
    },
    acknowledged: () => made.length,
  };
}

/**
 * Kills server, database or both in the middle of writes, again and again, starts again what was killed, and looks
 * whether everything that was acknowledged is there.
 * @param data folder for a database of its own
 * @param told called after each kill
 */
export async function runKills(
  kills: number,
  data: string,
  told: (done: number) => void = () => undefined,
): Promise<KillReport> {
  rmSync(data, { recursive: true, force: true });
  let database: MariaDb = await startMariaDb(data);
  const startOurServer = (): Promise<ServerProcess> =>
    startServer({ DATABASE_URL: database.url('kills'), PORT: '0', LOG_LEVEL: 'silent', DEMO: 'none' });
  let server = await startOurServer();
  const call: Call = async (method, path, body) => {
    const response = await fetch(`${server.address}${path}`, {
      method,
      signal: AbortSignal.timeout(ANSWER_LIMIT_IN_MILLISECONDS),
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
    return (await response.json()) as never;
  };
  const lost: string[] = [];
  let acknowledged = 0;
  let quietestRound = Infinity;
  let writers: Writer[] = [];
  const written = (): number => writers.reduce((sum, writer) => sum + writer.acknowledged(), 0);
  for (let done = 0; done < kills; done += 1) {
    if (done % ROUNDS_A_MACHINE === 0) {
      acknowledged += written();
      writers = [
        ...(await Promise.all(Array.from({ length: SAVERS }, () => saver(call)))),
        await measurer(call),
        await noter(call),
        collector(call),
      ];
    }
    let isPlugged = true;
    const untilUnplugged = async ({ write }: Writer): Promise<void> => {
      while (isPlugged) {
        await write().catch((error: unknown) => {
          if (isPlugged) lost.push(`refused while all ran: ${String(error)}`);
        });
      }
    };
    const before = written();
    const writing = writers.map(untilUnplugged);
    const patience = AbortSignal.timeout(ANSWER_LIMIT_IN_MILLISECONDS);
    while (written() - before < WRITES_A_ROUND && !patience.aborted) await delay(5);
    // At another moment of the writes each time.
    await delay((done * 37) % 340);
    quietestRound = Math.min(quietestRound, written() - before);
    isPlugged = false;
    const whom = WHOM[done % WHOM.length];
    if (whom !== 'database') server.child.kill('SIGKILL');
    if (whom !== 'server') process.kill(database.processId, 'SIGKILL');
    await Promise.all(writing);
    while (whom !== 'server' && isRunning(database.processId)) await delay(10);
    if (whom !== 'server') database = await startMariaDb(data, database.port);
    if (whom !== 'database') server = await startOurServer();
    for (const writer of writers) lost.push(...(await writer.missing()));
    told(done + 1);
  }
  acknowledged += written();
  await server.stop();
  await database.stop();
  rmSync(data, { recursive: true, force: true });
  return { kills, acknowledged, quietestRound, lost };
}

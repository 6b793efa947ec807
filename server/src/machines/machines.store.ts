import type { MachineCopy, MachineSummary, Revision, RevisionSummary } from '@crisp-notch/contract';
import { openMachine, type Machine } from '@crisp-notch/core/machine';
import { sameMachine } from '@crisp-notch/core/formats';
import { and, desc, eq, inArray, lt, max, or } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { isId, newId } from '../database/identity';
import { cursorOf, isTime, isWhole, pagedBy, type Page, type Paged } from '../database/page';
import { check, logEntry, logTag, machine, photo, reading, revision } from '../database/schema';
import { ApiProblem } from '../problem';
import { unreadableWords, type MachineDigest } from './digest';
import { documentColumns, renewDigests } from './digest.store';

export type MachineRow = typeof machine.$inferSelect;

const noMachine = (): ApiProblem => new ApiProblem('not-found', 'This machine is not here. It may have been deleted.');

/**
 * A stored document, brought to the present version if an older program wrote it.
 * @throws ApiProblem for one that this version cannot read
 */
export function opened(stored: Machine): Machine {
  const result = openMachine(stored);
  if (!result.ok)
    throw new ApiProblem(
      'conflict',
      `This version cannot read the stored machine: ${unreadableWords(result.error)}. It is still there, and can be taken away as it is stored.`,
    );
  return result.value;
}

/** A stored document as it is, for whoever has to mend it. */
export async function storedMachine(database: Database, id: string): Promise<unknown> {
  const [row] = await database.select({ document: machine.document }).from(machine).where(eq(machine.id, id));
  if (!row) throw noMachine();
  return row.document;
}

function copyOf(row: MachineRow): MachineCopy {
  return {
    id: row.id,
    version: row.version,
    revision: row.revisionCount,
    document: opened(row.document),
    updatedAt: row.updatedAt.toISOString(),
  };
}

/** Newest first; reads no documents but those that another version of the program summed up. */
export async function listMachines(database: Database, page: Page): Promise<Paged<MachineSummary>> {
  await renewDigests(database);
  const after = cursorOf(page, [isTime, isId]);
  const rows = await database
    .select({
      id: machine.id,
      version: machine.version,
      summary: machine.summary,
      revision: machine.revisionCount,
      updatedAt: machine.updatedAt,
    })
    .from(machine)
    .where(
      after
        ? or(
            lt(machine.updatedAt, new Date(after[0])),
            and(eq(machine.updatedAt, new Date(after[0])), lt(machine.id, after[1])),
          )
        : undefined,
    )
    .orderBy(desc(machine.updatedAt), desc(machine.id))
    .limit(page.limit + 1);
  const lastChecks = await lastChecksOf(database, rows);
  return pagedBy(
    page,
    rows,
    ({ updatedAt, id }) => [updatedAt.toISOString(), id],
    ({ summary, updatedAt, ...row }) => {
      const { parts: _parts, ...told } = typeof summary === 'object' && summary !== null ? summary : UNTOLD;
      return { ...row, ...told, updatedAt: updatedAt.toISOString(), lastCheck: lastChecks.get(row.id) ?? null };
    },
  );
}

/** Of a machine that another version of the program writes to just now. */
const UNTOLD: MachineDigest = {
  name: '',
  kind: 'other',
  axisLetters: [],
  stampedCount: 0,
  unreadable: null,
  parts: [],
};

async function lastChecksOf(
  database: Database,
  machines: readonly { readonly id: string }[],
): Promise<ReadonlyMap<string, MachineSummary['lastCheck']>> {
  if (machines.length === 0) return new Map();
  const last = database
    .select({ id: max(check.id).as('last_id') })
    .from(check)
    .where(
      inArray(
        check.machineId,
        machines.map(({ id }) => id),
      ),
    )
    .groupBy(check.machineId)
    .as('last');
  const rows = await database
    .select({ machineId: check.machineId, axisLetter: check.axisLetter, verdict: check.verdict, at: check.at })
    .from(check)
    .innerJoin(last, eq(check.id, last.id));
  return new Map(
    rows.map(({ machineId, axisLetter, verdict, at }) => [machineId, { axisLetter, verdict, at: at.toISOString() }]),
  );
}

/** @throws ApiProblem where there is no such machine */
export async function demandMachine(session: Session, id: string): Promise<void> {
  const [row] = await session.select({ id: machine.id }).from(machine).where(eq(machine.id, id));
  if (!row) throw noMachine();
}

export async function loadMachine(session: Session, id: string): Promise<MachineCopy> {
  const [row] = await session.select().from(machine).where(eq(machine.id, id));
  if (!row) throw noMachine();
  return copyOf(row);
}

/** The machine's row, locked until the transaction ends, so that revisions are numbered without gaps or repeats. */
export async function lockMachine(session: Session, id: string): Promise<MachineRow> {
  const [row] = await session.select().from(machine).where(eq(machine.id, id)).for('update');
  if (!row) throw noMachine();
  return row;
}

/** @throws ApiProblem `stale` with both sides' newest if the row has moved on */
export function demandVersion(row: MachineRow, version: number): void {
  if (row.version !== version)
    throw new ApiProblem(
      'stale',
      'Another tab or person saved this machine since you opened it. Nothing was overwritten.',
      { current: copyOf(row) },
    );
}

export async function createMachine(database: Database, document: Machine): Promise<MachineCopy> {
  return inTransaction(database, async (session) => {
    const id = newId();
    const now = new Date();
    await session
      .insert(machine)
      .values({ id, version: 1, revisionCount: 0, ...documentColumns(document), createdAt: now, updatedAt: now });
    await cutRevision(session, await lockMachine(session, id), document, 'Machine begun');
    return loadMachine(session, id);
  });
}

/** Gets what a machine was and is once that is written; what stood there unreadable is not told. */
type Told = (session: Session, row: MachineRow, before: Machine, now: Machine) => Promise<void>;

async function tell(session: Session, stored: MachineRow, now: Machine, told: Told): Promise<void> {
  const before = openMachine(stored.document);
  if (before.ok) await told(session, await lockMachine(session, stored.id), before.value, opened(now));
}

/** Saves the working copy; acknowledged means committed. @param told writes into the logbook what was done */
export async function saveMachine(
  database: Database,
  id: string,
  version: number,
  document: Machine,
  told: Told,
): Promise<MachineCopy> {
  const taken = await inTransaction(database, async (session) => {
    const row = await lockMachine(session, id);
    if (row.version !== version) return false;
    await keepTyped(session, row, document);
    await session
      .update(machine)
      .set({ ...documentColumns(document), version: version + 1, updatedAt: new Date() })
      .where(eq(machine.id, id));
    await tell(session, row, document, told);
    return true;
  });
  const current = await loadMachine(database, id);
  if (!taken)
    throw new ApiProblem(
      'stale',
      'Another tab or person saved this machine since you opened it. Nothing was overwritten.',
      { current },
    );
  return current;
}

/** After a pause this long, typing begins a new piece of work. */
const PAUSE_IN_MILLISECONDS = 20 * 60_000;
/** Typing without a pause is kept this often. */
const PIECE_IN_MILLISECONDS = 60 * 60_000;

/**
 * Keeps what was typed as a revision at sensible moments: as it stood before a pause, and once an hour while somebody
 * works on.
 */
async function keepTyped(session: Session, row: MachineRow, next: Machine): Promise<void> {
  const now = Date.now();
  const [newest] = await session
    .select({ at: revision.at })
    .from(revision)
    .where(and(eq(revision.machineId, row.id), eq(revision.number, row.revisionCount)));
  const hasPaused = now - row.updatedAt.getTime() > PAUSE_IN_MILLISECONDS;
  const isLong = newest !== undefined && now - newest.at.getTime() > PIECE_IN_MILLISECONDS;
  const read = hasPaused || isLong ? openMachine(row.document) : null;
  if (read?.ok && !sameMachine(read.value, next))
    await cutRevision(
      session,
      row,
      read.value,
      hasPaused ? 'Typed changes, before a pause' : 'Typed changes of an hour',
    );
}

export async function removeMachine(database: Database, id: string): Promise<void> {
  await inTransaction(database, async (session) => {
    await lockMachine(session, id);
    await eraseMachine(session, id);
  });
}

/** Takes a machine away with all that is known of it, inside a transaction. */
export async function eraseMachine(session: Session, id: string): Promise<void> {
  const checks = session.select({ id: check.id }).from(check).where(eq(check.machineId, id));
  await session.delete(photo).where(eq(photo.machineId, id));
  await session.delete(logTag).where(eq(logTag.machineId, id));
  await session.delete(logEntry).where(eq(logEntry.machineId, id));
  await session.delete(reading).where(inArray(reading.checkId, checks));
  await session.delete(check).where(eq(check.machineId, id));
  await session.delete(revision).where(eq(revision.machineId, id));
  await session.delete(machine).where(eq(machine.id, id));
}

/**
 * Keeps a document as the next revision. Where nothing has changed since the newest one, that one serves, so that the
 * history stays readable.
 * @param row the machine's locked row
 */
export async function cutRevision(
  session: Session,
  row: MachineRow,
  document: Machine,
  reason: string,
): Promise<{ readonly id: string; readonly number: number }> {
  const [newest] = await session
    .select()
    .from(revision)
    .where(and(eq(revision.machineId, row.id), eq(revision.number, row.revisionCount)));
  // One that cannot be read is like no design, and keeps nobody from keeping the next.
  const read = newest ? openMachine(newest.document) : null;
  if (newest && read?.ok && sameMachine(read.value, document)) return { id: newest.id, number: newest.number };
  const id = newId();
  const number = row.revisionCount + 1;
  await session.insert(revision).values({ id, machineId: row.id, number, reason, document, at: new Date() });
  await session.update(machine).set({ revisionCount: number }).where(eq(machine.id, row.id));
  return { id, number };
}

/**
 * Saves a document and keeps it as a revision in one transaction; `record` adds what goes with it, `told` writes into
 * the logbook what was done besides.
 */
export async function applyDocument(
  database: Database,
  id: string,
  change: { readonly version: number; readonly document: Machine; readonly reason: string },
  record: (session: Session, revisionId: string) => Promise<unknown>,
  told: Told,
): Promise<MachineCopy> {
  return inTransaction(database, async (session) => {
    const row = await lockMachine(session, id);
    demandVersion(row, change.version);
    await session
      .update(machine)
      .set({ ...documentColumns(change.document), version: row.version + 1, updatedAt: new Date() })
      .where(eq(machine.id, id));
    const cut = await cutRevision(session, row, change.document, change.reason);
    await record(session, cut.id);
    await tell(session, row, change.document, told);
    return loadMachine(session, id);
  });
}

/** Newest first. */
export async function listRevisions(
  database: Database,
  machineId: string,
  page: Page,
): Promise<Paged<RevisionSummary>> {
  await demandMachine(database, machineId);
  const after = cursorOf(page, [isWhole]);
  const rows = await database
    .select({ number: revision.number, reason: revision.reason, at: revision.at })
    .from(revision)
    .where(and(eq(revision.machineId, machineId), after ? lt(revision.number, Number(after[0])) : undefined))
    .orderBy(desc(revision.number))
    .limit(page.limit + 1);
  return pagedBy(
    page,
    rows,
    ({ number }) => [String(number)],
    (row) => ({ ...row, at: row.at.toISOString() }),
  );
}

export async function loadRevision(database: Database, machineId: string, number: number): Promise<Revision> {
  const [row] = await database
    .select()
    .from(revision)
    .where(and(eq(revision.machineId, machineId), eq(revision.number, number)));
  if (!row) throw new ApiProblem('not-found', 'This machine has no such revision.');
  return { number: row.number, reason: row.reason, at: row.at.toISOString(), document: opened(row.document) };
}

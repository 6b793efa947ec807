import type { MachineCopy, MachineSummary, Revision, RevisionSummary } from '@crisp-notch/contract';
import { openMachine, type Machine } from '@crisp-notch/core/machine';
import { sameMachine } from '@crisp-notch/core/formats';
import type { Problem } from '@crisp-notch/core/quantity';
import { and, desc, eq, inArray } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { newId } from '../database/identity';
import { check, logEntry, machine, reading, revision } from '../database/schema';
import { ApiProblem } from '../problem';

type MachineRow = typeof machine.$inferSelect;

const noMachine = (): ApiProblem => new ApiProblem('not-found', 'This machine is not here. It may have been deleted.');

const unreadableWords = (problems: readonly Problem[]): string => `${problems[0]?.path ?? ''} ${problems[0]?.message ?? 'cannot be read'}`.trim();

/**
 * A stored document, brought to the present version if an older program wrote it.
 * @throws ApiProblem for one that this version cannot read
 */
export function opened(stored: Machine): Machine {
  const result = openMachine(stored);
  if (!result.ok)
    throw new ApiProblem('conflict', `This version cannot read the stored machine: ${unreadableWords(result.error)}. It is still there, and can be taken away as it is stored.`);
  return result.value;
}

/** A stored document as it is, for whoever has to mend it. */
export async function storedMachine(database: Database, id: string): Promise<unknown> {
  const [row] = await database.select({ document: machine.document }).from(machine).where(eq(machine.id, id));
  if (!row) throw noMachine();
  return row.document;
}

/** What a list says of a document; of one that cannot be read, what little can be told. */
function summaryOf(stored: Machine): Pick<MachineSummary, 'name' | 'kind' | 'axisLetters' | 'stampedCount' | 'unreadable'> {
  const result = openMachine(stored);
  if (!result.ok) {
    const name = (stored as { readonly name?: unknown } | null)?.name;
    return {
      name: typeof name === 'string' && name !== '' ? name : 'A machine without a name',
      kind: 'other',
      axisLetters: [],
      stampedCount: 0,
      unreadable: unreadableWords(result.error),
    };
  }
  const { name, kind, axes, card } = result.value;
  return { name, kind, axisLetters: axes.map((axis) => axis.letter), stampedCount: card.filter((operation) => operation.state === 'stamped').length, unreadable: null };
}

function copyOf(row: MachineRow): MachineCopy {
  return { id: row.id, version: row.version, revision: row.revisionCount, document: opened(row.document), updatedAt: row.updatedAt.toISOString() };
}

export async function listMachines(database: Database): Promise<readonly MachineSummary[]> {
  const rows = await database.select().from(machine).orderBy(desc(machine.updatedAt), desc(machine.id));
  const checks = await database.select({ machineId: check.machineId, axisLetter: check.axisLetter, verdict: check.verdict, at: check.at }).from(check).orderBy(check.at, check.id);
  const lastChecks = new Map(checks.map((item) => [item.machineId, { axisLetter: item.axisLetter, verdict: item.verdict, at: item.at.toISOString() }]));
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    ...summaryOf(row.document),
    revision: row.revisionCount,
    updatedAt: row.updatedAt.toISOString(),
    lastCheck: lastChecks.get(row.id) ?? null,
  }));
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
  if (row.version !== version) throw new ApiProblem('stale', 'Another tab or person saved this machine since you opened it. Nothing was overwritten.', { current: copyOf(row) });
}

export async function createMachine(database: Database, document: Machine): Promise<MachineCopy> {
  return inTransaction(database, async (session) => {
    const id = newId();
    const now = new Date();
    await session.insert(machine).values({ id, version: 1, revisionCount: 0, document, createdAt: now, updatedAt: now });
    await cutRevision(session, await lockMachine(session, id), document, 'Machine begun');
    return loadMachine(session, id);
  });
}

/** Saves the working copy; acknowledged means committed. */
export async function saveMachine(database: Database, id: string, version: number, document: Machine): Promise<MachineCopy> {
  const [result] = await database
    .update(machine)
    .set({ document, version: version + 1, updatedAt: new Date() })
    .where(and(eq(machine.id, id), eq(machine.version, version)));
  const current = await loadMachine(database, id);
  if (result.affectedRows === 0) throw new ApiProblem('stale', 'Another tab or person saved this machine since you opened it. Nothing was overwritten.', { current });
  return current;
}

export async function removeMachine(database: Database, id: string): Promise<void> {
  await inTransaction(database, async (session) => {
    await lockMachine(session, id);
    const checks = session.select({ id: check.id }).from(check).where(eq(check.machineId, id));
    await session.delete(logEntry).where(eq(logEntry.machineId, id));
    await session.delete(reading).where(inArray(reading.checkId, checks));
    await session.delete(check).where(eq(check.machineId, id));
    await session.delete(revision).where(eq(revision.machineId, id));
    await session.delete(machine).where(eq(machine.id, id));
  });
}

/**
 * Keeps a document as the next revision. Where nothing has changed since the newest one, that one serves, so that the
 * history stays readable.
 * @param row the machine's locked row
 */
export async function cutRevision(session: Session, row: MachineRow, document: Machine, reason: string): Promise<{ readonly id: string; readonly number: number }> {
  const [newest] = await session
    .select()
    .from(revision)
    .where(and(eq(revision.machineId, row.id), eq(revision.number, row.revisionCount)));
  if (newest && sameMachine(opened(newest.document), document)) return { id: newest.id, number: newest.number };
  const id = newId();
  const number = row.revisionCount + 1;
  await session.insert(revision).values({ id, machineId: row.id, number, reason, document, at: new Date() });
  await session.update(machine).set({ revisionCount: number }).where(eq(machine.id, row.id));
  return { id, number };
}

/** Saves a document and keeps it as a revision in one transaction; `record` adds what goes with it. */
export async function applyDocument(
  database: Database,
  id: string,
  change: { readonly version: number; readonly document: Machine; readonly reason: string },
  record: (session: Session, revisionId: string) => Promise<void>,
): Promise<MachineCopy> {
  return inTransaction(database, async (session) => {
    const row = await lockMachine(session, id);
    demandVersion(row, change.version);
    await session
      .update(machine)
      .set({ document: change.document, version: row.version + 1, updatedAt: new Date() })
      .where(eq(machine.id, id));
    const cut = await cutRevision(session, row, change.document, change.reason);
    await record(session, cut.id);
    return loadMachine(session, id);
  });
}

export async function listRevisions(database: Database, machineId: string): Promise<readonly RevisionSummary[]> {
  await loadMachine(database, machineId);
  const rows = await database
    .select({ number: revision.number, reason: revision.reason, at: revision.at })
    .from(revision)
    .where(eq(revision.machineId, machineId))
    .orderBy(desc(revision.number));
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

export async function loadRevision(database: Database, machineId: string, number: number): Promise<Revision> {
  const [row] = await database
    .select()
    .from(revision)
    .where(and(eq(revision.machineId, machineId), eq(revision.number, number)));
  if (!row) throw new ApiProblem('not-found', 'This machine has no such revision.');
  return { number: row.number, reason: row.reason, at: row.at.toISOString(), document: opened(row.document) };
}

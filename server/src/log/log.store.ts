import type { LogEntry, LogKind } from '@crisp-notch/contract';
import { desc, eq } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { newId } from '../database/identity';
import { logEntry, revision } from '../database/schema';
import { cutRevision, loadMachine, lockMachine, opened } from '../machines/machines.store';

interface NewEntry {
  readonly machineId: string;
  readonly revisionId: string;
  readonly checkId: string | null;
  readonly kind: LogKind;
  readonly text: string;
}

export async function writeLog(session: Session, entry: NewEntry): Promise<void> {
  await session.insert(logEntry).values({ id: newId(), ...entry, at: new Date() });
}

/** A note is made on the design as it stands, so that design is kept as a revision if it is not one already. */
export async function writeNote(database: Database, machineId: string, text: string): Promise<void> {
  await inTransaction(database, async (session) => {
    const row = await lockMachine(session, machineId);
    const cut = await cutRevision(session, row, opened(row.document), 'Note in the logbook');
    await writeLog(session, { machineId, revisionId: cut.id, checkId: null, kind: 'note', text });
  });
}

/** Newest first. */
export async function listLog(database: Database, machineId: string): Promise<readonly LogEntry[]> {
  await loadMachine(database, machineId);
  const rows = await database
    .select({ id: logEntry.id, at: logEntry.at, kind: logEntry.kind, text: logEntry.text, checkId: logEntry.checkId, revision: revision.number })
    .from(logEntry)
    .innerJoin(revision, eq(revision.id, logEntry.revisionId))
    .where(eq(logEntry.machineId, machineId))
    .orderBy(desc(logEntry.at), desc(logEntry.id));
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

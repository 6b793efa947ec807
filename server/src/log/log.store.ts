import type { LogEntry, LogKind } from '@crisp-notch/contract';
import { and, desc, eq, lt, max } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { isId, newId } from '../database/identity';
import { cursorOf, pagedBy, type Page, type Paged } from '../database/page';
import { check, logEntry, revision } from '../database/schema';
import { cutRevision, demandMachine, lockMachine, opened } from '../machines/machines.store';

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

/** Newest first, as they came. */
export async function listLog(database: Database, machineId: string, page: Page): Promise<Paged<LogEntry>> {
  await demandMachine(database, machineId);
  const after = cursorOf(page, [isId]);
  const newest = database
    .select({ checkId: logEntry.checkId, id: max(logEntry.id).as('newest_id') })
    .from(logEntry)
    .where(and(eq(logEntry.machineId, machineId), eq(logEntry.kind, 'verdict')))
    .groupBy(logEntry.checkId)
    .as('newest');
  const rows = await database
    .select({
      entry: {
        id: logEntry.id,
        at: logEntry.at,
        kind: logEntry.kind,
        text: logEntry.text,
        checkId: logEntry.checkId,
        revision: revision.number,
      },
      newest: newest.id,
      checkKind: check.kind,
      axisLetter: check.axisLetter,
      word: check.verdict,
      metric: check.sentence,
      inch: check.sentenceInch,
    })
    .from(logEntry)
    .innerJoin(revision, eq(revision.id, logEntry.revisionId))
    .leftJoin(newest, eq(newest.id, logEntry.id))
    .leftJoin(check, eq(check.id, logEntry.checkId))
    .where(and(eq(logEntry.machineId, machineId), after ? lt(logEntry.id, after[0]) : undefined))
    .orderBy(desc(logEntry.id))
    .limit(page.limit + 1);
  return pagedBy(
    page,
    rows,
    ({ entry }) => [entry.id],
    ({ entry, newest: newestId, checkKind, axisLetter, word, metric, inch }) => ({
      ...entry,
      at: entry.at.toISOString(),
      // An older verdict of the same check stays as it was written.
      verdict:
        newestId !== null && checkKind !== null && axisLetter !== null && word !== null
          ? {
              kind: checkKind,
              axisLetter,
              word,
              sentences: { metric: metric ?? '', inch: inch === null || inch === '' ? (metric ?? '') : inch },
            }
          : null,
    }),
  );
}

import type { LogEntry, LogKind, TagCount } from '@crisp-notch/contract';
import type { Machine } from '@crisp-notch/core/machine';
import { happenedBetween } from '@crisp-notch/core/logbook';
import { and, asc, count, desc, eq, exists, inArray, like, lt, max, or, type SQL } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { isId, newId } from '../database/identity';
import { cursorOf, pagedBy, type Page, type Paged } from '../database/page';
import { check, logEntry, logTag, revision } from '../database/schema';
import { cutRevision, demandMachine, lockMachine, opened, type MachineRow } from '../machines/machines.store';
import { demandEntry, photosOf } from '../photos/photos.store';
import type { LogFilter } from './log-filter';

interface NewEntry {
  readonly machineId: string;
  readonly revisionId: string;
  readonly checkId: string | null;
  readonly kind: LogKind;
  readonly axisLetter?: string | null;
  readonly text: string;
}

/** @returns the identity of the entry */
export async function writeLog(session: Session, entry: NewEntry): Promise<string> {
  const id = newId();
  await session.insert(logEntry).values({ id, ...entry, at: new Date() });
  return id;
}

/** A revision with a stamp on it is one to come back to; other deeds are written beside the newest there is. */
const REVISION_REASON = 'Operation stamped';

/**
 * Writes what was done between two designs of a machine: stamps, first moves, orders.
 * @param row the machine's locked row, as it was before
 */
export async function writeHappened(session: Session, row: MachineRow, before: Machine, now: Machine): Promise<void> {
  const happened = happenedBetween(before, now);
  if (happened.length === 0) return;
  const isStamped = happened.some(({ kind }) => kind === 'stamp');
  const revisionId = isStamped
    ? (await cutRevision(session, row, now, REVISION_REASON)).id
    : await newestRevision(session, row);
  for (const { kind, axisLetter, text } of happened)
    await writeLog(session, { machineId: row.id, revisionId, checkId: null, kind, axisLetter, text });
}

async function newestRevision(session: Session, row: MachineRow): Promise<string> {
  const [newest] = await session
    .select({ id: revision.id })
    .from(revision)
    .where(and(eq(revision.machineId, row.id), eq(revision.number, row.revisionCount)));
  return newest?.id ?? (await cutRevision(session, row, opened(row.document), 'Kept for the logbook')).id;
}

export interface NewNote {
  readonly text: string;
  readonly axisLetter: string | null;
  readonly tags: readonly string[];
}

/**
 * A note is made on the design as it stands, so that design is kept as a revision if it is not one already.
 * @returns the identity of its entry
 */
export async function writeNote(
  database: Database,
  machineId: string,
  { text, axisLetter, tags }: NewNote,
): Promise<string> {
  return await inTransaction(database, async (session) => {
    const row = await lockMachine(session, machineId);
    const cut = await cutRevision(session, row, opened(row.document), 'Note in the logbook');
    const id = await writeLog(session, {
      machineId,
      revisionId: cut.id,
      checkId: null,
      kind: 'note',
      axisLetter,
      text,
    });
    await insertTags(session, machineId, id, tags);
    return id;
  });
}

/** Tags are small letters, each once. */
async function insertTags(
  session: Session,
  machineId: string,
  entryId: string,
  tags: readonly string[],
): Promise<void> {
  const said = [...new Set(tags.map((tag) => tag.toLowerCase()))];
  if (said.length > 0) await session.insert(logTag).values(said.map((tag) => ({ machineId, entryId, tag })));
}

/** Puts tags in the place of those that an entry had. */
export async function tagEntry(
  database: Database,
  machineId: string,
  entryId: string,
  tags: readonly string[],
): Promise<void> {
  await inTransaction(database, async (session) => {
    await lockMachine(session, machineId);
    await demandEntry(session, machineId, entryId);
    await session.delete(logTag).where(eq(logTag.entryId, entryId));
    await insertTags(session, machineId, entryId, tags);
  });
}

/** The tags of a machine's logbook, those that are used most first. */
export async function listTags(database: Database, machineId: string): Promise<readonly TagCount[]> {
  await demandMachine(database, machineId);
  return await database
    .select({ tag: logTag.tag, count: count() })
    .from(logTag)
    .where(eq(logTag.machineId, machineId))
    .groupBy(logTag.tag)
    .orderBy(desc(count()), asc(logTag.tag));
}

/** What LIKE takes for a pattern, taken for itself. */
const literally = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

/** The entries that a filter leaves; every word stands in the text, in what the check came to, or is a tag. */
function leftBy(session: Session, { kinds, axis, tag, words }: LogFilter): readonly (SQL | undefined)[] {
  const hasTag = (condition: SQL): SQL =>
    exists(
      session
        .select({ tag: logTag.tag })
        .from(logTag)
        .where(and(eq(logTag.entryId, logEntry.id), condition)),
    );
  return [
    kinds.length === 0 ? undefined : inArray(logEntry.kind, [...kinds]),
    axis === null ? undefined : or(eq(logEntry.axisLetter, axis), eq(check.axisLetter, axis)),
    tag === null ? undefined : hasTag(eq(logTag.tag, tag.toLowerCase())),
    ...words.map((word) =>
      or(
        like(logEntry.text, literally(word)),
        like(check.sentence, literally(word)),
        hasTag(like(logTag.tag, literally(word))),
      ),
    ),
  ];
}

/** The tags of some entries, by their entry, in the order of the alphabet. */
export async function tagsOf(
  session: Session,
  entryIds: readonly string[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  if (entryIds.length === 0) return new Map();
  const rows = await session
    .select({ entryId: logTag.entryId, tag: logTag.tag })
    .from(logTag)
    .where(inArray(logTag.entryId, [...entryIds]))
    .orderBy(logTag.entryId, logTag.tag);
  const found = new Map<string, string[]>();
  for (const { entryId, tag } of rows) found.set(entryId, [...(found.get(entryId) ?? []), tag]);
  return found;
}

/** Newest first, as they came. */
export async function listLog(
  database: Database,
  machineId: string,
  page: Page,
  filter: LogFilter,
): Promise<Paged<LogEntry>> {
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
        axisLetter: logEntry.axisLetter,
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
    .where(
      and(
        eq(logEntry.machineId, machineId),
        after ? lt(logEntry.id, after[0]) : undefined,
        ...leftBy(database, filter),
      ),
    )
    .orderBy(desc(logEntry.id))
    .limit(page.limit + 1);
  const ids = rows.map(({ entry }) => entry.id);
  const [tags, photos] = [await tagsOf(database, ids), await photosOf(database, ids)];
  return pagedBy(
    page,
    rows,
    ({ entry }) => [entry.id],
    ({ entry, newest: newestId, checkKind, axisLetter, word, metric, inch }) => ({
      ...entry,
      at: entry.at.toISOString(),
      axisLetter: axisLetter ?? entry.axisLetter,
      tags: tags.get(entry.id) ?? [],
      photos: photos.get(entry.id) ?? [],
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

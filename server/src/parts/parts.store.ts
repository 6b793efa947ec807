import type { StoredPart } from '@crisp-notch/contract';
import { CURRENT_VERSION } from '@crisp-notch/core/machine';
import { checkPart, newPart, PART_KINDS, type Part } from '@crisp-notch/core/parts';
import { and, asc, eq, inArray, ne, sql } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { isId, newId } from '../database/identity';
import { cursorOf, pagedBy, type Page, type Paged } from '../database/page';
import { machine, part } from '../database/schema';
import { renewDigests } from '../machines/digest.store';
import { ApiProblem } from '../problem';

type PartRow = typeof part.$inferSelect;

/**
 * A part as an older program wrote it, with what has been added to parts since left unknown. One that this version
 * cannot read is shown by its name alone, and says so; what is stored of it stays.
 */
function completed(stored: Part, name: string): Part {
  const result = checkPart(stored);
  if (result.ok) return result.value;
  const why = `${result.error[0]?.path ?? ''} ${result.error[0]?.message ?? ''}`.trim();
  return { ...newPart('other', name), note: `${UNREADABLE}: ${why}`.slice(0, 1000) };
}

const UNREADABLE = 'This version cannot read the stored part';

/** A part that this version has checked when it was written is not checked again each time it is read. */
const readingOf = (row: PartRow): Part =>
  row.checkedBy === CURRENT_VERSION && typeof row.document === 'object'
    ? row.document
    : completed(row.document, row.name);
const storedOf = (row: PartRow): StoredPart => ({
  id: row.id,
  version: row.version,
  part: readingOf(row),
  updatedAt: row.updatedAt.toISOString(),
});
function rowOf(item: Part): Omit<PartRow, 'id' | 'version'> {
  const read = checkPart(item);
  const document = read.ok ? read.value : item;
  return {
    kind: document.kind,
    name: document.name,
    document,
    checkedBy: read.ok ? CURRENT_VERSION : 0,
    updatedAt: new Date(),
  };
}

/** Brings parts of an older version to the present one, where they can be read. */
async function renewParts(database: Database): Promise<void> {
  const rows = await database.select().from(part).where(ne(part.checkedBy, CURRENT_VERSION));
  for (const row of rows) {
    const read = checkPart(row.document);
    if (read.ok)
      await database
        .update(part)
        .set({ document: read.value, checkedBy: CURRENT_VERSION })
        .where(and(eq(part.id, row.id), eq(part.version, row.version)));
  }
}

/** By kind and name. */
export async function listParts(database: Database, page: Page): Promise<Paged<StoredPart>> {
  if (page.after === null) await renewParts(database);
  const after = cursorOf(page, [isKind, isName, isId]);
  const rows = await database
    .select()
    .from(part)
    .where(after ? sql`(${part.kind}, ${part.name}, ${part.id}) > (${after[0]}, ${after[1]}, ${after[2]})` : undefined)
    .orderBy(asc(part.kind), asc(part.name), asc(part.id))
    .limit(page.limit + 1);
  return pagedBy(page, rows, (row) => [row.kind, row.name, row.id], storedOf);
}

const isKind = (text: string): boolean => PART_KINDS.some((kind) => kind === text);
const isName = (text: string): boolean => text.length <= 120;

/**
 * In how many machines each part is, by the link that choosing it left, or by its name where a machine came from
 * elsewhere.
 * @returns counts by the part's identity; parts that are in none are left out
 */
export async function countUses(database: Database): Promise<Readonly<Record<string, number>>> {
  await renewDigests(database);
  const [machines, parts] = await Promise.all([
    database.select({ summary: machine.summary }).from(machine),
    database.select({ id: part.id, name: part.name }).from(part),
  ]);
  const known = new Set(parts.map(({ id }) => id));
  const byName = new Map(parts.map(({ id, name }) => [name, id]));
  const counts = new Map<string, number>();
  for (const { summary } of machines) {
    // A link to a shelf elsewhere says nothing here, but the name may.
    const ids = new Set(
      (summary?.parts ?? []).flatMap(({ id, name }) => (id !== null && known.has(id) ? id : (byName.get(name) ?? []))),
    );
    for (const id of ids) counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  return Object.fromEntries(counts);
}

export async function loadPart(database: Database, id: string): Promise<StoredPart> {
  const [row] = await database.select().from(part).where(eq(part.id, id));
  if (!row) throw new ApiProblem('not-found', 'This part is not on the shelf.');
  return storedOf(row);
}

export async function addPart(database: Database, item: Part): Promise<StoredPart> {
  const id = newId();
  await database.insert(part).values({ id, version: 1, ...rowOf(item) });
  return loadPart(database, id);
}

/** Rows an insert takes at once, well below the packet limit. */
const CHUNK = 500;

/** All or none. */
export async function addParts(database: Database, items: readonly Part[]): Promise<number> {
  return inTransaction(database, (session) => insertParts(session, items));
}

export async function insertParts(session: Session, items: readonly Part[]): Promise<number> {
  for (let start = 0; start < items.length; start += CHUNK) {
    await session
      .insert(part)
      .values(items.slice(start, start + CHUNK).map((item) => ({ id: newId(), version: 1, ...rowOf(item) })));
  }
  return items.length;
}

/**
 * Finds the part of a link that came from elsewhere: the very part, one of the same kind and name, or else the part
 * itself put on the shelf under the identity it had.
 * @returns its identity here
 */
export async function shelvePart(session: Session, id: string, item: Part): Promise<string> {
  const [same] = await session.select({ id: part.id }).from(part).where(eq(part.id, id));
  if (same) return same.id;
  const [alike] = await session
    .select({ id: part.id })
    .from(part)
    .where(and(eq(part.kind, item.kind), eq(part.name, item.name)))
    .limit(1);
  if (alike) return alike.id;
  const own = isId(id) ? id : newId();
  await session.insert(part).values({ id: own, version: 1, ...rowOf(item) });
  return own;
}

/** The parts of some identities that are on the shelf and can be read. */
export async function partsOf(
  session: Session,
  ids: readonly string[],
): Promise<readonly { readonly id: string; readonly part: Part }[]> {
  if (ids.length === 0) return [];
  const rows = await session
    .select()
    .from(part)
    .where(inArray(part.id, [...ids]))
    .orderBy(asc(part.id));
  return rows.flatMap(({ id, document }) => {
    const read = checkPart(document);
    return read.ok ? [{ id, part: read.value }] : [];
  });
}

export async function savePart(database: Database, id: string, version: number, item: Part): Promise<StoredPart> {
  const [stored] = await database.select({ document: part.document }).from(part).where(eq(part.id, id));
  // What cannot be read is not written over by what little is shown of it.
  if (stored && !checkPart(stored.document).ok)
    throw new ApiProblem('conflict', `${UNREADABLE}, so it cannot be changed here. Make it anew, and delete this one.`);
  const [result] = await inTransaction(database, (session) =>
    session
      .update(part)
      .set({ version: version + 1, ...rowOf(item) })
      .where(and(eq(part.id, id), eq(part.version, version))),
  );
  const current = await loadPart(database, id);
  if (result.affectedRows === 0)
    throw new ApiProblem('stale', 'This part was changed elsewhere since you opened it. Nothing was overwritten.', {
      current,
    });
  return current;
}

export async function removePart(database: Database, id: string): Promise<void> {
  const [result] = await database.delete(part).where(eq(part.id, id));
  if (result.affectedRows === 0) throw new ApiProblem('not-found', 'This part is not on the shelf.');
}

import type { StoredPart } from '@crisp-notch/contract';
import { checkPart, newPart, partsHeld, type Part } from '@crisp-notch/core/parts';
import { and, asc, eq } from 'drizzle-orm';
import { inTransaction, type Database } from '../database/connection';
import { newId } from '../database/identity';
import { machine, part } from '../database/schema';
import { ApiProblem } from '../problem';

type PartRow = typeof part.$inferSelect;

/**
 * A part as an older program wrote it, with what has been added to parts since left unknown. One that this version cannot
 * read is shown by its name alone, and says so; what is stored of it stays.
 */
function completed(stored: Part, name: string): Part {
  const result = checkPart(stored);
  if (result.ok) return result.value;
  const why = `${result.error[0]?.path ?? ''} ${result.error[0]?.message ?? ''}`.trim();
  return { ...newPart('other', name), note: `${UNREADABLE}: ${why}`.slice(0, 1000) };
}

const UNREADABLE = 'This version cannot read the stored part';

const storedOf = (row: PartRow): StoredPart => ({ id: row.id, version: row.version, part: completed(row.document, row.name), updatedAt: row.updatedAt.toISOString() });
const rowOf = (item: Part): Omit<PartRow, 'id' | 'version'> => ({ kind: item.kind, name: item.name, document: item, updatedAt: new Date() });

export async function listParts(database: Database): Promise<readonly StoredPart[]> {
  const rows = await database.select().from(part).orderBy(asc(part.kind), asc(part.name), asc(part.id));
  return rows.map(storedOf);
}

/**
 * In how many machines each part is, by the link that choosing it left, or by its name where a machine came from elsewhere.
 * @returns counts by the part's identity; parts that are in none are left out
 */
export async function countUses(database: Database): Promise<Readonly<Record<string, number>>> {
  const [machines, parts] = await Promise.all([database.select({ document: machine.document }).from(machine), database.select({ id: part.id, name: part.name }).from(part)]);
  const byName = new Map(parts.map(({ id, name }) => [name, id]));
  const counts = new Map<string, number>();
  for (const { document } of machines) {
    const ids = new Set(partsHeld(document).flatMap(({ id, name }) => id ?? byName.get(name) ?? []));
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
  await inTransaction(database, async (session) => {
    for (let start = 0; start < items.length; start += CHUNK) {
      await session.insert(part).values(items.slice(start, start + CHUNK).map((item) => ({ id: newId(), version: 1, ...rowOf(item) })));
    }
  });
  return items.length;
}

export async function savePart(database: Database, id: string, version: number, item: Part): Promise<StoredPart> {
  const [stored] = await database.select({ document: part.document }).from(part).where(eq(part.id, id));
  // What cannot be read is not written over by what little is shown of it.
  if (stored && !checkPart(stored.document).ok) throw new ApiProblem('conflict', `${UNREADABLE}, so it cannot be changed here. Make it anew, and delete this one.`);
  const [result] = await database
    .update(part)
    .set({ version: version + 1, ...rowOf(item) })
    .where(and(eq(part.id, id), eq(part.version, version)));
  const current = await loadPart(database, id);
  if (result.affectedRows === 0) throw new ApiProblem('stale', 'This part was changed elsewhere since you opened it. Nothing was overwritten.', { current });
  return current;
}

export async function removePart(database: Database, id: string): Promise<void> {
  const [result] = await database.delete(part).where(eq(part.id, id));
  if (result.affectedRows === 0) throw new ApiProblem('not-found', 'This part is not on the shelf.');
}

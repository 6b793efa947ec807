import type { StoredKit } from '@crisp-notch/contract';
import { asKit } from '@crisp-notch/core/kits';
import { openMachine, type Machine } from '@crisp-notch/core/machine';
import { asc, count, eq, gt } from 'drizzle-orm';
import { inTransaction, type Database } from '../database/connection';
import { isId, newId } from '../database/identity';
import { cursorOf, pagedBy, type Page, type Paged } from '../database/page';
import { kit } from '../database/schema';
import { ApiProblem } from '../problem';

type KitRow = typeof kit.$inferSelect;

/** Kits of one installation: beyond that a list of pictures is no help any more. */
const MOST = 200;

function storedOf({ id, name, about, document, at }: KitRow): StoredKit {
  const opened = openMachine(document);
  return { id, name, about, document: opened.ok ? opened.value : null, at: at.toISOString() };
}

/** In the order in which they were kept. */
export async function listKits(database: Database, page: Page): Promise<Paged<StoredKit>> {
  const after = cursorOf(page, [isId]);
  const rows = await database
    .select()
    .from(kit)
    .where(after ? gt(kit.id, after[0]) : undefined)
    .orderBy(asc(kit.id))
    .limit(page.limit + 1);
  return pagedBy(page, rows, ({ id }) => [id], storedOf);
}

/** Keeps a design as a kit: everything in it becomes a guess, and what was done with its machine stays behind. */
export async function keepKit(
  database: Database,
  { name, about, document }: { readonly name: string; readonly about: string; readonly document: Machine },
): Promise<StoredKit> {
  return inTransaction(database, async (session) => {
    const [counted] = await session.select({ kits: count() }).from(kit);
    if ((counted?.kits ?? 0) >= MOST)
      throw new ApiProblem('conflict', `There are ${MOST} kits already: delete one that nobody needs.`);
    const row: KitRow = { id: newId(), name, about, document: asKit({ ...document, name }), at: new Date() };
    await session.insert(kit).values(row);
    return storedOf(row);
  });
}

export async function removeKit(database: Database, id: string): Promise<void> {
  const [result] = await database.delete(kit).where(eq(kit.id, id));
  if (result.affectedRows === 0) throw new ApiProblem('not-found', 'This kit is not here any more.');
}

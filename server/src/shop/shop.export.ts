import { createHash } from 'node:crypto';
import { preferencesRequest, SHOP_FORMAT, SHOP_VERSION } from '@crisp-notch/contract';
import { openMachine } from '@crisp-notch/core/machine';
import { checkPart } from '@crisp-notch/core/parts';
import { asc, eq, gt } from 'drizzle-orm';
import { inSnapshot, type Database, type Session } from '../database/connection';
import { kit, machine, part } from '../database/schema';
import { checksFor, logFor, photosFor, revisionsFor } from '../machines/history.export';
import { PREFERENCES, readSetting } from '../settings/settings.store';
import { trainingOf } from '../training/training.store';
import { ShopWriter } from './shop-file';

/** Rows read at once. */
const CHUNK = 100;

/**
 * Everything that is kept here as one file, as it stood at one moment: settings, the shelf, kits, and every machine with
 * its history and photos.
 * @param send takes the pieces as fast as they can go
 */
export async function sendShop(
  database: Database,
  send: (pieces: AsyncIterable<string>) => Promise<void>,
): Promise<void> {
  await inSnapshot(database, async (session) => await send(shopPieces(session)));
}

async function* shopPieces(session: Session): AsyncGenerator<string> {
  const writer = new ShopWriter();
  yield writer.line({ kind: 'shop', format: SHOP_FORMAT, version: SHOP_VERSION, at: new Date().toISOString() });
  const preferences = await readSetting(session, PREFERENCES);
  if (preferencesRequest.isValidSync(preferences)) yield writer.line({ kind: 'preferences', value: preferences });
  for (const it of await trainingOf(session)) yield writer.line({ kind: 'training', it });
  yield* partPieces(session, writer);
  yield* kitPieces(session, writer);
  const machines = await session.select({ id: machine.id }).from(machine).orderBy(asc(machine.id));
  for (const { id } of machines) yield* machinePieces(session, writer, id);
  yield writer.end();
}

async function* partPieces(session: Session, writer: ShopWriter): AsyncGenerator<string> {
  for (let last = ''; ;) {
    const rows = await session.select().from(part).where(gt(part.id, last)).orderBy(asc(part.id)).limit(CHUNK);
    for (const { id, version, updatedAt, document } of rows) {
      const read = checkPart(document);
      yield read.ok
        ? writer.line({ kind: 'part', id, version, at: updatedAt.toISOString(), part: read.value })
        : unreadableLine(writer, 'part', id, document);
    }
    const end = rows.at(-1);
    if (end === undefined) return;
    last = end.id;
  }
}

async function* kitPieces(session: Session, writer: ShopWriter): AsyncGenerator<string> {
  for (const { id, name, about, at, document } of await session.select().from(kit).orderBy(asc(kit.id))) {
    const read = openMachine(document);
    yield read.ok
      ? writer.line({ kind: 'kit', id, name, about, at: at.toISOString(), document: read.value })
      : unreadableLine(writer, 'kit', id, document);
  }
}

/** What this version cannot read goes along as it is stored. */
function unreadableLine(writer: ShopWriter, what: 'machine' | 'part' | 'kit', id: string, stored: unknown): string {
  const { name } = (typeof stored === 'object' && stored !== null ? stored : {}) as { readonly name?: unknown };
  return writer.line({
    kind: 'unreadable',
    what,
    id,
    name: typeof name === 'string' ? name.slice(0, 200) : '',
    stored,
  });
}

/** The sum of a machine's lines as they would be written now; null where it is not here or cannot be read. */
export async function sumHere(session: Session, id: string): Promise<string | null> {
  const sum = createHash('sha256');
  let isFound = false;
  for await (const text of machinePieces(session, new ShopWriter(), id)) {
    sum.update(text);
    isFound = true;
  }
  return isFound ? sum.digest('hex') : null;
}

async function* machinePieces(session: Session, writer: ShopWriter, id: string): AsyncGenerator<string> {
  const [row] = await session.select().from(machine).where(eq(machine.id, id));
  if (!row) return;
  const read = openMachine(row.document);
  if (!read.ok) {
    yield unreadableLine(writer, 'machine', id, row.document);
    return;
  }
  const [createdAt, at] = [row.createdAt.toISOString(), row.updatedAt.toISOString()];
  yield writer.line({ kind: 'machine', id, version: row.version, createdAt, at, document: read.value });
  for await (const it of revisionsFor(session, id)) yield writer.line({ kind: 'revision', it });
  for await (const it of checksFor(session, id)) yield writer.line({ kind: 'check', it });
  for await (const it of logFor(session, id)) yield writer.line({ kind: 'log', it });
  for await (const it of photosFor(session, id)) yield writer.line({ kind: 'photo', it });
}

import type { Machine } from '@crisp-notch/core/machine';
import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb';

/** A working copy that the server has not acknowledged. */
export interface Unsaved {
  readonly id: string;
  /** The server's counter that it started from. */
  readonly version: number;
  readonly document: Machine;
  /** What was sent before without an answer: the server may hold one of these by now. */
  readonly unheard: readonly Machine[];
}

/** A working copy that was put by, and by whom. */
export interface Left extends Unsaved {
  readonly key: string;
  readonly tab: string;
  /** Milliseconds, for the newest of several. */
  readonly at: number;
}

export interface Shelf extends DBSchema {
  copies: { key: string; value: Left; indexes: { machine: string } };
}

const VERSION = 2;

type Upgrade = IDBPTransaction<Shelf, ['copies'], 'versionchange'>;

/**
 * Opens the browser's own database of working copies. Its first version kept one copy a machine, whichever tab it was
 * of; these go along.
 */
export function openUnsaved(name: string): Promise<IDBPDatabase<Shelf>> {
  return openDB<Shelf>(name, VERSION, {
    upgrade: (database, before, _now, transaction) => {
      database.createObjectStore('copies', { keyPath: 'key' }).createIndex('machine', 'id');
      if (before !== 1) return;
      // What is not taken along is not deleted either: the upgrade is undone, and opening fails with its reason.
      takeAlong(database, transaction as unknown as Upgrade).catch(() => transaction.abort());
    },
  });
}

async function takeAlong(database: IDBPDatabase<Shelf>, transaction: Upgrade): Promise<void> {
  const earlier = (transaction as unknown as IDBPTransaction<unknown, ['unsaved'], 'versionchange'>).objectStore(
    'unsaved',
  );
  const copies = transaction.objectStore('copies');
  for (const item of (await earlier.getAll()) as readonly Unsaved[])
    await copies.put({ ...item, key: `${item.id} before`, tab: 'before', at: 0 });
  (database as unknown as IDBPDatabase).deleteObjectStore('unsaved');
}

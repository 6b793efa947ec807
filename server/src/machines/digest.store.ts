import { CURRENT_VERSION, type Machine } from '@crisp-notch/core/machine';
import { and, eq, ne } from 'drizzle-orm';
import type { Database } from '../database/connection';
import { machine } from '../database/schema';
import { digestOf } from './digest';

/** The columns that a machine's document is kept in. */
export function documentColumns(
  document: Machine,
): Pick<typeof machine.$inferInsert, 'document' | 'summary' | 'summarisedBy'> {
  return { document, summary: digestOf(document), summarisedBy: CURRENT_VERSION };
}

/** Documents read at once while digests are made anew. */
const CHUNK = 20;

/** Makes the digests anew that another version of the program made. */
export async function renewDigests(database: Database): Promise<void> {
  for (;;) {
    const rows = await database
      .select({ id: machine.id, version: machine.version, document: machine.document })
      .from(machine)
      .where(ne(machine.summarisedBy, CURRENT_VERSION))
      .limit(CHUNK);
    for (const { id, version, document } of rows) {
      // A save in between has made its own.
      await database
        .update(machine)
        .set({ summary: digestOf(document), summarisedBy: CURRENT_VERSION })
        .where(and(eq(machine.id, id), eq(machine.version, version)));
    }
    if (rows.length < CHUNK) return;
  }
}

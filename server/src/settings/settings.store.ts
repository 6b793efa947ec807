import { eq } from 'drizzle-orm';
import type { Session } from '../database/connection';
import { setting } from '../database/schema';

/** The name of the setting that holds units and theme. */
export const PREFERENCES = 'preferences';

export async function readSetting(database: Session, name: string): Promise<unknown> {
  const [row] = await database.select().from(setting).where(eq(setting.name, name));
  return row?.value ?? null;
}

export async function writeSetting(database: Session, name: string, value: unknown): Promise<void> {
  await database.insert(setting).values({ name, value }).onDuplicateKeyUpdate({ set: { value } });
}

/**
 * A setting, locked until the transaction ends so that nobody else acts on it meanwhile; false where it was not set.
 */
export async function claimSetting(session: Session, name: string): Promise<unknown> {
  // An update that changes nothing locks the row whole; an ignored insert would only share it, and two that then both
  // want it whole would be in one another's way.
  await session.insert(setting).values({ name, value: false }).onDuplicateKeyUpdate({ set: { name } });
  const [row] = await session.select().from(setting).where(eq(setting.name, name)).for('update');
  return row?.value ?? false;
}

import { eq } from 'drizzle-orm';
import type { Database, Session } from '../database/connection';
import { setting } from '../database/schema';

export async function readSetting(database: Database, name: string): Promise<unknown> {
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
  await session.insert(setting).ignore().values({ name, value: false });
  const [row] = await session.select().from(setting).where(eq(setting.name, name)).for('update');
  return row?.value ?? false;
}

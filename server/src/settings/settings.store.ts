import { eq } from 'drizzle-orm';
import type { Database } from '../database/connection';
import { setting } from '../database/schema';

export async function readSetting(database: Database, name: string): Promise<unknown> {
  const [row] = await database.select().from(setting).where(eq(setting.name, name));
  return row?.value ?? null;
}

export async function writeSetting(database: Database, name: string, value: unknown): Promise<void> {
  await database.insert(setting).values({ name, value }).onDuplicateKeyUpdate({ set: { value } });
}

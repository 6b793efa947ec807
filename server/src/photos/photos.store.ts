import { PHOTOS_MOST, type Photo } from '@crisp-notch/contract';
import { and, count, eq, inArray } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { newId } from '../database/identity';
import { logEntry, photo } from '../database/schema';
import { lockMachine } from '../machines/machines.store';
import { ApiProblem } from '../problem';
import type { Picture } from './picture';

/** Most photos of a machine. */
const PHOTOS_OF_MACHINE_MOST = 500;

const noPhoto = (): ApiProblem => new ApiProblem('not-found', 'This photo is not here.');

/** @throws ApiProblem where the entry is not there or bears as many as one can */
export async function keepPhoto(
  database: Database,
  machineId: string,
  entryId: string,
  caption: string,
  picture: Picture,
): Promise<Photo> {
  return await inTransaction(database, async (session) => {
    await lockMachine(session, machineId);
    await demandEntry(session, machineId, entryId);
    const [ofEntry] = await session.select({ count: count() }).from(photo).where(eq(photo.entryId, entryId));
    if ((ofEntry?.count ?? 0) >= PHOTOS_MOST)
      throw new ApiProblem('conflict', `An entry bears ${PHOTOS_MOST} photos at most. Write another.`);
    const [all] = await session.select({ count: count() }).from(photo).where(eq(photo.machineId, machineId));
    if ((all?.count ?? 0) >= PHOTOS_OF_MACHINE_MOST)
      throw new ApiProblem('conflict', `A machine has ${PHOTOS_OF_MACHINE_MOST} photos at most. Take one away first.`);
    return await insertPhoto(session, { machineId, entryId, caption, at: new Date() }, picture);
  });
}

/** Writes a photo without asking whether there is room. */
export async function insertPhoto(
  session: Session,
  of: Pick<typeof photo.$inferInsert, 'machineId' | 'entryId' | 'caption' | 'at'>,
  { image, thumbnail, width, height }: Picture,
): Promise<Photo> {
  const id = newId();
  await session.insert(photo).values({ id, ...of, image, thumbnail, width, height });
  return { id, caption: of.caption, width, height };
}

/** @throws ApiProblem where the machine has no such entry */
export async function demandEntry(session: Session, machineId: string, entryId: string): Promise<void> {
  const [row] = await session
    .select({ id: logEntry.id })
    .from(logEntry)
    .where(and(eq(logEntry.id, entryId), eq(logEntry.machineId, machineId)));
  if (!row) throw new ApiProblem('not-found', 'This entry is not in the logbook.');
}

/** The photos of some entries, by their entry, in the order in which they were added. */
export async function photosOf(
  session: Session,
  entryIds: readonly string[],
): Promise<ReadonlyMap<string, readonly Photo[]>> {
  if (entryIds.length === 0) return new Map();
  const rows = await session
    .select({
      entryId: photo.entryId,
      id: photo.id,
      caption: photo.caption,
      width: photo.width,
      height: photo.height,
    })
    .from(photo)
    .where(inArray(photo.entryId, [...entryIds]))
    .orderBy(photo.id);
  const found = new Map<string, Photo[]>();
  for (const { entryId, ...item } of rows) found.set(entryId, [...(found.get(entryId) ?? []), item]);
  return found;
}

/** A photo, or its thumbnail, as JPEG. */
export async function imageOf(
  database: Database,
  machineId: string,
  photoId: string,
  size: 'image' | 'thumbnail',
): Promise<Buffer> {
  const [row] = await database
    .select({ bytes: photo[size] })
    .from(photo)
    .where(and(eq(photo.id, photoId), eq(photo.machineId, machineId)));
  if (!row) throw noPhoto();
  return row.bytes;
}

export async function removePhoto(database: Database, machineId: string, photoId: string): Promise<void> {
  const [gone] = await database.delete(photo).where(and(eq(photo.id, photoId), eq(photo.machineId, machineId)));
  if (gone.affectedRows === 0) throw noPhoto();
}

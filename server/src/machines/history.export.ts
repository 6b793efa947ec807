import {
  HISTORY_VERSION,
  type HistoryCheck,
  type HistoryEntry,
  type HistoryPart,
  type HistoryPhoto,
  type HistoryRevision,
} from '@crisp-notch/contract';
import { checkPlan, type CheckPlan } from '@crisp-notch/core/checks';
import { openMachine, type Machine, partsHeld } from '@crisp-notch/core/machine';
import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import { inSnapshot, type Database, type Session } from '../database/connection';
import { check, logEntry, photo, reading, revision } from '../database/schema';
import { tagsOf } from '../log/log.store';
import { partsOf } from '../parts/parts.store';
import { loadMachine } from './machines.store';

/** Documents and checks read at once; entries of the log are small. */
const CHUNK = 20;
const LOG_CHUNK = 500;

/**
 * Everything known of a machine as one JSON document that can be imported elsewhere, as it stood at one moment, piece
 * by piece, so that a long history takes no more memory than a short one.
 * @param send takes the pieces as fast as they can go
 * @throws ApiProblem before anything is sent where there is no such machine or it cannot be read
 */
export async function sendHistory(
  database: Database,
  machineId: string,
  send: (pieces: AsyncIterable<string>) => Promise<void>,
): Promise<void> {
  await inSnapshot(database, async (session) => {
    const { document } = await loadMachine(session, machineId);
    await send(
      piecesOfRecord([
        ['format', 'crisp-notch/machine-history'],
        ['version', HISTORY_VERSION],
        ['machine', document],
        ['parts', partsFor(session, document)],
        ['revisions', revisionsFor(session, machineId)],
        ['checks', checksFor(session, machineId)],
        ['log', logFor(session, machineId)],
        ['photos', photosFor(session, machineId)],
      ]),
    );
  });
}

const isStream = (value: unknown): value is AsyncIterable<unknown> =>
  typeof value === 'object' && value !== null && Symbol.asyncIterator in value;

async function* piecesOfRecord(members: readonly (readonly [string, unknown])[]): AsyncGenerator<string> {
  let separator = '{\n';
  for (const [key, value] of members) {
    const name = `${separator}"${key}": `;
    separator = ',\n';
    if (!isStream(value)) {
      yield `${name}${JSON.stringify(value)}`;
      continue;
    }
    let text = `${name}[`;
    let between = '\n';
    for await (const item of value) {
      yield `${text}${between}${JSON.stringify(item)}`;
      text = '';
      between = ',\n';
    }
    yield `${text}]`;
  }
  yield '\n}\n';
}

/** The parts of the shelf that the machine's stations were filled from. */
async function* partsFor(session: Session, document: Parameters<typeof partsHeld>[0]): AsyncGenerator<HistoryPart> {
  const ids = partsHeld(document).flatMap(({ id }) => id ?? []);
  yield* await partsOf(session, ids);
}

/**
 * A document in the present version; one that cannot be read goes along as it is stored, so that it too can be taken
 * away.
 */
function presentOf(stored: Machine): Machine {
  const read = openMachine(stored);
  return read.ok ? read.value : stored;
}

function presentPlanOf(stored: CheckPlan): CheckPlan {
  const read = checkPlan(stored);
  return read.ok ? read.value : stored;
}

export async function* revisionsFor(session: Session, machineId: string): AsyncGenerator<HistoryRevision> {
  for (let last = 0; ;) {
    const rows = await session
      .select()
      .from(revision)
      .where(and(eq(revision.machineId, machineId), gt(revision.number, last)))
      .orderBy(asc(revision.number))
      .limit(CHUNK);
    for (const { number, reason, at, document } of rows)
      yield { number, reason, at: at.toISOString(), document: presentOf(document) };
    const end = rows.at(-1);
    if (end === undefined) return;
    last = end.number;
  }
}

export async function* checksFor(session: Session, machineId: string): AsyncGenerator<HistoryCheck> {
  for (let last = ''; ;) {
    const rows = await session
      .select({ id: check.id, axisId: check.axisId, plan: check.plan, at: check.at, revision: revision.number })
      .from(check)
      .innerJoin(revision, eq(revision.id, check.revisionId))
      .where(and(eq(check.machineId, machineId), gt(check.id, last)))
      .orderBy(asc(check.id))
      .limit(CHUNK);
    const end = rows.at(-1);
    if (end === undefined) return;
    last = end.id;
    const entries = await session
      .select()
      .from(reading)
      .where(
        inArray(
          reading.checkId,
          rows.map(({ id }) => id),
        ),
      )
      .orderBy(asc(reading.checkId), asc(reading.sequence));
    const readings = new Map<string, (typeof entries)[number][]>(rows.map(({ id }) => [id, []]));
    for (const entry of entries) readings.get(entry.checkId)?.push(entry);
    for (const { id, axisId, plan, at, revision: number } of rows) {
      yield {
        reference: id,
        axisId,
        revision: number,
        plan: presentPlanOf(plan),
        at: at.toISOString(),
        readings: (readings.get(id) ?? []).map((entry) => ({
          index: entry.place,
          text: entry.text,
          excluded: entry.excluded,
          at: entry.at.toISOString(),
        })),
      };
    }
  }
}

export async function* logFor(session: Session, machineId: string): AsyncGenerator<HistoryEntry> {
  for (let last = ''; ;) {
    const rows = await session
      .select({
        id: logEntry.id,
        at: logEntry.at,
        kind: logEntry.kind,
        text: logEntry.text,
        checkId: logEntry.checkId,
        axisLetter: logEntry.axisLetter,
        revision: revision.number,
      })
      .from(logEntry)
      .innerJoin(revision, eq(revision.id, logEntry.revisionId))
      .where(and(eq(logEntry.machineId, machineId), gt(logEntry.id, last)))
      .orderBy(asc(logEntry.id))
      .limit(LOG_CHUNK);
    const end = rows.at(-1);
    if (end === undefined) return;
    last = end.id;
    const tags = await tagsOf(
      session,
      rows.map(({ id }) => id),
    );
    for (const { id, at, kind, text, revision: number, checkId, axisLetter } of rows)
      yield {
        at: at.toISOString(),
        kind,
        text,
        revision: number,
        check: checkId,
        axisLetter,
        tags: [...(tags.get(id) ?? [])],
      };
  }
}

/** Photos one by one: each is larger than all else that stands in an entry. */
export async function* photosFor(session: Session, machineId: string): AsyncGenerator<HistoryPhoto> {
  const listed = await session
    .select({ id: photo.id, entryId: photo.entryId })
    .from(photo)
    .where(eq(photo.machineId, machineId))
    .orderBy(asc(photo.id));
  if (listed.length === 0) return;
  const entries = await session
    .select({ id: logEntry.id })
    .from(logEntry)
    .where(eq(logEntry.machineId, machineId))
    .orderBy(asc(logEntry.id));
  const places = new Map(entries.map(({ id }, place) => [id, place]));
  for (const { id, entryId } of listed) {
    const [row] = await session
      .select({ caption: photo.caption, at: photo.at, image: photo.image })
      .from(photo)
      .where(eq(photo.id, id));
    const entry = places.get(entryId);
    if (row && entry !== undefined)
      yield { entry, caption: row.caption, at: row.at.toISOString(), data: row.image.toString('base64') };
  }
}

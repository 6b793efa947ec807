import {
  HISTORY_PIECES,
  type HistoryCheck,
  type HistoryEntry,
  type HistoryPhoto,
  type HistoryRevision,
  type MachineCopy,
} from '@crisp-notch/contract';
import { axisContext } from '@crisp-notch/core/drive-line';
import { openMachine, type Machine, relinked } from '@crisp-notch/core/machine';
import { sameMachine } from '@crisp-notch/core/formats';
import { and, desc, eq } from 'drizzle-orm';
import { ValidationError, type Schema } from 'yup';
import { evaluationOf, judgedColumns, openedPlan } from '../checks/checks.store';
import type { Session } from '../database/connection';
import { isId, newId } from '../database/identity';
import { check, logEntry, logTag, machine, reading, revision } from '../database/schema';
import { shelvePart } from '../parts/parts.store';
import { pictureAgain } from '../photos/picture';
import { insertPhoto } from '../photos/photos.store';
import { ApiProblem, problemsOf } from '../problem';
import { documentColumns } from './digest.store';
import { piecesOf, SECTIONS, type Head, type Piece, type Section } from './history-file';
import { loadMachine, lockMachine, opened } from './machines.store';

/** What a check's first entry says; before verdicts had a kind of their own, the others of it were verdicts. */
const PLANNED = / planned: \d+ readings\.$/;
/** The version of the file since which it has a list. */
const SINCE: Readonly<Record<Section, number>> = { parts: 2, revisions: 1, checks: 1, log: 1, photos: 4 };
/** Rows an insert takes at once, well below the packet limit. */
const CHUNK = 200;
/** Revisions whose documents are kept for the checks that name them. */
const DOCUMENTS_KEPT = 8;

const inconsistent = (message: string, path = 'history'): ApiProblem =>
  new ApiProblem('invalid', 'Nothing was imported.', { problems: [{ path, message }] });

/** @throws ApiProblem with the place in the file */
async function checkedPiece<T>(schema: Schema<T>, value: unknown, place: string): Promise<T> {
  try {
    return await schema.validate(value, { abortEarly: true, stripUnknown: false });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const problems = problemsOf(error).map(({ path, message }) => ({
      path: path === '' ? place : `${place}.${path}`,
      message,
    }));
    throw new ApiProblem('invalid', 'Nothing was imported.', { problems });
  }
}

/**
 * Imports a machine with its history as a new machine, inside a transaction; verdicts are worked out again from the
 * readings. The lists may come in any order: the file is read again for those that came before what they stand on.
 * @param read opens the file anew
 * @param isCopy whether the machine may be here already
 * @throws ApiProblem naming the place, or `already-here` with the machine that has the same beginning
 */
export async function importHistory(
  session: Session,
  read: () => AsyncIterable<Uint8Array>,
  isCopy: boolean,
): Promise<MachineCopy> {
  const reader = new HistoryImport(session, isCopy);
  for (let pass = 0; pass <= SECTIONS.length && !reader.isComplete; pass += 1) {
    reader.beginPass();
    for await (const piece of piecesOf(read())) await reader.take(piece);
    reader.endPass();
  }
  return reader.finish();
}

/** What a machine is that comes back under the identity it had. */
export interface Identity {
  readonly id: string;
  readonly version: number;
  readonly createdAt: Date;
  readonly updatedAt: Date;
}

/** Brings a machine with its history in, piece by piece, inside a transaction. */
export class HistoryImport {
  private readonly machineId: string;
  private readonly head: Partial<Record<Head, unknown>> = {};
  private readonly done = new Set<Section | 'head'>();
  /** Lists met in this pass before what they stand on was there. */
  private readonly early = new Set<Section>();
  private seen = new Set<Section>();
  private readonly links = new Map<string, string>();
  private readonly revisionIds: string[] = [];
  private readonly checkIds = new Map<string, string>();
  private readonly documents = new Map<number, Machine>();
  private pending: (typeof logEntry.$inferInsert)[] = [];
  private pendingTags: (typeof logTag.$inferInsert)[] = [];
  /** Of the entries of the log, in its order. */
  private readonly entryIds: string[] = [];
  private place = 0;

  constructor(
    private readonly session: Session,
    private readonly isCopy: boolean,
    /** Null: it becomes a new machine, and so do its checks. */
    private readonly identity: Identity | null = null,
  ) {
    this.machineId = identity?.id ?? newId();
  }

  get isComplete(): boolean {
    return this.done.size === SECTIONS.length + 1;
  }

  beginPass(): void {
    this.early.clear();
    this.seen = new Set();
    this.place = 0;
  }

  async take(piece: Piece): Promise<void> {
    if (piece.kind === 'head') {
      await this.takeHead(piece.name, piece.value);
      return;
    }
    const { section } = piece;
    if (this.done.has(section) || this.early.has(section)) return;
    if (!this.seen.has(section)) {
      this.seen.add(section);
      this.place = 0;
      const before = SECTIONS.slice(0, SECTIONS.indexOf(section));
      const isReady = this.done.has('head') && before.every((item) => this.done.has(item) || this.isBefore(item));
      if (!isReady) {
        this.early.add(section);
        return;
      }
    }
    if (piece.kind === 'end') {
      await this.endSection(section);
      return;
    }
    await this.takeItem(section, piece.value, `history.${section}.${this.place}`);
    this.place += 1;
  }

  /** A list that the file does not have at all would have been met by now. */
  endPass(): void {
    for (const section of SECTIONS)
      if (!this.seen.has(section) && !this.done.has(section) && !this.isBefore(section))
        throw inconsistent('is missing', `history.${section}`);
    for (const section of SECTIONS) if (this.isBefore(section)) this.done.add(section);
    if (!this.done.has('head')) throw inconsistent('has no format, version or machine');
  }

  /** Whether the file is of a version that has no such list. */
  private isBefore(section: Section): boolean {
    return typeof this.head.version === 'number' && this.head.version < SINCE[section];
  }

  async finish(): Promise<MachineCopy> {
    if (!this.isComplete) throw inconsistent('cannot be put in order');
    await this.session
      .update(machine)
      .set({ revisionCount: this.revisionIds.length })
      .where(eq(machine.id, this.machineId));
    return loadMachine(this.session, this.machineId);
  }

  private async takeHead(name: Head, value: unknown): Promise<void> {
    if (this.done.has('head')) return;
    this.head[name] = await checkedPiece<unknown>(HISTORY_PIECES[name] as Schema<unknown>, value, `history.${name}`);
    if (!('format' in this.head && 'version' in this.head && 'machine' in this.head)) return;
    const now = new Date();
    const document = opened(this.head.machine as Machine);
    await this.session.insert(machine).values({
      id: this.machineId,
      version: this.identity?.version ?? 1,
      revisionCount: 0,
      ...documentColumns(document),
      createdAt: this.identity?.createdAt ?? now,
      updatedAt: this.identity?.updatedAt ?? now,
    });
    this.done.add('head');
  }

  private async takeItem(section: Section, value: unknown, place: string): Promise<void> {
    switch (section) {
      case 'parts': {
        const { id, part } = await checkedPiece(HISTORY_PIECES.part, value, place);
        this.links.set(id, await shelvePart(this.session, id, part));
        return;
      }
      case 'revisions':
        await this.takeRevision(await checkedPiece(HISTORY_PIECES.revision, value, place), place);
        return;
      case 'checks':
        await this.takeCheck(await checkedPiece(HISTORY_PIECES.check, value, place), place);
        return;
      case 'log':
        await this.takeEntry(await checkedPiece(HISTORY_PIECES.log, value, place), place);
        return;
      case 'photos':
        await this.takePhoto(await checkedPiece(HISTORY_PIECES.photo, value, place), place);
    }
  }

  private async endSection(section: Section): Promise<void> {
    if (section === 'parts') await this.relinkMachine();
    if (section === 'revisions' && this.revisionIds.length === 0)
      throw inconsistent('revisions must be numbered 1, 2, 3 …', 'history.revisions');
    if (section === 'log') await this.writeEntries();
    this.done.add(section);
  }

  private linked(document: Machine): Machine {
    return [...this.links].every(([id, own]) => id === own)
      ? document
      : relinked(document, (id) => this.links.get(id) ?? id);
  }

  private async relinkMachine(): Promise<void> {
    const row = await lockMachine(this.session, this.machineId);
    await this.session
      .update(machine)
      .set(documentColumns(this.linked(row.document)))
      .where(eq(machine.id, this.machineId));
  }

  private async takeRevision({ number, reason, at, document }: HistoryRevision, place: string): Promise<void> {
    if (number !== this.revisionIds.length + 1)
      throw inconsistent('revisions must be numbered 1, 2, 3 …', `${place}.number`);
    const made = this.linked(opened(document));
    if (number === 1 && !this.isCopy) await this.refuseIfHere(reason, new Date(at), made);
    const id = newId();
    await this.session
      .insert(revision)
      .values({ id, machineId: this.machineId, number, reason, document: made, at: new Date(at) });
    this.revisionIds.push(id);
    this.keepDocument(number, made);
  }

  /** A history begins with the same design at the same moment only where it is the same machine's. */
  private async refuseIfHere(reason: string, at: Date, document: Machine): Promise<void> {
    const rows = await this.session
      .select({
        id: machine.id,
        summary: machine.summary,
        revisions: machine.revisionCount,
        document: revision.document,
      })
      .from(revision)
      .innerJoin(machine, eq(machine.id, revision.machineId))
      .where(and(eq(revision.number, 1), eq(revision.at, at), eq(revision.reason, reason)))
      .orderBy(desc(machine.updatedAt));
    const here = rows.find((row) => {
      const read = openMachine(row.document);
      return read.ok && sameMachine(read.value, document);
    });
    if (!here) return;
    const name = here.summary?.name ?? document.name;
    throw new ApiProblem(
      'already-here',
      `It is here as “${name}”, at revision ${here.revisions}. Nothing was imported.`,
      {
        existing: { id: here.id, name, revision: here.revisions },
      },
    );
  }

  private keepDocument(number: number, document: Machine): void {
    this.documents.delete(number);
    this.documents.set(number, document);
    const [oldest] = this.documents.keys();
    if (this.documents.size > DOCUMENTS_KEPT && oldest !== undefined) this.documents.delete(oldest);
  }

  private async documentAt(number: number, place: string): Promise<Machine> {
    const kept = this.documents.get(number);
    if (kept) return kept;
    const id = this.revisionIds[number - 1];
    if (id === undefined) throw inconsistent('names a revision that is not there', `${place}.revision`);
    const [row] = await this.session.select({ document: revision.document }).from(revision).where(eq(revision.id, id));
    if (!row) throw inconsistent('names a revision that is not there', `${place}.revision`);
    this.keepDocument(number, row.document);
    return row.document;
  }

  private async takeCheck(
    { reference, axisId, revision: number, plan: given, at, readings }: HistoryCheck,
    place: string,
  ): Promise<void> {
    if (this.checkIds.has(reference)) throw inconsistent('two checks have the same reference', `${place}.reference`);
    const context = axisContext(await this.documentAt(number, place), axisId);
    const plan = openedPlan(given);
    const evaluation = context && evaluationOf(context, plan, readings);
    if (!context || !evaluation) throw inconsistent('does not fit the design it names', place);
    const id = this.identity && isId(reference) ? reference : newId();
    this.checkIds.set(reference, id);
    const revisionId = this.revisionIds[number - 1] as string;
    await this.session.insert(check).values({
      id,
      machineId: this.machineId,
      revisionId,
      axisId,
      kind: plan.kind,
      plan,
      ...judgedColumns(context, plan, evaluation),
      at: new Date(at),
    });
    for (let start = 0; start < readings.length; start += CHUNK) {
      const rows = readings.slice(start, start + CHUNK);
      await this.session.insert(reading).values(
        rows.map((entry, index) => ({
          id: newId(),
          checkId: id,
          sequence: start + index + 1,
          place: entry.index,
          text: entry.text,
          excluded: entry.excluded,
          at: new Date(entry.at),
        })),
      );
    }
  }

  private async takeEntry(
    { at, kind, text, revision: number, check: reference, axisLetter, tags }: HistoryEntry,
    place: string,
  ): Promise<void> {
    const revisionId = this.revisionIds[number - 1];
    if (revisionId === undefined) throw inconsistent('names a revision that is not there', `${place}.revision`);
    const checkId = reference === null ? null : this.checkIds.get(reference);
    if (checkId === undefined) throw inconsistent('names a check that is not there', `${place}.check`);
    const id = newId();
    this.entryIds.push(id);
    for (const tag of new Set(tags)) this.pendingTags.push({ machineId: this.machineId, entryId: id, tag });
    this.pending.push({
      id,
      machineId: this.machineId,
      revisionId,
      checkId,
      axisLetter: axisLetter ?? null,
      kind: kind === 'check' && !PLANNED.test(text) ? 'verdict' : kind,
      text,
      at: new Date(at),
    });
    if (this.pending.length >= CHUNK) await this.writeEntries();
  }

  private async writeEntries(): Promise<void> {
    if (this.pending.length > 0) await this.session.insert(logEntry).values(this.pending);
    this.pending = [];
    if (this.pendingTags.length > 0) await this.session.insert(logTag).values(this.pendingTags);
    this.pendingTags = [];
  }

  private async takePhoto({ entry, caption, at, data }: HistoryPhoto, place: string): Promise<void> {
    const entryId = this.entryIds[entry];
    if (entryId === undefined) throw inconsistent('names an entry that is not there', `${place}.entry`);
    const picture = await pictureAgain(Buffer.from(data, 'base64')).catch((error: unknown) => {
      throw error instanceof ApiProblem ? inconsistent(error.detail, `${place}.data`) : error;
    });
    await insertPhoto(this.session, { machineId: this.machineId, entryId, caption, at: new Date(at) }, picture);
  }
}

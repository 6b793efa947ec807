import {
  HISTORY_VERSION,
  type Fate,
  type ShopPreview,
  type ShopRestored,
  type TrainingResult,
} from '@crisp-notch/contract';
import { sameMachine } from '@crisp-notch/core/formats';
import { CURRENT_VERSION, openMachine, type Machine } from '@crisp-notch/core/machine';
import { checkPart, type Part } from '@crisp-notch/core/parts';
import { eq } from 'drizzle-orm';
import type { Session } from '../database/connection';
import { kit, machine, part } from '../database/schema';
import { SECTIONS, type Section } from '../machines/history-file';
import { HistoryImport } from '../machines/history.import';
import { eraseMachine } from '../machines/machines.store';
import { ApiProblem } from '../problem';
import { PREFERENCES, writeSetting } from '../settings/settings.store';
import { addTraining } from '../training/training.store';
import { sumHere } from './shop.export';
import { demandWhole, shopLines, type ShopLine } from './shop-file';

type Line<Kind extends ShopLine['kind']> = Extract<ShopLine, { readonly kind: Kind }>;

/** What is done with a thing that is here otherwise than in the file. */
export type Here = 'replace' | 'keep';

const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/**
 * What the file would make of a machine that may be here: the same only where every line of it is.
 * @param sums of the machines of the file
 */
async function machineFate(
  session: Session,
  { id }: Line<'machine'>,
  sums: ReadonlyMap<string, string>,
): Promise<Fate> {
  const [row] = await session.select({ id: machine.id }).from(machine).where(eq(machine.id, id));
  if (!row) return 'added';
  return (await sumHere(session, id)) === sums.get(id) ? 'same' : 'differs';
}

function openedMachine(document: object): Machine {
  const read = openMachine(document);
  if (!read.ok) throw new ApiProblem('invalid', 'Nothing was changed. A machine of the file cannot be read.');
  return read.value;
}

function openedPart(item: object): Part {
  const read = checkPart(item);
  if (!read.ok) throw new ApiProblem('invalid', 'Nothing was changed. A part of the file cannot be read.');
  return read.value;
}

async function partFate(session: Session, line: Line<'part'>): Promise<Fate> {
  const [row] = await session.select({ document: part.document }).from(part).where(eq(part.id, line.id));
  if (!row) return 'added';
  const read = checkPart(row.document);
  return read.ok && isSame(read.value, openedPart(line.part)) ? 'same' : 'differs';
}

async function kitFate(session: Session, line: Line<'kit'>): Promise<Fate> {
  const [row] = await session.select().from(kit).where(eq(kit.id, line.id));
  if (!row) return 'added';
  const read = openMachine(row.document);
  return read.ok &&
    row.name === line.name &&
    row.about === line.about &&
    sameMachine(read.value, openedMachine(line.document))
    ? 'same'
    : 'differs';
}

const none = (): Record<Fate, number> => ({ added: 0, same: 0, differs: 0, unreadable: 0 });

/**
 * What a file would do here: the whole of it is looked at, and nothing is changed.
 * @throws ApiProblem for one that was cut short or changed, or has a line that cannot be read
 */
export async function previewShop(session: Session, read: () => AsyncIterable<Uint8Array>): Promise<ShopPreview> {
  const sums = await demandWhole(read());
  const [parts, kits] = [none(), none()];
  const machines: ShopPreview['machines'][number][] = [];
  let at = '';
  let hasPreferences = false;
  let open: { readonly line: Line<'machine'>; revisions: number; checks: number; photos: number } | null = null;
  const inFile = new Set<string>();
  const close = async (): Promise<void> => {
    if (!open) return;
    const { line, revisions, checks, photos } = open;
    const [row] = await session.select({ updatedAt: machine.updatedAt }).from(machine).where(eq(machine.id, line.id));
    machines.push({
      name: openedMachine(line.document).name,
      fate: await machineFate(session, line, sums),
      revisions,
      checks,
      photos,
      at: line.at,
      hereAt: row?.updatedAt.toISOString() ?? null,
    });
    open = null;
  };
  for await (const line of shopLines(read())) {
    if (line.kind === 'shop') ({ at } = line);
    else if (line.kind === 'preferences') hasPreferences = true;
    else if (line.kind === 'part') parts[await partFate(session, line)] += 1;
    else if (line.kind === 'kit') kits[await kitFate(session, line)] += 1;
    else if (line.kind === 'machine' || line.kind === 'unreadable' || line.kind === 'end') {
      await close();
      if (line.kind !== 'end') inFile.add(line.id);
      if (line.kind === 'machine') open = { line, revisions: 0, checks: 0, photos: 0 };
      if (line.kind === 'unreadable' && line.what === 'part') parts.unreadable += 1;
      if (line.kind === 'unreadable' && line.what === 'kit') kits.unreadable += 1;
      if (line.kind === 'unreadable' && line.what === 'machine')
        machines.push({
          name: line.name,
          fate: 'unreadable',
          revisions: 0,
          checks: 0,
          photos: 0,
          at: '',
          hereAt: null,
        });
    } else if (open !== null) {
      const counted: { revisions: number; checks: number; photos: number } = open;
      if (line.kind === 'revision') counted.revisions += 1;
      else if (line.kind === 'check') counted.checks += 1;
      else if (line.kind === 'photo') counted.photos += 1;
    }
  }
  const here = await session.select({ id: machine.id }).from(machine);
  return { at, machines, parts, kits, hasPreferences, onlyHere: here.filter(({ id }) => !inFile.has(id)).length };
}

/** The list of a history that a line belongs to. */
const SECTION_OF = { revision: 'revisions', check: 'checks', log: 'log', photo: 'photos' } as const;
const isOfHistory = (line: ShopLine): line is Line<keyof typeof SECTION_OF> => line.kind in SECTION_OF;

/**
 * Brings everything of a file in, inside a transaction: what is not here is added under the identity it had, what is
 * here otherwise is replaced or kept. Machines that only are here stay.
 * @throws ApiProblem as {@link previewShop}, or naming what in a history does not fit
 */
export async function restoreShop(
  session: Session,
  read: () => AsyncIterable<Uint8Array>,
  here: Here,
): Promise<ShopRestored> {
  const sums = await demandWhole(read());
  const done = { machines: 0, parts: 0, kits: 0, kept: 0 };
  /** Whether a thing is written, now that what is in the way is gone; null where it stays as it is. */
  const isWanted = async (fate: Fate, clear: () => Promise<unknown>): Promise<boolean> => {
    if (fate === 'same') return false;
    if (fate === 'added') return true;
    if (here === 'keep') {
      done.kept += 1;
      return false;
    }
    await clear();
    return true;
  };
  const training: TrainingResult[] = [];
  let history: MachineRestore | null = null;
  for await (const line of shopLines(read())) {
    if (isOfHistory(line)) {
      await history?.take(SECTION_OF[line.kind], line.it);
      continue;
    }
    await history?.finish();
    history = null;
    if (line.kind === 'preferences') await writeSetting(session, PREFERENCES, line.value);
    if (line.kind === 'training') training.push(line.it);
    if (line.kind === 'part') {
      const wanted = await isWanted(await partFate(session, line), () =>
        session.delete(part).where(eq(part.id, line.id)),
      );
      if (wanted) await insertPart(session, line);
      if (wanted) done.parts += 1;
    }
    if (line.kind === 'kit') {
      const wanted = await isWanted(await kitFate(session, line), () => session.delete(kit).where(eq(kit.id, line.id)));
      const { id, name, about, at, document } = line;
      if (wanted)
        await session.insert(kit).values({ id, name, about, document: openedMachine(document), at: new Date(at) });
      if (wanted) done.kits += 1;
    }
    if (line.kind === 'machine') {
      const fate = await machineFate(session, line, sums);
      if (!(await isWanted(fate, () => eraseMachine(session, line.id)))) continue;
      history = await MachineRestore.begin(session, line);
      done.machines += 1;
    }
  }
  if (training.length > 0) await addTraining(session, training);
  return done;
}

async function insertPart(session: Session, { id, version, at, part: item }: Line<'part'>): Promise<void> {
  const document = openedPart(item);
  const { kind, name } = document;
  await session
    .insert(part)
    .values({ id, version, kind, name, document, checkedBy: CURRENT_VERSION, updatedAt: new Date(at) });
}

/** One machine of the file with its history, whose lists come in their order. */
class MachineRestore {
  private at = 0;

  private constructor(
    private readonly history: HistoryImport,
    private readonly name: string,
  ) {}

  static async begin(
    session: Session,
    { id, version, createdAt, at, document }: Line<'machine'>,
  ): Promise<MachineRestore> {
    const identity = { id, version, createdAt: new Date(createdAt), updatedAt: new Date(at) };
    const history = new HistoryImport(session, true, identity);
    history.beginPass();
    await history.take({ kind: 'head', name: 'format', value: 'crisp-notch/machine-history' });
    await history.take({ kind: 'head', name: 'version', value: HISTORY_VERSION });
    await history.take({ kind: 'head', name: 'machine', value: document });
    return new MachineRestore(history, openedMachine(document).name);
  }

  async take(section: Section, value: unknown): Promise<void> {
    await this.goTo(section);
    await this.history.take({ kind: 'item', section, value });
  }

  /** Ends the lists before one. @throws ApiProblem for lines that are out of order */
  private async goTo(section: Section | null): Promise<void> {
    const place = section === null ? SECTIONS.length : SECTIONS.indexOf(section);
    if (place < this.at)
      throw new ApiProblem('invalid', `Nothing was changed. The lines of “${this.name}” are out of order.`);
    for (; this.at < place; this.at += 1)
      await this.history.take({ kind: 'end', section: SECTIONS[this.at] as Section });
  }

  async finish(): Promise<void> {
    await this.goTo(null);
    await this.history.finish();
  }
}

import {
  READINGS_MOST,
  type Check,
  type CheckSummary,
  type MachineCopy,
  type StoredReading,
} from '@crisp-notch/contract';
import {
  checkDeclaration,
  checkPlan,
  evaluateCheck,
  isPractice,
  misfitOf,
  placesOf,
  readingValue,
  VERDICT_WORDS,
  type CheckEvaluation,
  type CheckKind,
  type CheckPlan,
  type EnteredReading,
} from '@crisp-notch/core/checks';
import { axisContext, sayIn, type AxisContext } from '@crisp-notch/core/drive-line';
import { openMachine, type Machine } from '@crisp-notch/core/machine';
import { STEP_LINES_VERSION, stepLines } from '@crisp-notch/core/route-card';
import { and, desc, eq, lt, max, ne } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { isId, newId } from '../database/identity';
import { cursorOf, pagedBy, type Page, type Paged } from '../database/page';
import { check, reading, revision } from '../database/schema';
import { writeHappened, writeLog } from '../log/log.store';
import {
  applyDocument,
  cutRevision,
  demandMachine,
  demandVersion,
  lockMachine,
  opened,
} from '../machines/machines.store';
import { ApiProblem } from '../problem';

const noCheck = (): ApiProblem => new ApiProblem('not-found', 'This check is not here.');

function contextOf(document: Machine, axisId: string): AxisContext {
  const context = axisContext(document, axisId);
  if (!context) throw new ApiProblem('conflict', 'The machine has no such axis.');
  return context;
}

/** A plan as this version has it, whatever version wrote it. @throws ApiProblem for one that was never a plan */
export function openedPlan(kept: CheckPlan): CheckPlan {
  const checked = checkPlan(kept);
  if (!checked.ok) throw new ApiProblem('conflict', 'The plan of this check cannot be read.');
  return checked.value;
}

/** An evaluation in metric units, with its sentence in inches too. */
type SaidEvaluation = CheckEvaluation & { readonly sentenceInch: string };

/** @returns null where the plan does not fit the axis */
export function evaluationOf(
  context: AxisContext,
  plan: CheckPlan,
  entered: readonly EnteredReading[],
): SaidEvaluation | null {
  const metric: CheckEvaluation | null = evaluateCheck(context, plan, entered, sayIn('metric'));
  return metric && { ...metric, sentenceInch: evaluateCheck(context, plan, entered, sayIn('inch'))?.sentence ?? '' };
}

/** @throws ApiProblem if the axis cannot be checked by the plan */
function judge(context: AxisContext, plan: CheckPlan, entered: readonly EnteredReading[]): SaidEvaluation {
  const evaluation = evaluationOf(context, plan, entered);
  if (!evaluation)
    throw new ApiProblem('conflict', misfitOf(context, plan) ?? 'This axis cannot be checked by this plan.');
  return evaluation;
}

/** A check and its axis in words, e.g. `Step check on X`. */
const calledOn = (kind: CheckKind, letter: string): string => `${checkDeclaration(kind).name} on ${letter}`;

export interface StartCheck {
  readonly version: number;
  readonly axisId: string;
  readonly plan: CheckPlan;
}

/** Starts a check on the design as it stands: the design is kept as a revision and the check names it. */
export async function startCheck(database: Database, machineId: string, request: StartCheck): Promise<Check> {
  const id = newId();
  const plan = openedPlan(request.plan);
  await inTransaction(database, async (session) => {
    const row = await lockMachine(session, machineId);
    demandVersion(row, request.version);
    const document = opened(row.document);
    const context = contextOf(document, request.axisId);
    const evaluation = judge(context, plan, []);
    const { letter } = context.axis;
    const cut = await cutRevision(session, row, document, calledOn(plan.kind, letter));
    await session.insert(check).values({
      id,
      machineId,
      revisionId: cut.id,
      axisId: request.axisId,
      kind: plan.kind,
      plan,
      ...judgedColumns(context, plan, evaluation),
      at: new Date(),
    });
    await writeLog(session, {
      machineId,
      revisionId: cut.id,
      checkId: id,
      kind: 'check',
      text: `${calledOn(plan.kind, letter)} planned: ${evaluation.remainingCount} readings.`,
    });
  });
  return loadCheck(database, machineId, id);
}

async function findCheck(
  session: Session,
  machineId: string,
  checkId: string,
  isLocked: boolean,
): Promise<{ row: typeof check.$inferSelect; document: Machine; number: number }> {
  const query = session
    .select()
    .from(check)
    .where(and(eq(check.id, checkId), eq(check.machineId, machineId)));
  const [row] = isLocked ? await query.for('update') : await query;
  if (!row) throw noCheck();
  const [made] = await session
    .select({ number: revision.number, document: revision.document })
    .from(revision)
    .where(eq(revision.id, row.revisionId));
  if (!made) throw noCheck();
  return { row, document: opened(made.document), number: made.number };
}

async function readingsOf(session: Session, checkId: string): Promise<StoredReading[]> {
  const rows = await session.select().from(reading).where(eq(reading.checkId, checkId)).orderBy(reading.sequence);
  return rows.map((row) => ({
    id: row.id,
    index: row.place,
    text: row.text,
    excluded: row.excluded,
    at: row.at.toISOString(),
  }));
}

export async function loadCheck(database: Database, machineId: string, checkId: string): Promise<Check> {
  const { row, document, number } = await findCheck(database, machineId, checkId, false);
  const plan = openedPlan(row.plan);
  return {
    id: row.id,
    kind: row.kind,
    axisId: row.axisId,
    axisLetter: row.axisLetter,
    revision: number,
    verdict: row.verdict,
    sentence: row.sentence,
    at: row.at.toISOString(),
    basis: basisOf(contextOf(document, row.axisId).axis, plan),
    plan,
    document,
    readings: await readingsOf(database, checkId),
  };
}

/** Newest first, as they came. Reads no documents but those whose basis another version of the program worded. */
export async function listChecks(database: Database, machineId: string, page: Page): Promise<Paged<CheckSummary>> {
  await demandMachine(database, machineId);
  await renewBases(database, machineId);
  const after = cursorOf(page, [isId]);
  const rows = await database
    .select({
      id: check.id,
      kind: check.kind,
      axisId: check.axisId,
      axisLetter: check.axisLetter,
      verdict: check.verdict,
      sentence: check.sentence,
      basis: check.basis,
      at: check.at,
      revision: revision.number,
    })
    .from(check)
    .innerJoin(revision, eq(revision.id, check.revisionId))
    .where(and(eq(check.machineId, machineId), after ? lt(check.id, after[0]) : undefined))
    .orderBy(desc(check.id))
    .limit(page.limit + 1);
  return pagedBy(
    page,
    rows,
    ({ id }) => [id],
    ({ basis, ...row }) => ({ ...row, at: row.at.toISOString(), basis: basis ?? [] }),
  );
}

/** Checks whose documents are read at once while their bases are worded anew. */
const CHUNK = 50;

async function renewBases(database: Database, machineId: string): Promise<void> {
  for (;;) {
    const rows = await database
      .select({ id: check.id, axisId: check.axisId, plan: check.plan, document: revision.document })
      .from(check)
      .innerJoin(revision, eq(revision.id, check.revisionId))
      .where(and(eq(check.machineId, machineId), ne(check.basisBy, STEP_LINES_VERSION)))
      .limit(CHUNK);
    for (const { id, axisId, plan, document } of rows) {
      const read = openMachine(document);
      const context = read.ok ? axisContext(read.value, axisId) : null;
      const checked = checkPlan(plan);
      const evaluation =
        context && checked.ok ? evaluationOf(context, checked.value, await readingsOf(database, id)) : null;
      // A revision that cannot be read leaves its check's verdict standing, on a basis that is like no design.
      await database
        .update(check)
        .set(
          context && evaluation && checked.ok
            ? judgedColumns(context, checked.value, evaluation)
            : { basis: [], basisBy: STEP_LINES_VERSION },
        )
        .where(eq(check.id, id));
    }
    if (rows.length < CHUNK) return;
  }
}

/** What a check rests on; one that was practised on the rig is like no design, and so proves nothing of the machine. */
const basisOf = (axis: AxisContext['axis'], plan: CheckPlan): readonly string[] =>
  isPractice(plan) ? [] : stepLines(axis);

/** What of a check follows from its design and readings. */
export function judgedColumns(
  { axis }: AxisContext,
  plan: CheckPlan,
  { verdict, sentence, sentenceInch }: SaidEvaluation,
): Pick<typeof check.$inferInsert, 'axisLetter' | 'verdict' | 'sentence' | 'sentenceInch' | 'basis' | 'basisBy'> {
  return {
    axisLetter: axis.letter,
    verdict,
    sentence,
    sentenceInch,
    basis: basisOf(axis, plan),
    basisBy: STEP_LINES_VERSION,
  };
}

/**
 * What says something new: a reading that stands just so already came before, and its answer may have been lost on the
 * way.
 */
function unheard(entered: readonly EnteredReading[], kept: readonly StoredReading[]): readonly EnteredReading[] {
  const standing = new Map(kept.map(({ index, text, excluded }) => [index, JSON.stringify([text, excluded])]));
  return entered.filter(({ index, text, excluded }) => {
    const said = JSON.stringify([text, excluded]);
    if (standing.get(index) === said) return false;
    standing.set(index, said);
    return true;
  });
}

/** Adds readings, judges the check anew, and logs a verdict that is new. Sending the same again changes nothing. */
export async function addReadings(
  database: Database,
  machineId: string,
  checkId: string,
  entered: readonly EnteredReading[],
): Promise<Check> {
  await inTransaction(database, async (session) => {
    const { row, document } = await findCheck(session, machineId, checkId, true);
    const context = contextOf(document, row.axisId);
    const plan = openedPlan(row.plan);
    demandReadings(entered, plan);
    const [last] = await session
      .select({ sequence: max(reading.sequence) })
      .from(reading)
      .where(eq(reading.checkId, checkId));
    const first = (last?.sequence ?? 0) + 1;
    const added = unheard(entered, await readingsOf(session, checkId));
    if (added.length === 0) return;
    if (first + added.length > READINGS_MOST)
      throw new ApiProblem('conflict', 'This check holds as many readings as one can. Start another.');
    const at = new Date();
    await session.insert(reading).values(
      added.map((item, index) => ({
        id: newId(),
        checkId,
        sequence: first + index,
        place: item.index,
        text: item.text,
        excluded: item.excluded,
        at,
      })),
    );
    const evaluation = judge(context, plan, await readingsOf(session, checkId));
    await session
      .update(check)
      .set(judgedColumns(context, plan, evaluation))
      .where(eq(check.id, checkId));
    if (evaluation.verdict !== row.verdict && evaluation.verdict !== 'incomplete') {
      const text = `${calledOn(row.kind, row.axisLetter)}: ${VERDICT_WORDS[evaluation.verdict]}. ${evaluation.sentence}`;
      await writeLog(session, { machineId, revisionId: row.revisionId, checkId, kind: 'verdict', text });
    }
  });
  return loadCheck(database, machineId, checkId);
}

function demandReadings(entered: readonly EnteredReading[], plan: CheckPlan): void {
  const places = placesOf(plan);
  const problems = entered.flatMap((item, index) => {
    const place = places[item.index];
    if (!place) return [{ path: `readings.${index}.index`, message: `the plan has ${places.length} readings` }];
    return readingValue(item.text, place.dimension) === null
      ? [{ path: `readings.${index}.text`, message: `must be a ${place.dimension} with its unit` }]
      : [];
  });
  if (problems.length > 0) throw new ApiProblem('invalid', 'Nothing was changed.', { problems });
}

/** Applies what a check led to: the changed design becomes a revision, and the log says why. */
export async function applyCorrection(
  database: Database,
  machineId: string,
  checkId: string,
  change: { readonly version: number; readonly document: Machine; readonly reason: string },
): Promise<MachineCopy> {
  await findCheck(database, machineId, checkId, false);
  return applyDocument(
    database,
    machineId,
    change,
    (session, revisionId) =>
      writeLog(session, { machineId, revisionId, checkId, kind: 'correction', text: change.reason }),
    writeHappened,
  );
}

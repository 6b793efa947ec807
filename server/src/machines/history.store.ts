import type { MachineCopy, MachineHistory } from '@crisp-notch/contract';
import { evaluateStepCheck } from '@crisp-notch/core/checks';
import { axisContext, sayIn } from '@crisp-notch/core/drive-line';
import { asc, eq } from 'drizzle-orm';
import { inTransaction, type Database, type Session } from '../database/connection';
import { newId } from '../database/identity';
import { check, logEntry, machine, reading, revision } from '../database/schema';
import { ApiProblem } from '../problem';
import { openedPlan } from '../checks/checks.store';
import { loadMachine, opened } from './machines.store';

const say = sayIn('metric');

/** Everything known of a machine, as it can be imported elsewhere. */
export async function exportHistory(database: Database, machineId: string): Promise<MachineHistory> {
  const { document } = await loadMachine(database, machineId);
  const revisions = await database.select().from(revision).where(eq(revision.machineId, machineId)).orderBy(asc(revision.number));
  const checks = await database.select().from(check).where(eq(check.machineId, machineId)).orderBy(asc(check.at), asc(check.id));
  const readings = await database
    .select({ checkId: reading.checkId, index: reading.place, text: reading.text, excluded: reading.excluded, at: reading.at })
    .from(reading)
    .innerJoin(check, eq(check.id, reading.checkId))
    .where(eq(check.machineId, machineId))
    .orderBy(asc(reading.sequence));
  const log = await database.select().from(logEntry).where(eq(logEntry.machineId, machineId)).orderBy(asc(logEntry.at), asc(logEntry.id));
  const numberOf = new Map(revisions.map((row) => [row.id, row.number]));
  return {
    format: 'crisp-notch/machine-history',
    version: 1,
    machine: document,
    revisions: revisions.map((row) => ({ number: row.number, reason: row.reason, at: row.at.toISOString(), document: opened(row.document) })),
    checks: checks.map((row) => ({
      reference: row.id,
      axisId: row.axisId,
      revision: numberOf.get(row.revisionId) ?? 1,
      plan: openedPlan(row.plan),
      at: row.at.toISOString(),
      readings: readings.filter((item) => item.checkId === row.id).map(({ index, text, excluded, at }) => ({ index, text, excluded, at: at.toISOString() })),
    })),
    log: log.map((row) => ({ at: row.at.toISOString(), kind: row.kind, text: row.text, revision: numberOf.get(row.revisionId) ?? 1, check: row.checkId })),
  };
}

const inconsistent = (message: string): ApiProblem => new ApiProblem('invalid', 'Nothing was imported.', { problems: [{ path: 'history', message }] });

/** Imports a machine with its history as a new machine; verdicts are worked out again from the readings. */
export async function importHistory(database: Database, imported: MachineHistory): Promise<MachineCopy> {
  const revisions = imported.revisions.map((item) => ({ ...item, document: opened(item.document) }));
  const history = { ...imported, machine: opened(imported.machine), revisions };
  const numbers = history.revisions.map((item) => item.number);
  if (numbers.length === 0 || numbers.some((number, index) => number !== index + 1)) throw inconsistent('revisions must be numbered 1, 2, 3 …');
  if ([...history.checks, ...history.log].some((item) => item.revision > numbers.length)) throw inconsistent('a check or log entry names a revision that is not there');
  const references = history.checks.map((item) => item.reference);
  if (new Set(references).size !== references.length) throw inconsistent('two checks have the same reference');
  if (history.log.some((item) => item.check !== null && !references.includes(item.check))) throw inconsistent('a log entry names a check that is not there');
  return inTransaction(database, async (session) => {
    const machineId = newId();
    const now = new Date();
    await session.insert(machine).values({ id: machineId, version: 1, revisionCount: numbers.length, document: history.machine, createdAt: now, updatedAt: now });
    const revisionIds = history.revisions.map(() => newId());
    await insertAll(
      session,
      revision,
      history.revisions.map((item, index) => ({
        id: revisionIds[index] as string,
        machineId,
        number: item.number,
        reason: item.reason,
        document: item.document,
        at: new Date(item.at),
      })),
    );
    const checkIds = new Map(references.map((reference) => [reference, newId()]));
    const revisionOf = (number: number): string => revisionIds[number - 1] as string;
    for (const item of history.checks) {
      const context = axisContext((history.revisions[item.revision - 1] as MachineHistory['revisions'][number]).document, item.axisId);
      const plan = openedPlan(item.plan);
      const fits = context !== null && context.axis.job.kind === plan.instrument.kind && context.axis.job.kind === plan.tolerance.kind;
      const evaluation = fits ? evaluateStepCheck(context, plan, item.readings, say) : null;
      if (!context || !evaluation) throw inconsistent(`check ${item.reference} does not fit the design it names`);
      const id = checkIds.get(item.reference) as string;
      await session.insert(check).values({
        id,
        machineId,
        revisionId: revisionOf(item.revision),
        axisId: item.axisId,
        axisLetter: context.axis.letter,
        kind: 'step-check',
        plan,
        verdict: evaluation.verdict,
        sentence: evaluation.sentence,
        at: new Date(item.at),
      });
      await insertAll(
        session,
        reading,
        item.readings.map((entry, index) => ({
          id: newId(),
          checkId: id,
          sequence: index + 1,
          place: entry.index,
          text: entry.text,
          excluded: entry.excluded ?? null,
          at: new Date(entry.at),
        })),
      );
    }
    await insertAll(
      session,
      logEntry,
      history.log.map((item) => ({
        id: newId(),
        machineId,
        revisionId: revisionOf(item.revision),
        checkId: item.check === null ? null : (checkIds.get(item.check) as string),
        kind: item.kind as 'note',
        text: item.text,
        at: new Date(item.at),
      })),
    );
    return loadMachine(session, machineId);
  });
}

/** Rows an insert takes at once, well below the packet limit. */
const CHUNK = 200;

async function insertAll<T extends typeof revision | typeof reading | typeof logEntry>(session: Session, table: T, rows: readonly T['$inferInsert'][]): Promise<void> {
  for (let start = 0; start < rows.length; start += CHUNK) await session.insert(table).values(rows.slice(start, start + CHUNK) as never);
}

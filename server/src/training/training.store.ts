import { TRAINING_MOST, trainingResult, type TrainingRequest, type TrainingResult } from '@crisp-notch/contract';
import { inTransaction, type Database, type Session } from '../database/connection';
import { claimSetting, readSetting, writeSetting } from '../settings/settings.store';

const TRAINING = 'training';

/** What is kept that can still be read: an older program may have kept others. */
const readable = (stored: unknown): readonly TrainingResult[] =>
  (Array.isArray(stored) ? stored : []).filter((item): item is TrainingResult => trainingResult.isValidSync(item));

/** Results of exercises, oldest first. */
export async function trainingOf(session: Session): Promise<readonly TrainingResult[]> {
  return readable(await readSetting(session, TRAINING));
}

/** Keeps results besides those that are there, each once; of too many the oldest go. */
export async function addTraining(session: Session, results: readonly TrainingResult[]): Promise<void> {
  const known = readable(await claimSetting(session, TRAINING));
  const keys = new Set(known.map(({ key }) => key));
  const all = [...known, ...results.filter(({ key }) => !keys.has(key))].sort((a, b) => a.at.localeCompare(b.at));
  await writeSetting(session, TRAINING, all.slice(-TRAINING_MOST));
}

/** Keeps what came of an exercise. */
export async function keepTraining(database: Database, request: TrainingRequest): Promise<TrainingResult> {
  const result: TrainingResult = { ...request, at: new Date().toISOString() };
  await inTransaction(database, async (session) => await addTraining(session, [result]));
  return result;
}

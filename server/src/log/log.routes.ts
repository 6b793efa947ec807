import { addLogEntryRequest } from '@crisp-notch/contract';
import { json, Router } from 'express';
import type { Database } from '../database/connection';
import { bodyOf, idOf } from '../validate';
import { listLog, writeNote } from './log.store';

export function logRoutes(database: Database, bodyLimit: string): Router {
  const router = Router({ mergeParams: true });

  router.get('/', async (request, response) => {
    response.json(await listLog(database, idOf(request, 'machine')));
  });
  router.post('/', json({ limit: bodyLimit }), async (request, response) => {
    const machineId = idOf(request, 'machine');
    const { text } = await bodyOf(request, addLogEntryRequest);
    await writeNote(database, machineId, text);
    response.status(201).json(await listLog(database, machineId));
  });
  return router;
}

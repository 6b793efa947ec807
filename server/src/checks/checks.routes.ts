import { addReadingsRequest, applyRequest, startCheckRequest } from '@crisp-notch/contract';
import { json, Router } from 'express';
import type { Database } from '../database/connection';
import { bodyOf, idOf } from '../validate';
import { addReadings, applyCorrection, listChecks, loadCheck, startCheck } from './checks.store';

export function checkRoutes(database: Database, bodyLimit: string): Router {
  const router = Router({ mergeParams: true });
  const body = json({ limit: bodyLimit });

  router.get('/', async (request, response) => {
    response.json(await listChecks(database, idOf(request, 'machine')));
  });
  router.post('/', body, async (request, response) => {
    const machineId = idOf(request, 'machine');
    response.status(201).json(await startCheck(database, machineId, await bodyOf(request, startCheckRequest)));
  });
  router.get('/:check', async (request, response) => {
    response.json(await loadCheck(database, idOf(request, 'machine'), idOf(request, 'check')));
  });
  router.post('/:check/readings', body, async (request, response) => {
    const [machineId, checkId] = [idOf(request, 'machine'), idOf(request, 'check')];
    const { readings } = await bodyOf(request, addReadingsRequest);
    response.status(201).json(await addReadings(database, machineId, checkId, readings));
  });
  router.post('/:check/apply', body, async (request, response) => {
    const [machineId, checkId] = [idOf(request, 'machine'), idOf(request, 'check')];
    response.json(await applyCorrection(database, machineId, checkId, await bodyOf(request, applyRequest)));
  });
  return router;
}

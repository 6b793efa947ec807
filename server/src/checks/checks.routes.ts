import { addReadingsRequest, applyRequest, startCheckRequest } from '@crisp-notch/contract';
import { Router } from 'express';
import type { Database } from '../database/connection';
import { pageOf, sendPage } from '../database/page';
import { idOf, withBody } from '../validate';
import { addReadings, applyCorrection, listChecks, loadCheck, startCheck } from './checks.store';

/** Checks in a page of the list where nobody asks for more or fewer. */
const PAGE = 200;

export function checkRoutes(database: Database): Router {
  const router = Router({ mergeParams: true });

  router.get('/', async (request, response) => {
    const page = pageOf(request, PAGE);
    sendPage(request, response, page, await listChecks(database, idOf(request, 'machine'), page));
  });
  router.post(
    '/',
    ...withBody(startCheckRequest, async (body, request, response) => {
      const machineId = idOf(request, 'machine');
      response.status(201).json(await startCheck(database, machineId, await body()));
    }),
  );
  router.get('/:check', async (request, response) => {
    response.json(await loadCheck(database, idOf(request, 'machine'), idOf(request, 'check')));
  });
  router.post(
    '/:check/readings',
    ...withBody(addReadingsRequest, async (body, request, response) => {
      const [machineId, checkId] = [idOf(request, 'machine'), idOf(request, 'check')];
      const { readings } = await body();
      response.status(201).json(await addReadings(database, machineId, checkId, readings));
    }),
  );
  router.post(
    '/:check/apply',
    ...withBody(applyRequest, async (body, request, response) => {
      const [machineId, checkId] = [idOf(request, 'machine'), idOf(request, 'check')];
      response.json(await applyCorrection(database, machineId, checkId, await body()));
    }),
  );
  return router;
}

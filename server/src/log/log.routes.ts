import { addLogEntryRequest } from '@crisp-notch/contract';
import { Router } from 'express';
import type { Database } from '../database/connection';
import { pageOf, sendPage } from '../database/page';
import { idOf, withBody } from '../validate';
import { listLog, writeNote } from './log.store';

/** Entries in a page of the log where nobody asks for more or fewer. */
const PAGE = 100;

export function logRoutes(database: Database): Router {
  const router = Router({ mergeParams: true });

  router.get('/', async (request, response) => {
    const page = pageOf(request, PAGE);
    sendPage(request, response, page, await listLog(database, idOf(request, 'machine'), page));
  });
  router.post(
    '/',
    ...withBody(addLogEntryRequest, async (body, request, response) => {
      const machineId = idOf(request, 'machine');
      const { text } = await body();
      await writeNote(database, machineId, text);
      const page = pageOf(request, PAGE);
      response.status(201);
      sendPage(request, response, page, await listLog(database, machineId, page));
    }),
  );
  return router;
}

import { addLogEntryRequest, tagEntryRequest } from '@crisp-notch/contract';
import { Router } from 'express';
import type { Database } from '../database/connection';
import { pageOf, sendPage } from '../database/page';
import { idOf, withBody } from '../validate';
import { filterOf } from './log-filter';
import { listLog, listTags, tagEntry, writeNote } from './log.store';

/** Entries in a page of the log where nobody asks for more or fewer. */
const PAGE = 100;

export function logRoutes(database: Database): Router {
  const router = Router({ mergeParams: true });

  router.get('/', async (request, response) => {
    const page = pageOf(request, PAGE);
    const filter = filterOf(request);
    sendPage(request, response, page, await listLog(database, idOf(request, 'machine'), page, filter));
  });
  router.post(
    '/',
    ...withBody(addLogEntryRequest, async (body, request, response) => {
      const machineId = idOf(request, 'machine');
      const { text, axisLetter, tags } = await body();
      const id = await writeNote(database, machineId, { text, axisLetter: axisLetter ?? null, tags: tags ?? [] });
      response.status(201).json({ id });
    }),
  );
  router.get('/tags', async (request, response) => {
    response.json(await listTags(database, idOf(request, 'machine')));
  });
  router.put(
    '/:entry/tags',
    ...withBody(tagEntryRequest, async (body, request, response) => {
      const [machineId, entryId] = [idOf(request, 'machine'), idOf(request, 'entry')];
      const { tags } = await body();
      await tagEntry(database, machineId, entryId, tags);
      response.status(204).end();
    }),
  );
  return router;
}

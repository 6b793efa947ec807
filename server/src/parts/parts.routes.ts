import { importPartsRequest, partRequest, savePartRequest } from '@crisp-notch/contract';
import { Router } from 'express';
import { longJsonBody } from '../body';
import type { Database } from '../database/connection';
import { pageOf, sendPage } from '../database/page';
import { idOf, withBody } from '../validate';
import { addPart, addParts, countUses, listParts, loadPart, removePart, savePart } from './parts.store';

/** Parts in a page of the shelf where nobody asks for more or fewer. */
const PAGE = 500;

export function partRoutes(database: Database): Router {
  const router = Router();

  router.get('/', async (request, response) => {
    const page = pageOf(request, PAGE);
    sendPage(request, response, page, await listParts(database, page));
  });
  router.post(
    '/',
    ...withBody(partRequest, async (body, _request, response) => {
      const { part } = await body();
      response.status(201).json(await addPart(database, part));
    }),
  );
  router.post(
    '/import',
    ...withBody(
      importPartsRequest,
      async (body, _request, response) => {
        const { parts } = await body();
        response.status(201).json({ added: await addParts(database, parts) });
      },
      longJsonBody,
    ),
  );
  router.get('/uses', async (_request, response) => {
    response.json(await countUses(database));
  });
  router.get('/:part', async (request, response) => {
    response.json(await loadPart(database, idOf(request, 'part')));
  });
  router.put(
    '/:part',
    ...withBody(savePartRequest, async (body, request, response) => {
      const id = idOf(request, 'part');
      const { version, part } = await body();
      response.json(await savePart(database, id, version, part));
    }),
  );
  router.delete('/:part', async (request, response) => {
    await removePart(database, idOf(request, 'part'));
    response.status(204).end();
  });
  return router;
}

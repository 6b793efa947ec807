import { importPartsRequest, partRequest, savePartRequest } from '@crisp-notch/contract';
import { Router } from 'express';
import { jsonBody, longJsonBody } from '../body';
import type { Database } from '../database/connection';
import { pageOf, sendPage } from '../database/page';
import { bodyOf, idOf } from '../validate';
import { addPart, addParts, countUses, listParts, loadPart, removePart, savePart } from './parts.store';

/** Parts in a page of the shelf where nobody asks for more or fewer. */
const PAGE = 500;

export function partRoutes(database: Database): Router {
  const router = Router();

  router.get('/', async (request, response) => {
    const page = pageOf(request, PAGE);
    sendPage(request, response, page, await listParts(database, page));
  });
  router.post('/', jsonBody, async (request, response) => {
    const { part } = await bodyOf(request, partRequest);
    response.status(201).json(await addPart(database, part));
  });
  router.post('/import', longJsonBody, async (request, response) => {
    const { parts } = await bodyOf(request, importPartsRequest);
    response.status(201).json({ added: await addParts(database, parts) });
  });
  router.get('/uses', async (_request, response) => {
    response.json(await countUses(database));
  });
  router.get('/:part', async (request, response) => {
    response.json(await loadPart(database, idOf(request, 'part')));
  });
  router.put('/:part', jsonBody, async (request, response) => {
    const id = idOf(request, 'part');
    const { version, part } = await bodyOf(request, savePartRequest);
    response.json(await savePart(database, id, version, part));
  });
  router.delete('/:part', async (request, response) => {
    await removePart(database, idOf(request, 'part'));
    response.status(204).end();
  });
  return router;
}

import { importPartsRequest, partRequest, savePartRequest } from '@crisp-notch/contract';
import { json, Router } from 'express';
import type { Database } from '../database/connection';
import { bodyOf, idOf } from '../validate';
import { addPart, addParts, countUses, listParts, loadPart, removePart, savePart } from './parts.store';

/** Ten thousand parts. */
const IMPORT_LIMIT = '8mb';

export function partRoutes(database: Database, bodyLimit: string): Router {
  const router = Router();
  const body = json({ limit: bodyLimit });

  router.get('/', async (_request, response) => {
    response.json(await listParts(database));
  });
  router.post('/', body, async (request, response) => {
    const { part } = await bodyOf(request, partRequest);
    response.status(201).json(await addPart(database, part));
  });
  router.post('/import', json({ limit: IMPORT_LIMIT }), async (request, response) => {
    const { parts } = await bodyOf(request, importPartsRequest);
    response.status(201).json({ added: await addParts(database, parts) });
  });
  router.get('/uses', async (_request, response) => {
    response.json(await countUses(database));
  });
  router.get('/:part', async (request, response) => {
    response.json(await loadPart(database, idOf(request, 'part')));
  });
  router.put('/:part', body, async (request, response) => {
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

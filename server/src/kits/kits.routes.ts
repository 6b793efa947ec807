import { keepKitRequest } from '@crisp-notch/contract';
import { Router } from 'express';
import type { Database } from '../database/connection';
import { pageOf, sendPage } from '../database/page';
import { idOf, withBody } from '../validate';
import { keepKit, listKits, removeKit } from './kits.store';

/** Kits in a page where nobody asks for more or fewer: each is a whole design. */
const PAGE = 50;

export function kitRoutes(database: Database): Router {
  const router = Router();

  router.get('/', async (request, response) => {
    const page = pageOf(request, PAGE);
    sendPage(request, response, page, await listKits(database, page));
  });
  router.post(
    '/',
    ...withBody(keepKitRequest, async (body, _request, response) => {
      response.status(201).json(await keepKit(database, await body()));
    }),
  );
  router.delete('/:kit', async (request, response) => {
    await removeKit(database, idOf(request, 'kit'));
    response.status(204).end();
  });
  return router;
}

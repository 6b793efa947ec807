import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { SHOP_TYPE } from '@crisp-notch/contract';
import { Router } from 'express';
import { inSnapshot, inTransaction, type Database } from '../database/connection';
import { ApiProblem } from '../problem';
import { spooled } from '../spool';
import { sendShop } from './shop.export';
import { previewShop, restoreShop } from './shop.restore';

/** How long a client may take to take a piece, which holds a connection of the database meanwhile. */
const TAKE_LIMIT_IN_MILLISECONDS = 30_000;

/** The whole shop as one file: given away, looked at, and brought in. */
export function shopRoutes(database: Database): Router {
  const router = Router();
  router.get('/backup', async (_request, response) => {
    await sendShop(database, async (pieces) => {
      response.type(SHOP_TYPE).setTimeout(TAKE_LIMIT_IN_MILLISECONDS, () => response.destroy());
      await pipeline(Readable.from(pieces), response);
    });
  });
  // The body of both is the file itself.
  router.post('/preview', async (request, response) => {
    response.json(
      await spooled(request, (read) => inSnapshot(database, (session) => previewShop(session, read)), SHOP_TYPE),
    );
  });
  router.post('/restore', async (request, response) => {
    const { here } = request.query;
    if (here !== 'replace' && here !== 'keep')
      throw new ApiProblem('bad-request', 'here must be replace or keep: what becomes of what differs.');
    response.json(
      await spooled(
        request,
        (read) => inTransaction(database, (session) => restoreShop(session, read, here)),
        SHOP_TYPE,
      ),
    );
  });
  return router;
}

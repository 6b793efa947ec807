import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  applyRequest,
  cutRevisionRequest,
  keepBesideRequest,
  newMachineRequest,
  saveMachineRequest,
} from '@crisp-notch/contract';
import { Router } from 'express';
import { inTransaction, type Database } from '../database/connection';
import { pageOf, sendPage } from '../database/page';
import { writeHappened, writeLog } from '../log/log.store';
import { idOf, numberOf, withBody } from '../validate';
import { spooled } from '../spool';
import { sendHistory } from './history.export';
import { importHistory } from './history.import';
import {
  applyDocument,
  createMachine,
  cutRevision,
  demandVersion,
  listMachines,
  listRevisions,
  loadMachine,
  loadRevision,
  lockMachine,
  opened,
  removeMachine,
  saveMachine,
  storedMachine,
} from './machines.store';

/** Machines in a page of the list where nobody asks for more or fewer, and revisions. */
const [MACHINES_PAGE, REVISIONS_PAGE] = [500, 200];

/** How long a client may take to take a piece of an export, which holds a connection of the database meanwhile. */
const TAKE_LIMIT_IN_MILLISECONDS = 30_000;

export function machineRoutes(database: Database): Router {
  const router = Router();

  router.get('/', async (request, response) => {
    const page = pageOf(request, MACHINES_PAGE);
    sendPage(request, response, page, await listMachines(database, page));
  });
  router.post(
    '/',
    ...withBody(newMachineRequest, async (body, _request, response) => {
      const { document } = await body();
      response.status(201).json(await createMachine(database, document));
    }),
  );
  // The body is the file itself. What is here already is imported as a second machine only where that is asked for.
  router.post('/import', async (request, response) => {
    const isCopy = request.query['copy'] === 'yes';
    const made = await spooled(request, (read) =>
      inTransaction(database, (session) => importHistory(session, read, isCopy)),
    );
    response.status(201).json(made);
  });
  router.get('/:machine', async (request, response) => {
    response.json(await loadMachine(database, idOf(request, 'machine')));
  });
  router.get('/:machine/stored', async (request, response) => {
    response.json(await storedMachine(database, idOf(request, 'machine')));
  });
  router.put(
    '/:machine',
    ...withBody(saveMachineRequest, async (body, request, response) => {
      const id = idOf(request, 'machine');
      const { version, document } = await body();
      response.json(await saveMachine(database, id, version, document, writeHappened));
    }),
  );
  router.delete('/:machine', async (request, response) => {
    await removeMachine(database, idOf(request, 'machine'));
    response.status(204).end();
  });
  router.get('/:machine/history', async (request, response) => {
    await sendHistory(database, idOf(request, 'machine'), async (pieces) => {
      response.type('json').setTimeout(TAKE_LIMIT_IN_MILLISECONDS, () => response.destroy());
      await pipeline(Readable.from(pieces), response);
    });
  });
  router.post(
    '/:machine/apply',
    ...withBody(applyRequest, async (body, request, response) => {
      const machineId = idOf(request, 'machine');
      const change = await body();
      const copy = await applyDocument(
        database,
        machineId,
        change,
        (session, revisionId) =>
          writeLog(session, { machineId, revisionId, checkId: null, kind: 'revision', text: change.reason }),
        writeHappened,
      );
      response.json(copy);
    }),
  );
  router.get('/:machine/revisions', async (request, response) => {
    const page = pageOf(request, REVISIONS_PAGE);
    sendPage(request, response, page, await listRevisions(database, idOf(request, 'machine'), page));
  });
  router.post(
    '/:machine/revisions',
    ...withBody(cutRevisionRequest, async (body, request, response) => {
      const machineId = idOf(request, 'machine');
      const { version, reason } = await body();
      const copy = await inTransaction(database, async (session) => {
        const row = await lockMachine(session, machineId);
        demandVersion(row, version);
        const cut = await cutRevision(session, row, opened(row.document), reason);
        if (cut.number > row.revisionCount)
          await writeLog(session, { machineId, revisionId: cut.id, checkId: null, kind: 'revision', text: reason });
        return loadMachine(session, machineId);
      });
      response.status(201).json(copy);
    }),
  );
  router.post(
    '/:machine/revisions/beside',
    ...withBody(keepBesideRequest, async (body, request, response) => {
      const machineId = idOf(request, 'machine');
      const { document, reason } = await body();
      const revision = await inTransaction(database, async (session) => {
        const row = await lockMachine(session, machineId);
        const cut = await cutRevision(session, row, opened(document), reason);
        if (cut.number > row.revisionCount)
          await writeLog(session, { machineId, revisionId: cut.id, checkId: null, kind: 'revision', text: reason });
        return cut.number;
      });
      response.status(201).json({ revision });
    }),
  );
  router.get('/:machine/revisions/:number', async (request, response) => {
    response.json(await loadRevision(database, idOf(request, 'machine'), numberOf(request, 'number')));
  });
  return router;
}

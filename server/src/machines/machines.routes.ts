import { applyRequest, cutRevisionRequest, importMachineRequest, newMachineRequest, saveMachineRequest } from '@crisp-notch/contract';
import { json, Router } from 'express';
import { inTransaction, type Database } from '../database/connection';
import { writeLog } from '../log/log.store';
import { bodyOf, idOf, numberOf } from '../validate';
import { exportHistory, importHistory } from './history.store';
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

/** A machine with years of history. */
const IMPORT_LIMIT = '8mb';

export function machineRoutes(database: Database, bodyLimit: string): Router {
  const router = Router();
  const body = json({ limit: bodyLimit });

  router.get('/', async (_request, response) => {
    response.json(await listMachines(database));
  });
  router.post('/', body, async (request, response) => {
    const { document } = await bodyOf(request, newMachineRequest);
    response.status(201).json(await createMachine(database, document));
  });
  router.post('/import', json({ limit: IMPORT_LIMIT }), async (request, response) => {
    const { history } = await bodyOf(request, importMachineRequest);
    response.status(201).json(await importHistory(database, history));
  });
  router.get('/:machine', async (request, response) => {
    response.json(await loadMachine(database, idOf(request, 'machine')));
  });
  router.get('/:machine/stored', async (request, response) => {
    response.json(await storedMachine(database, idOf(request, 'machine')));
  });
  router.put('/:machine', body, async (request, response) => {
    const id = idOf(request, 'machine');
    const { version, document } = await bodyOf(request, saveMachineRequest);
    response.json(await saveMachine(database, id, version, document));
  });
  router.delete('/:machine', async (request, response) => {
    await removeMachine(database, idOf(request, 'machine'));
    response.status(204).end();
  });
  router.get('/:machine/history', async (request, response) => {
    response.json(await exportHistory(database, idOf(request, 'machine')));
  });
  router.post('/:machine/apply', body, async (request, response) => {
    const machineId = idOf(request, 'machine');
    const change = await bodyOf(request, applyRequest);
    const copy = await applyDocument(database, machineId, change, (session, revisionId) =>
      writeLog(session, { machineId, revisionId, checkId: null, kind: 'revision', text: change.reason }),
    );
    response.json(copy);
  });
  router.get('/:machine/revisions', async (request, response) => {
    response.json(await listRevisions(database, idOf(request, 'machine')));
  });
  router.post('/:machine/revisions', body, async (request, response) => {
    const machineId = idOf(request, 'machine');
    const { version, reason } = await bodyOf(request, cutRevisionRequest);
    const copy = await inTransaction(database, async (session) => {
      const row = await lockMachine(session, machineId);
      demandVersion(row, version);
      const cut = await cutRevision(session, row, opened(row.document), reason);
      if (cut.number > row.revisionCount) await writeLog(session, { machineId, revisionId: cut.id, checkId: null, kind: 'revision', text: reason });
      return loadMachine(session, machineId);
    });
    response.status(201).json(copy);
  });
  router.get('/:machine/revisions/:number', async (request, response) => {
    response.json(await loadRevision(database, idOf(request, 'machine'), numberOf(request, 'number')));
  });
  return router;
}

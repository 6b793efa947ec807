import { trainingRequest } from '@crisp-notch/contract';
import { Router } from 'express';
import type { Database } from '../database/connection';
import { withBody } from '../validate';
import { keepTraining, trainingOf } from './training.store';

/** What came of exercises: how far somebody has got. */
export function trainingRoutes(database: Database): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    response.json(await trainingOf(database));
  });
  router.post(
    '/',
    ...withBody(trainingRequest, async (body, _request, response) => {
      response.status(201).json(await keepTraining(database, await body()));
    }),
  );
  return router;
}

import { preferencesRequest, type Preferences } from '@crisp-notch/contract';
import { Router } from 'express';
import { jsonBody } from '../body';
import type { Database } from '../database/connection';
import { bodyOf } from '../validate';
import { readSetting, writeSetting } from './settings.store';

const DEFAULTS: Preferences = { units: 'metric', theme: 'day' };

export function settingRoutes(database: Database): Router {
  const router = Router();

  router.get('/preferences', async (_request, response) => {
    response.json((await readSetting(database, 'preferences')) ?? DEFAULTS);
  });
  router.put('/preferences', jsonBody, async (request, response) => {
    const preferences = await bodyOf(request, preferencesRequest);
    await writeSetting(database, 'preferences', preferences);
    response.json(preferences);
  });
  return router;
}

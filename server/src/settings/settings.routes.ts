import { preferencesRequest, type Preferences } from '@crisp-notch/contract';
import { Router } from 'express';
import type { Database } from '../database/connection';
import { withBody } from '../validate';
import { readSetting, writeSetting } from './settings.store';

const DEFAULTS: Preferences = { units: 'metric', theme: 'day' };

export function settingRoutes(database: Database): Router {
  const router = Router();

  router.get('/preferences', async (_request, response) => {
    response.json((await readSetting(database, 'preferences')) ?? DEFAULTS);
  });
  router.put(
    '/preferences',
    ...withBody(preferencesRequest, async (body, _request, response) => {
      const preferences = await body();
      await writeSetting(database, 'preferences', preferences);
      response.json(preferences);
    }),
  );
  return router;
}

import { preferencesRequest, type Addresses, type Preferences } from '@crisp-notch/contract';
import { Router } from 'express';
import type { Database } from '../database/connection';
import { addressesOnNetwork } from '../security/same-site';
import { withBody } from '../validate';
import { PREFERENCES, readSetting, writeSetting } from './settings.store';

const DEFAULTS: Preferences = { units: 'metric', theme: 'day' };

/** @param host address listened on */
export function settingRoutes(database: Database, host: string): Router {
  const router = Router();

  router.get('/addresses', (request, response) => {
    const answer: Addresses = { addresses: addressesOnNetwork(host, request.socket.localPort ?? 0) };
    response.json(answer);
  });
  router.get('/preferences', async (_request, response) => {
    response.json((await readSetting(database, PREFERENCES)) ?? DEFAULTS);
  });
  router.put(
    '/preferences',
    ...withBody(preferencesRequest, async (body, _request, response) => {
      const preferences = await body();
      await writeSetting(database, PREFERENCES, preferences);
      response.json(preferences);
    }),
  );
  return router;
}

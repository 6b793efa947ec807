import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import compression from 'compression';
import express, { type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { describeApi, type Mounted } from './api-description';
import { checkRoutes } from './checks/checks.routes';
import type { Database } from './database/connection';
import { kitRoutes } from './kits/kits.routes';
import { logRoutes } from './log/log.routes';
import { machineRoutes } from './machines/machines.routes';
import { partRoutes } from './parts/parts.routes';
import { entryPhotoRoutes, photoRoutes } from './photos/photos.routes';
import { answerWithin } from './deadline';
import { ApiProblem, problemHandler, requestId } from './problem';
import { securityHeaders } from './security/headers';
import { requirePassphrase } from './security/passphrase';
import { sameSiteOnly } from './security/same-site';
import { settingRoutes } from './settings/settings.routes';
import { shopRoutes } from './shop/shop.routes';
import { trainingRoutes } from './training/training.routes';
import { webApp } from './static/web-app';

export interface AppOptions {
  readonly database: Database;
  readonly logger: Logger;
  /** Address listened on. */
  readonly host: string;
  /** Further names by which the server is reached. */
  readonly allowedNames: readonly string[];
  /** Needed to get in; null on loopback. */
  readonly passphrase: string | null;
  /** Folder of the built web application; null to serve only the API. */
  readonly webFolder: string | null;
  /** Address of a proxy whose word is taken for who asks and by which scheme, e.g. loopback; null for none. */
  readonly trustedProxy: string | null;
  /** Milliseconds after which a request that is still not answered is told that the database does not answer. */
  readonly answerWithin?: number;
  /** Requests per minute from one address; far above what typing can do. */
  readonly requestsPerMinute: number;
}

const MINUTE_IN_MILLISECONDS = 60_000;
/** Longer than any statement is waited for, and shorter than a person waits. */
const ANSWER_LIMIT_IN_MILLISECONDS = 12_000;

export function createApp(options: AppOptions): Express {
  const { database } = options;
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  if (options.trustedProxy !== null) app.set('trust proxy', options.trustedProxy);
  app.use(
    pinoHttp({
      logger: options.logger,
      genReqId: () => randomUUID(),
      customLogLevel: (_request, response, error) =>
        error || response.statusCode >= 500 ? 'error' : response.statusCode >= 400 ? 'info' : 'debug',
      serializers: {
        req: (request: { id: string; method: string; url: string }) => ({
          id: request.id,
          method: request.method,
          url: request.url,
        }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      },
    }),
  );
  app.use((request, response, next) => {
    response.setHeader('X-Request-Id', requestId(request));
    next();
  });
  app.use(securityHeaders());
  app.use(sameSiteOnly(options.host, options.allowedNames));
  if (options.passphrase !== null) app.use(...requirePassphrase(options.passphrase));

  const api = express.Router();
  api.use(
    rateLimit({
      windowMs: MINUTE_IN_MILLISECONDS,
      limit: options.requestsPerMinute,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: () => {
        throw new ApiProblem('too-many', 'Wait a minute and try again.');
      },
    }),
  );
  api.use(answerWithin(options.answerWithin ?? ANSWER_LIMIT_IN_MILLISECONDS));
  api.use(compression());
  api.use((_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  api.get('/health', async (_request, response) => {
    await database.execute(sql`select 1`);
    response.json({ status: 'ok' });
  });
  const routers: readonly Mounted[] = [
    ['/machines/:machine/checks', checkRoutes(database)],
    ['/machines/:machine/log/:entry/photos', entryPhotoRoutes(database)],
    ['/machines/:machine/log', logRoutes(database)],
    ['/machines/:machine/photos', photoRoutes(database)],
    ['/machines', machineRoutes(database)],
    ['/kits', kitRoutes(database)],
    ['/parts', partRoutes(database)],
    ['/settings', settingRoutes(database, options.host)],
    ['/shop', shopRoutes(database)],
    ['/training', trainingRoutes(database)],
  ];
  for (const [path, router] of routers) api.use(path, router);
  const description = describeApi(routers);
  api.get('/', (_request, response) => void response.json(description));
  api.use(() => {
    throw new ApiProblem('not-found', 'No such address.');
  });
  app.use('/api', api);
  if (options.webFolder !== null) app.use(webApp(options.webFolder));
  app.use(() => {
    throw new ApiProblem('not-found', 'No such address.');
  });
  app.use(problemHandler);
  return app;
}

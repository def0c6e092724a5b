import path from 'node:path';
import express, { type Express } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import type { Logger } from 'pino';
import { z } from 'zod';
import { FORMS } from '@eight-up/core/forms/registry';
import { formWords } from '@eight-up/words/forms/registry';
import { pinoHttp } from 'pino-http';
import { assetRoutes, bookFileRoutes } from './files/routes.ts';
import { binRoutes, bookRoutes } from './books/routes.ts';
import { bookFileExchange } from './book-file/routes.ts';
import { computeRoutes } from './compute/routes.ts';
import { errorHandler, Refusal } from './errors.ts';
import { cuttingRoutes } from './exports/cutting-routes.ts';
import { marksRoutes } from './exports/marks-routes.ts';
import { Makings, makingRoutes } from './exports/makings.ts';
import { exportRoutes } from './exports/routes.ts';
import { onlyWhileFolderIsThere } from './data-folder/still-there.ts';
import { onlyLegibleAddresses, onlyLoopback, strictHeaders } from './security.ts';
import { measuringRoutes } from './measuring/routes.ts';
import { jointPlanRoutes } from './joint-plans/routes.ts';
import { printerRoutes } from './printers/routes.ts';
import { settingsRoutes } from './settings/routes.ts';
import { paperRoutes } from './papers/routes.ts';
import type { FileStore } from './files/store.ts';
import type { WorkPool } from './pool/work-pool.ts';
import { onlyWhileNothingIsReplaced, safekeepingRoutes } from './safekeeping/routes.ts';
import type { Safekeeping } from './safekeeping/safekeeping.ts';

export interface AppParts {
  readonly orm: MikroORM;
  readonly store: FileStore;
  readonly pool: WorkPool;
  readonly safekeeping: Safekeeping;
  readonly log: Logger;
  /** folder of the built interface; absent in tests of the API alone */
  readonly webFolder?: string;
}

export function createApp({ orm, store, pool, safekeeping, log, webFolder }: AppParts): Express {
  const app = express();
  const makings = new Makings(store);
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: false }));
  app.use(onlyLoopback, strictHeaders, onlyLegibleAddresses);
  app.use('/api', onlyWhileFolderIsThere(store), onlyWhileNothingIsReplaced(safekeeping));
  app.use(express.json({ limit: '2mb' }));

  app.get('/api/health', (_request, response) => void response.json({ ok: true, name: 'Eight Up' }));
  app.get(
    '/api/openapi.json',
    async (_request, response) => void response.json((await import('./openapi.ts')).openApiDocument()),
  );
  app.get(
    '/api/forms',
    (_request, response) =>
      void response.json({
        forms: FORMS.map(({ id, parameters }) => ({
          id,
          name: formWords(id).name,
          parameters: z.toJSONSchema(parameters, { io: 'input' }),
        })),
      }),
  );
  app.use('/api/books/:id/files', bookFileRoutes(orm, store, pool));
  app.use(
    '/api/books',
    bookFileExchange(orm, makings, pool),
    bookRoutes(orm),
    exportRoutes(orm, makings, pool),
    cuttingRoutes(orm, makings, pool),
    marksRoutes(orm),
  );
  app.use('/api/makings', makingRoutes(makings));
  app.use('/api/papers', paperRoutes(orm, pool));
  app.use('/api/printers', printerRoutes(orm));
  app.use('/api/joint-plans', jointPlanRoutes(orm, makings, pool));
  app.use('/api/measurements', measuringRoutes(orm));
  app.use('/api/settings', settingsRoutes(orm));
  app.use('/api/bin', binRoutes(orm, store, pool));
  app.use('/api/assets', assetRoutes(orm, store, pool));
  app.use('/api/safekeeping', safekeepingRoutes(safekeeping, makings, pool));
  app.use('/api/compute', computeRoutes(pool));
  app.use('/api', () => {
    throw new Refusal('not-found', 'There is nothing at this address.');
  });
  if (webFolder) {
    app.use(
      express.static(webFolder, {
        index: false,
        maxAge: '1y',
        immutable: true,
        setHeaders: (response, file) => {
          if (!file.includes(`${path.sep}assets${path.sep}`)) response.setHeader('Cache-Control', 'no-cache');
        },
      }),
    );
    app.get('/{*any}', (_request, response) =>
      response.set('Cache-Control', 'no-cache').sendFile(path.join(webFolder, 'index.html')),
    );
  }
  app.use(errorHandler(log));
  return app;
}

import { rm } from 'node:fs/promises';
import { Router, type RequestHandler } from 'express';
import multer from 'multer';
import { z } from 'zod';
import { databaseFile } from '../db/open.ts';
import { Refusal } from '../errors.ts';
import type { Makings } from '../exports/makings.ts';
import { sendMade } from '../exports/send-made.ts';
import { parseRequest } from '../parse.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import type { Safekeeping } from './safekeeping.ts';

export const restoreRequest = z.strictObject({ name: z.string().min(1).max(64) });

const LIMITS = { files: 1, fileSize: 1024 ** 5, fields: 4, fieldSize: 1024, fieldNameSize: 100 };

/** Nothing is changed that is about to be replaced: it would be in neither state. */
export const onlyWhileNothingIsReplaced =
  (safekeeping: Safekeeping): RequestHandler =>
  (request, _response, next) => {
    if (request.method !== 'GET' && safekeeping.isReplacing)
      throw new Refusal(
        'storage-busy',
        'Another state of all books is just being taken up. Nothing was changed; try again in a moment.',
      );
    next();
  };

/** Backups, the check of the folder, and everything as one file. */
export function safekeepingRoutes(safekeeping: Safekeeping, makings: Makings, pool: WorkPool): Router {
  const { store } = makings;
  const router = Router();
  const upload = multer({ dest: store.incoming, limits: LIMITS }).single('file');
  router.get('/', async (_request, response) => {
    response.json(await safekeeping.state());
  });
  router.post('/backups', async (_request, response) => {
    await safekeeping.backUp('asked');
    response.status(201).json(await safekeeping.state());
  });
  router.post('/restore', async (request, response) => {
    const { name } = parseRequest(restoreRequest, request.body);
    await safekeeping.restore(name);
    response.json(await safekeeping.state());
  });
  router.post('/check', async (_request, response) => {
    safekeeping.startCheck();
    response.status(202).json(await safekeeping.state());
  });
  router.post('/check/stop', async (_request, response) => {
    safekeeping.stopCheck();
    response.json(await safekeeping.state());
  });
  router.get('/everything.zip', async (request, response) => {
    const file = {
      doc: { title: 'Eight Up' },
      suffix: 'everything.zip',
      type: 'application/zip',
      how: 'attachment',
    } as const;
    const { dataFolder } = store;
    await sendMade(request, response, makings, file, (scratch, caller) =>
      pool.run('save-everything', { dataFolder, database: databaseFile(dataFolder), scratch }, caller),
    );
  });
  router.post('/everything', upload, async (request, response) => {
    const { file } = request;
    if (!file) throw new Refusal('no-files', 'No file came with the request. Nothing was changed.');
    try {
      const left = await safekeeping.takeEverything(file.path, { off: (drop) => response.on('close', drop) });
      response.json({ ...(await safekeeping.state()), leftOut: left.length });
    } finally {
      await rm(file.path, { force: true });
    }
  });
  return router;
}

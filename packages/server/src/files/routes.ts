import { rename, rm } from 'node:fs/promises';
import type { EntityManager } from '@mikro-orm/libsql';
import type { PageContent } from '@eight-up/core/document/pages';
import { Router, type Request } from 'express';
import multer from 'multer';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import { cutText } from '@eight-up/core/text';
import type { FilesAnswer, ReceivedAnswer } from '@eight-up/core/contract/answers';
import { fileProblemWords } from '@eight-up/words/files';
import { assetInfo, bookAnswer, findBook, revise } from '../books/service.ts';
import { AssetRow, type BookRow } from '../db/entities.ts';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';
import { receiveFiles } from './receive.ts';
import { exists, PREVIEW_SIZES, type FileStore } from './store.ts';
import type { WorkPool } from '../pool/work-pool.ts';

/** One drop: up to 500 files of 500 MB. */
const LIMITS = { files: 500, fileSize: 500 * 1024 * 1024, fields: 10, fieldSize: 4096 };

/** Text fields beside the files. */
export const filesFields = z.object({
  expect: z.coerce.number().int().min(0).optional(),
  window: z.string().min(1).max(64).default('upload'),
  /** a locked PDF's password; used once, never stored */
  password: z.string().max(1024).optional(),
  /** the first picture goes to this page (0-based), whatever stood there moves to the tray */
  page: z.coerce.number().int().min(0).max(4096).optional(),
  /** `B`: the first picture is for the unprinted face of the sheet, as a poster */
  face: z.enum(['B']).optional(),
});

/**
 * Upload names arrive as Latin-1; makers write theirs in every script. Paths are dropped, and with them what no name
 * needs: control characters and those that turn the direction of writing, which can make a name read as another.
 */
const nameOf = (original: string): string =>
  cutText(
    Buffer.from(original, 'latin1')
      .toString('utf8')
      .replace(/[\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '')
      .replace(/^.*[\\/]/, '')
      .trim(),
    300,
  ).trim() || 'unnamed';

const receivedFile = ({ path, originalname }: Express.Multer.File) => ({ path, name: nameOf(originalname) });

export function bookFileRoutes(orm: MikroORM, store: FileStore, pool: WorkPool): Router {
  const upload = multer({ dest: store.incoming, limits: LIMITS }).any();
  const router = Router({ mergeParams: true });
  router.post('/', upload, async (request: Request<{ id: string }>, response) => {
    const uploads = Array.isArray(request.files) ? request.files : [];
    try {
      const fields = parseRequest(filesFields, request.body);
      if (uploads.length === 0) throw new Refusal('no-files', 'No file came with the request. Nothing was changed.');
      const em = orm.em.fork();
      const { id } = request.params;
      await findBook(em, id);
      const answer = await store.whileNaming(async (hold): Promise<FilesAnswer> => {
        const received = await receiveFiles({ em, store, pool, hold }, uploads.map(receivedFile), fields.password);
        if (received.contents.length === 0) {
          const [first] = received.refused;
          throw new Refusal(
            'files-refused',
            `${first!.name} ${fileProblemWords(first!.problem)} The book is unchanged.`,
            { refused: received.refused },
          );
        }
        const row = await settle(em, id, fields, received.contents);
        return { ...(await bookAnswer(em, row)), taken: received.taken, refused: received.refused };
      });
      response.json(answer);
    } finally {
      // Whatever was not kept is not left lying about.
      await Promise.all(uploads.map((file) => rm(file.path, { force: true })));
    }
  });
  return router;
}

/** Puts received contents where they were meant to go: the first on a page or the back of the sheet, the rest on empty pages. */
async function settle(
  em: EntityManager,
  id: string,
  { expect, window, page, face }: z.output<typeof filesFields>,
  contents: readonly PageContent[],
): Promise<BookRow> {
  const [first, ...rest] = contents;
  const author = { expect, window };
  if (page === undefined && face === undefined) return revise(em, id, author, { kind: 'place', contents });
  const row = await revise(
    em,
    id,
    author,
    page === undefined
      ? { kind: 'hang-poster', poster: { ...first!, fit: 'fill' } }
      : { kind: 'replace', page, content: first! },
  );
  if (rest.length === 0) return row;
  return revise(em, id, { expect: row.revision, window }, { kind: 'place', contents: rest, from: (page ?? -1) + 1 });
}

const previewQuery = z.object({ size: z.coerce.number().int().min(16).max(4096).default(480) });
const MIME = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
  tiff: 'image/tiff',
  gif: 'image/gif',
  svg: 'image/svg+xml',
  pdf: 'application/pdf',
} as const;

/** A long drop over a slow disk names what it brought well within this. */
const SPARED_MS = 60 * 60 * 1000;

export const receiveFields = z.object({ password: filesFields.shape.password });

export function assetRoutes(orm: MikroORM, store: FileStore, pool: WorkPool): Router {
  const router = Router();
  const upload = multer({ dest: store.incoming, limits: LIMITS }).any();
  // Received without a book: a client that shows each file as it comes places them all in one change afterwards.
  router.post('/', upload, async (request, response) => {
    const uploads = Array.isArray(request.files) ? request.files : [];
    try {
      const { password } = parseRequest(receiveFields, request.body);
      if (uploads.length === 0) throw new Refusal('no-files', 'No file came with the request. Nothing was changed.');
      const em = orm.em.fork();
      const answer = await store.whileNaming(async (hold): Promise<ReceivedAnswer> => {
        const received = await receiveFiles({ em, store, pool, hold }, uploads.map(receivedFile), password);
        const taken = { id: { $in: received.taken.map(({ asset }) => asset) } };
        await em.nativeUpdate(AssetRow, taken, { sparedUntil: new Date(Date.now() + SPARED_MS) });
        return { ...received, assets: (await em.find(AssetRow, taken)).map(assetInfo) };
      });
      response.json(answer);
    } finally {
      await Promise.all(uploads.map((file) => rm(file.path, { force: true })));
    }
  });
  const find = async (id: string): Promise<AssetRow> => {
    const row = await orm.em.fork().findOne(AssetRow, { id });
    if (!row || !(await exists(store.originalPath(id))))
      throw new Refusal('file-not-found', 'That original is not in the data folder.');
    return row;
  };
  router.get('/:id/original', async (request, response) => {
    const row = await find(request.params.id);
    response.type(MIME[row.kind]).set('Cache-Control', 'private, max-age=31536000, immutable');
    response.sendFile(store.originalPath(row.id));
  });
  router.get('/:id/preview', async (request, response) => {
    const { size } = parseRequest(previewQuery, request.query);
    const row = await find(request.params.id);
    if (row.kind === 'pdf')
      throw new Refusal('file-not-found', 'PDF pages are drawn by the browser, from the original.');
    const nearest = PREVIEW_SIZES.find((candidate) => candidate >= size) ?? PREVIEW_SIZES[PREVIEW_SIZES.length - 1]!;
    const place = store.previewPath(row.id, nearest);
    if (!(await exists(place))) {
      const making = store.newIncomingPath();
      const asked = { file: store.originalPath(row.id), kind: row.kind, size: nearest, out: making };
      await pool.run('preview', asked, { off: (drop) => response.on('close', drop) });
      await rename(making, place);
    }
    response.type('image/webp').set('Cache-Control', 'private, max-age=31536000, immutable').sendFile(place);
  });
  return router;
}

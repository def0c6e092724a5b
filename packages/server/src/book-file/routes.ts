import { rm } from 'node:fs/promises';
import { Router } from 'express';
import multer from 'multer';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import type { ImportAnswer } from '@eight-up/core/contract/answers';
import type { BookFileNote } from '@eight-up/core/contract/book-file';
import { contentsOf } from '@eight-up/core/document/document';
import { bookFileProblemWords } from '@eight-up/words/problems';
import { assetIds, bookAnswer, createBook, findBook } from '../books/service.ts';
import { Refusal } from '../errors.ts';
import type { Makings } from '../exports/makings.ts';
import { sendMade } from '../exports/send-made.ts';
import { receiveOriginal } from '../files/receive.ts';
import type { FileStore } from '../files/store.ts';
import { measurementsOf, takeInMeasurements } from '../measuring/service.ts';
import { parseRequest } from '../parse.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { storeHistory, writeHistory } from './history-lines.ts';
import type { ReadBookFile } from './read.ts';

const MOST_BYTES = 1024 ** 4;
const LIMITS = { files: 1, fileSize: MOST_BYTES, fields: 4, fieldSize: 1024, fieldNameSize: 100 };

export const bookFileQuery = z.object({ history: z.enum(['with', 'without']).default('with') });

/** A whole book out as one file, and in again. */
export function bookFileExchange(orm: MikroORM, makings: Makings, pool: WorkPool): Router {
  const router = Router();
  const { store } = makings;
  const upload = multer({ dest: store.incoming, limits: LIMITS }).single('file');

  router.get('/:id/book.zip', async (request, response) => {
    const { history: wanted } = parseRequest(bookFileQuery, request.query);
    const em = orm.em.fork();
    const row = await findBook(em, request.params.id);
    const { doc } = row;
    await sendMade(
      request,
      response,
      makings,
      { doc, suffix: 'book.zip', type: 'application/zip', how: 'attachment' },
      async (scratch, caller) => {
        const history = wanted === 'with' && row.revision > 0 ? await writeHistory(em, row, scratch) : undefined;
        const measurements = await measurementsOf(em, row.id, doc);
        const assets = [...new Set([...assetIds(doc), ...(history?.assets ?? [])])];
        return pool.run(
          'write-book-file',
          { book: doc, assets, dataFolder: store.dataFolder, scratch, history, measurements },
          caller,
        );
      },
    );
  });

  router.post('/import', upload, async (request, response) => {
    const { file } = request;
    if (!file) throw new Refusal('no-files', 'No book file came with the request. Nothing was changed.');
    try {
      const answer = await store.withScratch(async (scratch) => {
        const caller = { off: (drop: () => void) => response.on('close', drop) };
        const read = await pool.run('read-book-file', { file: file.path, scratch }, caller);
        if (!read.ok) throw new Refusal('files-refused', bookFileProblemWords(read.problem), read.problem);
        return takenIn(orm, store, pool, read.value);
      });
      response.status(201).json(answer);
    } finally {
      await rm(file.path, { force: true });
    }
  });
  return router;
}

/** Keeps the originals and makes the book with its history, all of it or none. */
function takenIn(
  orm: MikroORM,
  store: FileStore,
  pool: WorkPool,
  { book, originals, history, measurements, notes }: ReadBookFile,
): Promise<ImportAnswer> {
  return store.whileNaming(async (hold) => {
    const em = orm.em.fork();
    const left: string[] = [];
    for (const [asset, place] of originals)
      if (!(await receiveOriginal({ em, store, pool, hold }, asset, place))) left.push(asset);
    const row = await em.transactional(async (tx) => {
      const made = await createBook(
        tx,
        book,
        history && { ...history.log, createdAt: new Date(history.log.createdAt) },
      );
      if (history) await storeHistory(tx, made.id, history);
      await takeInMeasurements(tx, made.id, measurements);
      return made;
    });
    return { ...(await bookAnswer(em, row)), notes: named(book, left, notes) };
  });
}

/** Originals that were left out are told by the names that the book knows them by. */
function named(
  book: ReadBookFile['book'],
  left: readonly string[],
  notes: readonly BookFileNote[],
): readonly BookFileNote[] {
  const names = new Map(contentsOf(book).map(({ asset, name }) => [asset, name]));
  const all = [...notes.flatMap((note) => (note.code === 'originals-left-out' ? note.names : [])), ...left];
  const others = notes.filter(({ code }) => code !== 'originals-left-out');
  return all.length
    ? [...others, { code: 'originals-left-out', names: all.map((id) => names.get(id) ?? id.slice(0, 8)) }]
    : others;
}

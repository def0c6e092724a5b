import { rm } from 'node:fs/promises';
import { Router } from 'express';
import multer from 'multer';
import type { MikroORM } from '@mikro-orm/libsql';
import { fitToForm } from '@eight-up/core/book/new-book';
import { bookFileProblemWords, planProblemWords } from '@eight-up/words/problems';
import { assetIds, bookAnswer, createBook, findBook } from '../books/service.ts';
import { Refusal } from '../errors.ts';
import { sendName } from '../exports/send-file.ts';
import { receiveOriginal } from '../files/receive.ts';
import type { FileStore } from '../files/store.ts';

const MOST_BYTES = 4 * 1024 * 1024 * 1024;

/** A whole book out as one file, and in again. */
export function bookFileExchange(orm: MikroORM, store: FileStore): Router {
  const router = Router();
  const upload = multer({ dest: store.incoming, limits: { files: 1, fileSize: MOST_BYTES } }).single('file');

  router.get('/:id/book.zip', async (request, response) => {
    const { doc } = await findBook(orm.em.fork(), request.params.id);
    response.type('application/zip').set('Content-Disposition', sendName(doc.title, 'book.zip', 'attachment'));
    const { writeBookFile } = await import('./write.ts');
    await writeBookFile(doc, assetIds(doc), store, response);
  });

  router.post('/import', upload, async (request, response) => {
    const { file } = request;
    if (!file) throw new Refusal('no-files', 'No book file came with the request. Nothing was changed.');
    try {
      const { readBookFile } = await import('./read.ts');
      const read = await readBookFile(file.path, store);
      if (!read.ok) throw new Refusal('files-refused', bookFileProblemWords(read.problem), read.problem);
      const fitted = fitToForm(read.value.book);
      const em = orm.em.fork();
      try {
        if (!fitted.ok) throw new Refusal('plan-impossible', planProblemWords(fitted.problem, 'mm'), fitted.problem);
        for (const [asset, place] of read.value.originals) await receiveOriginal(em, store, asset, place);
        await em.flush();
      } finally {
        for (const place of read.value.originals.values()) await rm(place, { force: true });
      }
      response.status(201).json(await bookAnswer(em, await createBook(em, fitted.value)));
    } finally {
      await rm(file.path, { force: true });
    }
  });
  return router;
}

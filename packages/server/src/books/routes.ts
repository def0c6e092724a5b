import { Router } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import { newBook } from '@eight-up/core/book/new-book';
import {
  copyRequest,
  goBackRequest,
  newBookRequest,
  pointRequest,
  revisionRequest,
  undoRequest,
} from '@eight-up/core/contract/schemas';
import { planProblemWords } from '@eight-up/words/problems';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';
import type { FileStore } from '../files/store.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { emptyBin, moveToBin } from './bin.ts';
import { history, namePoint } from './history.ts';
import { rescued } from './rescued.ts';
import { bookAnswer, copyBook, createBook, documentAt, findBook, goBack, redo, revise, undo } from './service.ts';
import { listBooks } from './shelf.ts';

const revisionNumber = z.coerce.number().int().min(0);
export const historyQuery = z.object({
  before: revisionNumber.optional(),
  limit: z.coerce.number().int().min(1).max(500).default(100),
});

export function bookRoutes(orm: MikroORM): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    response.json(await listBooks(orm.em.fork(), 'shelf'));
  });

  router.post('/', async (request, response) => {
    const { title, form, parameters, sheet } = parseRequest(newBookRequest, request.body);
    const made = newBook(title, { id: form, parameters }, sheet);
    if (!made.ok) throw new Refusal('plan-impossible', planProblemWords(made.problem, 'mm'), made.problem);
    const em = orm.em.fork();
    response.status(201).json(await bookAnswer(em, await createBook(em, made.value)));
  });

  router.get('/:id', async (request, response) => {
    const em = orm.em.fork();
    response.json(await bookAnswer(em, await findBook(em, request.params.id)));
  });

  router.get('/:id/rescue.txt', async (request, response) => {
    // Found first: an error is told as one.
    const text = await rescued(orm.em.fork(), request.params.id);
    response
      .set('Content-Disposition', 'attachment; filename="rescued book.txt"')
      .type('text/plain; charset=utf-8')
      .send(text);
  });

  router.post('/:id/copy', async (request, response) => {
    const em = orm.em.fork();
    const copy = await copyBook(em, request.params.id, parseRequest(copyRequest, request.body));
    response.status(201).json(await bookAnswer(em, copy));
  });

  router.get('/:id/history', async (request, response) => {
    const { before, limit } = parseRequest(historyQuery, request.query);
    response.json(await history(orm.em.fork(), request.params.id, before, limit));
  });

  router.post('/:id/points', async (request, response) => {
    const { n, name } = parseRequest(pointRequest, request.body);
    response.json(await namePoint(orm.em.fork(), request.params.id, n, name));
  });

  router.get('/:id/at/:n', async (request, response) => {
    const em = orm.em.fork();
    const row = await findBook(em, request.params.id);
    const n = parseRequest(revisionNumber, request.params.n);
    response.json(await bookAnswer(em, { ...row, doc: await documentAt(em, row, n), revision: n }));
  });

  router.post('/:id/go-back', async (request, response) => {
    const { to, ...author } = parseRequest(goBackRequest, request.body);
    const em = orm.em.fork();
    response.json(await bookAnswer(em, await goBack(em, request.params.id, author, to)));
  });

  router.post('/:id/revisions', async (request, response) => {
    const { command, ...author } = parseRequest(revisionRequest, request.body);
    const em = orm.em.fork();
    response.json(await bookAnswer(em, await revise(em, request.params.id, author, command)));
  });

  for (const [path, binned] of [
    ['/:id/bin', true],
    ['/:id/restore', false],
  ] as const) {
    router.post(path, async (request, response) => {
      const em = orm.em.fork();
      response.json(await bookAnswer(em, await moveToBin(em, request.params.id as string, binned)));
    });
  }

  for (const [path, act] of [
    ['/:id/undo', undo],
    ['/:id/redo', redo],
  ] as const) {
    router.post(path, async (request, response) => {
      const author = parseRequest(undoRequest, request.body);
      const em = orm.em.fork();
      response.json(await bookAnswer(em, await act(em, request.params.id as string, author)));
    });
  }
  return router;
}

/** The bin: what lies in it, and emptying it, the one act that cannot be undone. */
export function binRoutes(orm: MikroORM, store: FileStore, pool: WorkPool): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await listBooks(orm.em.fork(), 'bin'));
  });
  router.post('/empty', async (_request, response) => {
    response.json(await emptyBin(orm.em.fork(), store, pool));
  });
  return router;
}

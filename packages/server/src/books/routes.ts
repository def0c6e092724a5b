import { Router } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { newBook } from '@eight-up/core/book/new-book';
import { newBookRequest, revisionRequest, undoRequest } from '@eight-up/core/contract/schemas';
import { planProblemWords } from '@eight-up/words/problems';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';
import type { FileStore } from '../files/store.ts';
import { emptyBin, moveToBin } from './bin.ts';
import { bookAnswer, createBook, findBook, listBooks, redo, revise, undo } from './service.ts';

export function bookRoutes(orm: MikroORM): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    response.json({ books: await listBooks(orm.em.fork(), 'shelf') });
  });

  router.post('/', async (request, response) => {
    const { title, form, parameters, sheet } = parseRequest(newBookRequest, request.body);
    const made = newBook(title, { id: form, parameters }, sheet);
    if (!made.ok) throw new Refusal('plan-impossible', planProblemWords(made.problem, 'mm'), made.problem);
    const em = orm.em.fork();
    response.status(201).json(await bookAnswer(em, await createBook(em, made.value, new Date())));
  });

  router.get('/:id', async (request, response) => {
    const em = orm.em.fork();
    response.json(await bookAnswer(em, await findBook(em, request.params.id)));
  });

  router.post('/:id/copy', async (request, response) => {
    const em = orm.em.fork();
    const { doc } = await findBook(em, request.params.id);
    const copy = await createBook(em, { ...doc, title: `${doc.title}, a copy`.slice(0, 200) }, new Date());
    response.status(201).json(await bookAnswer(em, copy));
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
export function binRoutes(orm: MikroORM, store: FileStore): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json({ books: await listBooks(orm.em.fork(), 'bin') });
  });
  router.post('/empty', async (_request, response) => {
    response.json(await emptyBin(orm.em.fork(), store));
  });
  return router;
}

import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import { printerDraftSchema } from '@eight-up/core/contract/schemas';
import { checkPrinter, type Printer, type PrinterDraft } from '@eight-up/core/printing/printer';
import { printerProblemWords } from '@eight-up/words/problems';
import { PrinterRow } from '../db/entities.ts';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';

const told = ({ id, doc }: PrinterRow): Printer => ({ id, ...doc });

function checked(draft: PrinterDraft): PrinterDraft {
  const printer = checkPrinter(draft);
  if (!printer.ok) throw new Refusal('printer-impossible', printerProblemWords(printer.problem), printer.problem);
  return printer.value;
}

async function find(em: EntityManager, id: string): Promise<PrinterRow> {
  const row = await em.findOne(PrinterRow, { id });
  if (!row) throw new Refusal('printer-not-found', 'There is no such printer.');
  return row;
}

/** The maker's printers, as the feed rehearsal found them. */
export function printerRoutes(orm: MikroORM): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    const rows = await orm.em.fork().find(PrinterRow, { takenAwayAt: null }, { orderBy: { changedAt: 'asc' } });
    response.json({ printers: rows.map(told) });
  });
  router.post('/', async (request, response) => {
    const doc = checked(parseRequest(printerDraftSchema, request.body));
    const em = orm.em.fork();
    const row = em.create(PrinterRow, { id: randomUUID(), doc, changedAt: new Date(), takenAwayAt: null });
    await em.flush();
    response.status(201).json(told(row));
  });
  router.post('/:id', async (request, response) => {
    const doc = checked(parseRequest(printerDraftSchema, request.body));
    const em = orm.em.fork();
    const row = await find(em, request.params.id);
    row.doc = doc;
    row.changedAt = new Date();
    await em.flush();
    response.json(told(row));
  });
  for (const [action, away] of [
    ['take-away', true],
    ['put-back', false],
  ] as const)
    router.post(`/:id/${action}`, async (request, response) => {
      const em = orm.em.fork();
      const row = await find(em, request.params.id as string);
      row.takenAwayAt = away ? new Date() : null;
      await em.flush();
      response.json(told(row));
    });
  return router;
}

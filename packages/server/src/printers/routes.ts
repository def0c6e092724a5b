import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { PrinterAnswer, PrintersAnswer } from '@eight-up/core/contract/answers';
import { changePrinterRequest, printerDraftSchema } from '@eight-up/core/contract/schemas';
import { checkPrinter, type Printer, type PrinterDraft } from '@eight-up/core/printer/printer';
import { printerProblemWords } from '@eight-up/words/problems';
import { PrinterRow } from '../db/entities.ts';
import { mustHaveSeen } from '../db/second-writer.ts';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';

const toldAsChanged = (row: PrinterRow): PrinterAnswer => ({ printer: told(row), revision: row.revision });
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
    const answer: PrintersAnswer = {
      printers: rows.map(told),
      revisions: Object.fromEntries(rows.map(({ id, revision }) => [id, revision])),
    };
    response.json(answer);
  });
  router.post('/', async (request, response) => {
    const doc = checked(parseRequest(printerDraftSchema, request.body));
    const em = orm.em.fork();
    const row = em.create(PrinterRow, { id: randomUUID(), doc, revision: 0, changedAt: new Date(), takenAwayAt: null });
    await em.flush();
    response.status(201).json(toldAsChanged(row));
  });
  router.post('/:id', async (request, response) => {
    const { expect, printer } = parseRequest(changePrinterRequest, request.body);
    const doc = checked(printer);
    const answer = await orm.em.fork().transactional(async (tx) => {
      const row = await find(tx, request.params.id);
      mustHaveSeen(row, expect, 'printer-changed-elsewhere');
      return stored(row, { doc });
    });
    response.json(answer);
  });
  for (const [action, away] of [
    ['take-away', true],
    ['put-back', false],
  ] as const)
    router.post(`/:id/${action}`, async (request, response) => {
      const answer = await orm.em
        .fork()
        .transactional(async (tx) =>
          stored(await find(tx, request.params.id as string), { takenAwayAt: away ? new Date() : null }),
        );
      response.json(answer);
    });
  return router;
}

/** Stored with the end of its transaction. */
function stored(row: PrinterRow, change: Partial<Pick<PrinterRow, 'doc' | 'takenAwayAt'>>): PrinterAnswer {
  Object.assign(row, change, { changedAt: new Date(), revision: row.revision + 1 });
  return toldAsChanged(row);
}

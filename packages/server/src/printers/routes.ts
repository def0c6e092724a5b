import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { PrinterAnswer, PrintersAnswer } from '@eight-up/core/contract/answers';
import { changePrinterRequest } from '@eight-up/core/contract/schemas';
import { printerDraftSchema } from '@eight-up/core/document/schema/printing';
import { testPrintLengths, testPrintOf, type Measurement } from '@eight-up/core/measuring/measurement';
import { checkPrinter, type Printer, type PrinterDraft } from '@eight-up/core/printer/printer';
import { printerProblemWords } from '@eight-up/words/problems';
import { PrinterRow } from '../db/entities.ts';
import { mustHaveSeen } from '../db/second-writer.ts';
import { Refusal } from '../errors.ts';
import { keepMeasurement, newestOf } from '../measuring/service.ts';
import { parseRequest } from '../parse.ts';

type TestPrints = ReadonlyMap<string, Measurement<'test-print'>>;

const testPrintsOf = (em: EntityManager, rows: readonly PrinterRow[]): Promise<TestPrints> =>
  newestOf(em, 'test-print', 'printer', rows);

/** A printer with what its newest test print showed; its row keeps nothing of it. */
const told = ({ id, doc }: PrinterRow, prints: TestPrints): Printer => ({
  id,
  ...doc,
  measured: testPrintOf(prints.get(id)),
});

/** What a draft says was measured goes among the measurements. Gives back what its row keeps. */
function withMeasured(
  em: EntityManager,
  id: string,
  draft: PrinterDraft,
  known: Measurement<'test-print'> | undefined,
): PrinterDraft {
  const lengths = draft.measured && testPrintLengths(draft.measured);
  const was = testPrintOf(known);
  if (JSON.stringify(lengths) !== JSON.stringify(was && testPrintLengths(was)))
    keepMeasurement(em, {
      method: 'test-print',
      book: null,
      paper: null,
      printer: id,
      lengths,
      count: 1,
      spread: null,
    });
  return { ...draft, measured: null };
}

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
    const em = orm.em.fork();
    const rows = await em.find(PrinterRow, { takenAwayAt: null }, { orderBy: { changedAt: 'asc' } });
    const prints = await testPrintsOf(em, rows);
    const answer: PrintersAnswer = {
      printers: rows.map((row) => told(row, prints)),
      measured: Object.fromEntries(prints),
      revisions: Object.fromEntries(rows.map(({ id, revision }) => [id, revision])),
    };
    response.json(answer);
  });
  router.post('/', async (request, response) => {
    const draft = checked(parseRequest(printerDraftSchema, request.body));
    const answer = await orm.em.fork().transactional((tx) => {
      const id = randomUUID();
      const doc = withMeasured(tx, id, draft, undefined);
      const row = tx.create(PrinterRow, { id, doc, revision: 0, changedAt: new Date(), takenAwayAt: null });
      return stored(tx, row, {}, 0);
    });
    response.status(201).json(answer);
  });
  router.post('/:id', async (request, response) => {
    const { expect, printer } = parseRequest(changePrinterRequest, request.body);
    const draft = checked(printer);
    const answer = await orm.em.fork().transactional(async (tx) => {
      const row = await find(tx, request.params.id);
      mustHaveSeen(row, expect, 'printer-changed-elsewhere');
      const known = (await testPrintsOf(tx, [row])).get(row.id);
      return stored(tx, row, { doc: withMeasured(tx, row.id, draft, known) });
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
          stored(tx, await find(tx, request.params.id as string), { takenAwayAt: away ? new Date() : null }),
        );
      response.json(answer);
    });
  return router;
}

async function stored(
  tx: EntityManager,
  row: PrinterRow,
  change: Partial<Pick<PrinterRow, 'doc' | 'takenAwayAt'>>,
  revision = row.revision + 1,
): Promise<PrinterAnswer> {
  Object.assign(row, change, { changedAt: new Date(), revision });
  await tx.flush();
  return { printer: told(row, await testPrintsOf(tx, [row])), revision };
}

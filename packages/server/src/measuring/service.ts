import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/libsql';
import type { Command } from '@eight-up/core/book/command';
import { pagesPaper, type BookDocument } from '@eight-up/core/document/document';
import {
  checkMeasurement,
  type Measurement,
  type MeasurementDraft,
  type Method,
  type Subject,
} from '@eight-up/core/measuring/measurement';
import { measurementProblemWords } from '@eight-up/words/measuring';
import { MeasurementRow } from '../db/entities.ts';
import { Refusal } from '../errors.ts';

const told = ({ id, method, bookId, paperId, printerId, lengths, at, count, spread }: MeasurementRow): Measurement => ({
  id,
  method,
  book: bookId ?? null,
  paper: paperId ?? null,
  printer: printerId ?? null,
  lengths: lengths ?? null,
  at: at.toISOString(),
  count,
  spread: spread ?? null,
});

const OF: Readonly<Record<Subject, 'bookId' | 'paperId' | 'printerId'>> = {
  book: 'bookId',
  paper: 'paperId',
  printer: 'printerId',
};

export type MeasurementsAsked = Readonly<Partial<Record<Subject, string | undefined>>> & {
  readonly method?: Method | undefined;
};

const MOST_TOLD = 1000;

/** What was measured, the newest first. */
export async function listMeasurements(em: EntityManager, asked: MeasurementsAsked): Promise<readonly Measurement[]> {
  const { book, paper, printer, method } = asked;
  const where = Object.fromEntries(
    Object.entries({ bookId: book, paperId: paper, printerId: printer, method }).filter(([, of]) => of !== undefined),
  );
  return (await em.find(MeasurementRow, where, { orderBy: { n: 'desc' }, limit: MOST_TOLD })).map(told);
}

/** The newest measurement by each method of these papers or printers, by the subject's id. */
export async function newestOf<M extends Method>(
  em: EntityManager,
  method: M,
  subject: Subject,
  subjects: readonly { readonly id: string }[],
): Promise<ReadonlyMap<string, Measurement<M>>> {
  const of = OF[subject];
  const ids = subjects.map(({ id }) => id);
  const rows = await em.find(MeasurementRow, { method, [of]: { $in: ids } }, { orderBy: { n: 'asc' } });
  return new Map(rows.map((row) => [row[of]!, told(row) as Measurement<M>]));
}

/** Adds a measurement; inside the transaction of whoever calls. */
export function keepMeasurement(em: EntityManager, draft: MeasurementDraft): Measurement {
  const checked = checkMeasurement(draft);
  if (!checked.ok)
    throw new Refusal('measurement-impossible', measurementProblemWords(checked.problem, 'mm'), checked.problem);
  return told(storeMeasurement(em, { ...draft, id: randomUUID(), at: new Date().toISOString() }));
}

function storeMeasurement(em: EntityManager, { book, paper, printer, at, ...one }: Measurement): MeasurementRow {
  const row = { ...one, bookId: book, paperId: paper, printerId: printer, at: new Date(at) };
  return em.create(MeasurementRow, row as never);
}

/** Creep that a maker says was measured on a dummy is kept with the book and its paper. */
export function keepCreepOf(em: EntityManager, book: string, before: BookDocument, command: Command): void {
  if (command.kind !== 'set-printing') return;
  const { model, measured } = command.printing.creep;
  const was = before.printing.creep;
  if (model !== 'measured' || measured === 0 || (was.model === 'measured' && was.measured === measured)) return;
  const paper = pagesPaper(before)?.paper.id ?? null;
  keepMeasurement(em, {
    method: 'creep',
    book,
    paper,
    printer: null,
    lengths: { aFolio: measured },
    count: 1,
    spread: null,
  });
}

/** What goes along in the file of a book: what was measured of it, its papers and its printer. */
export async function measurementsOf(
  em: EntityManager,
  id: string,
  { papers, printing }: BookDocument,
): Promise<readonly Measurement[]> {
  const paperIds = Object.values(papers).map(({ paper }) => paper.id);
  const rows = await em.find(
    MeasurementRow,
    {
      $or: [
        { bookId: id },
        { bookId: null, paperId: { $in: paperIds } },
        ...(printing.printer ? [{ bookId: null, printerId: printing.printer.id }] : []),
      ],
    },
    { orderBy: { n: 'asc' }, limit: MOST_TOLD },
  );
  return rows.map(told);
}

/** Takes in what came along with a book, now known by another id; what is known already is not kept twice. */
export async function takeInMeasurements(
  em: EntityManager,
  book: string,
  brought: readonly Measurement[],
): Promise<void> {
  const known = await em.find(MeasurementRow, { id: { $in: brought.map(({ id }) => id) } });
  const ids = new Set(known.map(({ id }) => id));
  for (const one of brought) {
    if (!checkMeasurement(one).ok) continue;
    if (one.book !== null) storeMeasurement(em, { ...one, id: randomUUID(), book });
    else if (!ids.has(one.id)) storeMeasurement(em, one);
  }
}

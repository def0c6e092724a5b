import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/libsql';
import type { DrawerAnswer, PaperAnswer } from '@eight-up/core/contract/answers';
import { caliperOf, type Measurement } from '@eight-up/core/measuring/measurement';
import { checkPaper, type Paper, type PaperDraft } from '@eight-up/core/paper/paper';
import { paperProblemWords } from '@eight-up/words/problems';
import { PaperRow } from '../db/entities.ts';
import { mustHaveSeen } from '../db/second-writer.ts';
import { Refusal } from '../errors.ts';
import { keepMeasurement, newestOf } from '../measuring/service.ts';

type Calipers = ReadonlyMap<string, Measurement<'caliper'>>;

const calipersOf = (em: EntityManager, rows: readonly PaperRow[]): Promise<Calipers> =>
  newestOf(em, 'caliper', 'paper', rows);

/** A paper with its thickness as it was measured last; its row keeps an estimate only. */
const told = ({ id, doc }: PaperRow, calipers: Calipers): Paper => ({
  id,
  ...doc,
  caliper: caliperOf(doc.caliper, calipers.get(id)),
});

async function inDrawer(em: EntityManager, rows: readonly PaperRow[]): Promise<DrawerAnswer> {
  const calipers = await calipersOf(em, rows);
  return {
    papers: rows.map((row) => told(row, calipers)),
    measured: Object.fromEntries(calipers),
    revisions: Object.fromEntries(rows.map(({ id, revision }) => [id, revision])),
  };
}

/** What lies in the drawer, in the order in which it came in. */
export async function listPapers(em: EntityManager): Promise<DrawerAnswer> {
  return inDrawer(em, await em.find(PaperRow, { takenOutAt: null }, { orderBy: { place: 'asc' } }));
}

/** What a draft says was measured goes among the measurements; that it no longer says so takes the last one back. Gives back what its row keeps. */
function withMeasured(
  em: EntityManager,
  id: string,
  { caliper, ...draft }: PaperDraft,
  known: Measurement<'caliper'> | undefined,
): PaperDraft {
  const keep = (lengths: Measurement<'caliper'>['lengths'], count = 1) =>
    keepMeasurement(em, { method: 'caliper', book: null, paper: id, printer: null, lengths, count, spread: null });
  if (caliper?.how === 'measured') {
    const same = known?.lengths?.thickness === caliper.thickness && known.count === (caliper.sheets ?? known.count);
    if (!same) keep({ thickness: caliper.thickness }, caliper.sheets);
    return { ...draft, caliper: null };
  }
  if (known?.lengths) keep(null);
  return { ...draft, caliper };
}

function checked(draft: PaperDraft): PaperDraft {
  const paper = checkPaper(draft);
  if (!paper.ok) throw new Refusal('paper-impossible', paperProblemWords(paper.problem, 'mm'), paper.problem);
  return paper.value;
}

/** Puts papers in, all of them or none. */
export async function addPapers(em: EntityManager, drafts: readonly PaperDraft[]): Promise<DrawerAnswer> {
  const papers = drafts.map(checked);
  return em.transactional(async (tx) => {
    const [last] = await tx.find(PaperRow, {}, { orderBy: { place: 'desc' }, limit: 1 });
    const rows = papers.map((draft, i) => {
      const id = randomUUID();
      return tx.create(PaperRow, {
        id,
        doc: withMeasured(tx, id, draft, undefined),
        place: (last?.place ?? 0) + 1 + i,
        revision: 0,
        changedAt: new Date(),
        takenOutAt: null,
      });
    });
    await tx.flush();
    return inDrawer(tx, rows);
  });
}

async function find(em: EntityManager, id: string): Promise<PaperRow> {
  const row = await em.findOne(PaperRow, { id });
  if (!row) throw new Refusal('paper-not-found', 'There is no such paper in the drawer.');
  return row;
}

/** Changes a paper for somebody who saw its state `expect`; whoever saw an older one is told, and nothing is overwritten. */
export function changePaper(
  em: EntityManager,
  id: string,
  { expect, paper }: { readonly expect: number; readonly paper: PaperDraft },
): Promise<PaperAnswer> {
  const draft = checked(paper);
  return em.transactional(async (tx) => {
    const row = await find(tx, id);
    mustHaveSeen(row, expect, 'paper-changed-elsewhere');
    const known = (await calipersOf(tx, [row])).get(id);
    return stored(tx, row, { doc: withMeasured(tx, id, draft, known) });
  });
}

/** Takes a paper out of the drawer, or puts it back; books that use it keep their snapshot. */
export const takeOutPaper = (em: EntityManager, id: string, out: boolean): Promise<PaperAnswer> =>
  em.transactional(async (tx) => stored(tx, await find(tx, id), { takenOutAt: out ? new Date() : null }));

async function stored(
  tx: EntityManager,
  row: PaperRow,
  change: Partial<Pick<PaperRow, 'doc' | 'takenOutAt'>>,
): Promise<PaperAnswer> {
  Object.assign(row, change, { changedAt: new Date(), revision: row.revision + 1 });
  await tx.flush();
  return { paper: told(row, await calipersOf(tx, [row])), revision: row.revision };
}

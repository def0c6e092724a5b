import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/libsql';
import type { DrawerAnswer, PaperAnswer } from '@eight-up/core/contract/answers';
import { checkPaper, type Paper, type PaperDraft } from '@eight-up/core/paper/paper';
import { paperProblemWords } from '@eight-up/words/problems';
import { PaperRow } from '../db/entities.ts';
import { mustHaveSeen } from '../db/second-writer.ts';
import { Refusal } from '../errors.ts';

const told = ({ id, doc }: PaperRow): Paper => ({ id, ...doc });

const inDrawer = (rows: readonly PaperRow[]): DrawerAnswer => ({
  papers: rows.map(told),
  revisions: Object.fromEntries(rows.map(({ id, revision }) => [id, revision])),
});

/** What lies in the drawer, in the order in which it came in. */
export async function listPapers(em: EntityManager): Promise<DrawerAnswer> {
  return inDrawer(await em.find(PaperRow, { takenOutAt: null }, { orderBy: { place: 'asc' } }));
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
    const rows = papers.map((doc, i) =>
      tx.create(PaperRow, {
        id: randomUUID(),
        doc,
        place: (last?.place ?? 0) + 1 + i,
        revision: 0,
        changedAt: new Date(),
        takenOutAt: null,
      }),
    );
    await tx.flush();
    return inDrawer(rows);
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
  const doc = checked(paper);
  return em.transactional(async (tx) => {
    const row = await find(tx, id);
    mustHaveSeen(row, expect, 'paper-changed-elsewhere');
    return stored(row, { doc });
  });
}

/** Takes a paper out of the drawer, or puts it back; books that use it keep their snapshot. */
export const takeOutPaper = (em: EntityManager, id: string, out: boolean): Promise<PaperAnswer> =>
  em.transactional(async (tx) => stored(await find(tx, id), { takenOutAt: out ? new Date() : null }));

/** Stored with the end of its transaction. */
function stored(row: PaperRow, change: Partial<Pick<PaperRow, 'doc' | 'takenOutAt'>>): PaperAnswer {
  Object.assign(row, change, { changedAt: new Date(), revision: row.revision + 1 });
  return { paper: told(row), revision: row.revision };
}

import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/libsql';
import { checkPaper, type Paper, type PaperDraft } from '@eight-up/core/paper/paper';
import { paperProblemWords } from '@eight-up/words/problems';
import { PaperRow } from '../db/entities.ts';
import { Refusal } from '../errors.ts';

const told = ({ id, doc }: PaperRow): Paper => ({ id, ...doc });

/** What lies in the drawer, in the order in which it came in. */
export async function listPapers(em: EntityManager): Promise<readonly Paper[]> {
  return (await em.find(PaperRow, { takenOutAt: null }, { orderBy: { place: 'asc' } })).map(told);
}

function checked(draft: PaperDraft): PaperDraft {
  const paper = checkPaper(draft);
  if (!paper.ok) throw new Refusal('paper-impossible', paperProblemWords(paper.problem, 'mm'), paper.problem);
  return paper.value;
}

/** Puts papers in, all of them or none. */
export async function addPapers(em: EntityManager, drafts: readonly PaperDraft[]): Promise<readonly Paper[]> {
  const papers = drafts.map(checked);
  return em.transactional(async (tx) => {
    const [last] = await tx.find(PaperRow, {}, { orderBy: { place: 'desc' }, limit: 1 });
    const rows = papers.map((doc, i) =>
      tx.create(PaperRow, {
        id: randomUUID(),
        doc,
        place: (last?.place ?? 0) + 1 + i,
        changedAt: new Date(),
        takenOutAt: null,
      }),
    );
    await tx.flush();
    return rows.map(told);
  });
}

async function find(em: EntityManager, id: string): Promise<PaperRow> {
  const row = await em.findOne(PaperRow, { id });
  if (!row) throw new Refusal('paper-not-found', 'There is no such paper in the drawer.');
  return row;
}

export async function changePaper(em: EntityManager, id: string, draft: PaperDraft): Promise<Paper> {
  const doc = checked(draft);
  const row = await find(em, id);
  row.doc = doc;
  row.changedAt = new Date();
  await em.flush();
  return told(row);
}

/** Takes a paper out of the drawer, or puts it back; books that use it keep their snapshot. */
export async function takeOutPaper(em: EntityManager, id: string, out: boolean): Promise<Paper> {
  const row = await find(em, id);
  row.takenOutAt = out ? new Date() : null;
  await em.flush();
  return told(row);
}

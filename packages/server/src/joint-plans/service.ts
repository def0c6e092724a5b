import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/libsql';
import type { JointPlanAnswer } from '@eight-up/core/contract/answers';
import { afterCutting, leftOver } from '@eight-up/core/cutting/after-cutting';
import type { NeededPiece } from '@eight-up/core/cutting/edition/edition-task';
import { ENGINE, type CuttingJobs } from '@eight-up/core/cutting/jobs';
import {
  changedSince,
  jointPieces,
  jointTask,
  settledOnPile,
  type JointBook,
  type JointPlan,
} from '@eight-up/core/cutting/joint-plan';
import type { PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import type { Command } from '@eight-up/core/book/command';
import type { BookDocument } from '@eight-up/core/document/document';
import { planBook, type FoldedBook } from '@eight-up/core/forms/planned-book';
import type { Paper } from '@eight-up/core/paper/paper';
import { pieceOfPileWords } from '@eight-up/words/cutting';
import { editionProblemWords } from '@eight-up/words/problems';
import { findBook, revise } from '../books/service.ts';
import { BookRow, JointPlanRow, PaperRow } from '../db/entities.ts';
import { mustHaveSeen } from '../db/second-writer.ts';
import { Refusal } from '../errors.ts';
import { changePaper, listPapers } from '../papers/service.ts';
import type { WorkPool } from '../pool/work-pool.ts';

/** A book as it stands now, as far as a joint plan asks. */
async function bookNow(em: EntityManager, id: string): Promise<JointBook> {
  const { doc, revision } = await findBook(em, id);
  return jointBook(id, doc, revision, foldedAs(doc));
}

function foldedAs({ title, form, sheet }: Pick<BookDocument, 'title' | 'form' | 'sheet'>): FoldedBook {
  const folded = planBook(form, sheet);
  if (!folded.ok)
    throw new Refusal('plan-impossible', `“${title}” cannot be folded as it is set. Nothing was planned.`);
  return folded.value;
}

function jointBook(id: string, { title, kit }: BookDocument, revision: number, folded: FoldedBook): JointBook {
  const { width, height } = folded.reading;
  return { id, title, revision, form: folded.form.id, kit, pieces: jointPieces(folded, kit), page: { width, height } };
}

/** A book as the pile's paper has it, and the change by which it is settled for that, if it is not already. */
interface OnPile {
  readonly book: JointBook;
  readonly settling?: { readonly expect: number; readonly command: Command };
}

async function bookOnPile(em: EntityManager, id: string, paper: Paper): Promise<OnPile> {
  const { doc, revision } = await findBook(em, id);
  const folded = foldedAs(doc);
  const settled = settledOnPile(folded, doc.kit, paper);
  if (!settled.ok) {
    const problem = { code: 'book-not-on-paper', problem: settled.problem } as const;
    throw new Refusal('plan-impossible', `${doc.title}: ${editionProblemWords(problem)}`, problem);
  }
  const as = settled.value && { form: settled.value.form, sheet: { ...doc.sheet, ...settled.value.sheet } };
  if (!as || JSON.stringify(as) === JSON.stringify({ form: doc.form, sheet: doc.sheet }))
    return { book: jointBook(id, doc, revision, folded) };
  return {
    book: jointBook(id, doc, revision + 1, foldedAs({ ...doc, ...as })),
    settling: { expect: revision, command: { kind: 'choose-form', ...as } },
  };
}

/** Who changed a book that was settled for a pile. */
const PILE = 'cut from one pile';

/** Books are settled only once it is known that the pile can be cut: in the transaction that stores its plan. */
async function settle(tx: EntityManager, books: readonly OnPile[]): Promise<void> {
  for (const { book, settling } of books)
    if (settling) await revise(tx, book.id, { expect: settling.expect, window: PILE }, settling.command);
}

async function paperNow(em: EntityManager, id: string): Promise<Paper> {
  const { papers } = await listPapers(em);
  const paper = papers.find((one) => one.id === id);
  if (!paper) throw new Refusal('paper-not-found', 'There is no such paper in the drawer.');
  return paper;
}

async function cutsOf(pool: WorkPool, plan: Pick<JointPlan, 'books' | 'manner' | 'paper'>): Promise<PaperPlan> {
  const input = { task: jointTask(plan), paper: plan.paper, grain: 'own' } as const;
  const found = (await pool.run('search', { kind: 'plan', input })) as CuttingJobs['plan']['answer'];
  if (!found.ok)
    throw new Refusal('plan-impossible', editionProblemWords(found.problem, pieceOfPileWords(plan)), found.problem);
  return found.value;
}

async function planned(pool: WorkPool, name: string, books: readonly JointBook[], paper: Paper): Promise<JointPlan> {
  const { manner } = books[0]!.kit;
  const { count, cost, proven } = await cutsOf(pool, { books, manner, paper });
  const apart = await cutApart(pool, books, manner, paper);
  return { name, books, paper, manner, engine: ENGINE, sheets: count, cost, proven, apart, cut: false };
}

/** Whole sheets for each book by itself, one after another: an offcut serves once. */
async function cutApart(
  pool: WorkPool,
  books: readonly JointBook[],
  manner: JointPlan['manner'],
  pile: Paper,
): Promise<readonly number[]> {
  const sheets: number[] = [];
  let paper = pile;
  for (const book of books) {
    const cuts = await cutsOf(pool, { books: [book], manner, paper });
    sheets.push(cuts.count);
    paper = afterCutting(paper, cuts, [], randomUUID);
  }
  return sheets;
}

/** A plan with what has become of its books since. */
async function told(em: EntityManager, { id, doc, revision }: JointPlanRow): Promise<JointPlanAnswer> {
  const ids = doc.books.map((book) => book.id);
  const there = await em.find(BookRow, { id: { $in: ids }, binnedAt: null }, { fields: ['id'] });
  const now = new Map<string, readonly NeededPiece[]>();
  for (const book of there) {
    const known = await bookNow(em, book.id).catch(() => undefined);
    now.set(book.id, known?.pieces ?? []);
  }
  return { id, revision, plan: doc, changed: doc.cut ? [] : changedSince(doc, now) };
}

export async function listJointPlans(em: EntityManager): Promise<{ readonly plans: readonly JointPlanAnswer[] }> {
  const rows = await em.find(JointPlanRow, {}, { orderBy: { changedAt: 'desc' } });
  const plans: JointPlanAnswer[] = [];
  for (const row of rows) plans.push(await told(em, row));
  return { plans };
}

async function find(em: EntityManager, id: string): Promise<JointPlanRow> {
  // As it is stored: a long search lies between looking at it and changing it.
  const row = await em.findOne(JointPlanRow, { id }, { refresh: true });
  if (!row) throw new Refusal('joint-plan-not-found', 'There is no such plan of several books.');
  return row;
}

export const findJointPlan = async (em: EntityManager, id: string): Promise<JointPlan> => (await find(em, id)).doc;

/** The cuts themselves: found anew whenever they are looked at, the same each time. */
export async function cutsOfJointPlan(em: EntityManager, pool: WorkPool, id: string) {
  const { doc } = await find(em, id);
  const cuts = await cutsOf(pool, doc);
  const name = pieceOfPileWords(doc);
  const pieces = [...new Set(cuts.sheets.flatMap(({ plan }) => plan.pieces.map(({ piece }) => piece)))];
  return { cuts, names: Object.fromEntries(pieces.map((piece) => [piece, name(piece)])) };
}

interface Asked {
  readonly name: string;
  readonly books: readonly string[];
  readonly paper: string;
}

export async function beginJointPlan(em: EntityManager, pool: WorkPool, asked: Asked): Promise<JointPlanAnswer> {
  const books: OnPile[] = [];
  const paper = await paperNow(em, asked.paper);
  for (const id of new Set(asked.books)) books.push(await bookOnPile(em, id, paper));
  const doc = await planned(
    pool,
    asked.name,
    books.map(({ book }) => book),
    paper,
  );
  return em.transactional(async (tx) => {
    await settle(tx, books);
    const row = tx.create(JointPlanRow, { id: randomUUID(), doc, revision: 0, changedAt: new Date() });
    await tx.flush();
    return told(tx, row);
  });
}

/** The same books and paper as they are now; a book that is gone is left out. */
export async function planJointAgain(em: EntityManager, pool: WorkPool, id: string, expect: number) {
  const { doc } = await find(em, id);
  if (doc.cut) throw alreadyCut(doc);
  const books: OnPile[] = [];
  const paper = await paperNow(em, doc.paper.id);
  for (const book of doc.books) {
    if (await em.findOne(BookRow, { id: book.id, binnedAt: null })) books.push(await bookOnPile(em, book.id, paper));
  }
  if (books.length === 0) throw new Refusal('plan-impossible', 'None of its books is on the shelf any more.');
  const again = await planned(
    pool,
    doc.name,
    books.map(({ book }) => book),
    paper,
  );
  return change(em, id, expect, async (_, tx) => {
    await settle(tx, books);
    return again;
  });
}

/** Its sheets are taken off the drawer's count and what is left put into it, once. */
export async function cutJointPlan(em: EntityManager, pool: WorkPool, id: string, expect: number) {
  const { doc } = await find(em, id);
  if (doc.cut) throw alreadyCut(doc);
  const cuts = await cutsOf(pool, doc);
  const { page } = doc.books[0]!;
  return change(em, id, expect, async (now, tx) => {
    if (now.cut) throw alreadyCut(now);
    const row = await tx.findOne(PaperRow, { id: doc.paper.id });
    if (row) {
      const { id: _, ...paper } = afterCutting(
        await paperNow(tx, doc.paper.id),
        cuts,
        leftOver(cuts, cuts.fibre, page),
        randomUUID,
      );
      await changePaper(tx, row.id, { expect: row.revision, paper });
    }
    return { ...now, cut: true };
  });
}

const alreadyCut = ({ name }: JointPlan) =>
  new Refusal(
    'joint-plan-cut',
    `“${name}” is cut already: its sheets were taken out of the drawer then. Nothing was changed.`,
  );

function change(
  em: EntityManager,
  id: string,
  expect: number,
  to: (now: JointPlan, tx: EntityManager) => JointPlan | Promise<JointPlan>,
): Promise<JointPlanAnswer> {
  return em.transactional(async (tx) => {
    const row = await find(tx as EntityManager, id);
    mustHaveSeen(row, expect, 'joint-plan-changed-elsewhere');
    row.doc = await to(row.doc, tx as EntityManager);
    row.revision += 1;
    row.changedAt = new Date();
    await tx.flush();
    return told(tx as EntityManager, row);
  });
}

export const removeJointPlan = (em: EntityManager, id: string, expect: number): Promise<void> =>
  em.transactional(async (tx) => {
    const row = await find(tx as EntityManager, id);
    mustHaveSeen(row, expect, 'joint-plan-changed-elsewhere');
    tx.remove(row);
  });

import { writeFile } from 'node:fs/promises';
import type { MikroORM } from '@mikro-orm/libsql';
import type { Command } from '@eight-up/core/book/command';
import type { BookDocument } from '@eight-up/core/document/document';
import type { PageContent } from '@eight-up/core/document/pages';
import { newBook } from '@eight-up/core/book/new-book';
import { takePaper, taskOnAny } from '@eight-up/core/cutting/chosen';
import type { CuttingJobs } from '@eight-up/core/cutting/jobs';
import { planBook } from '@eight-up/core/forms/planned-book';
import type { Paper } from '@eight-up/core/paper/paper';
import { namePoint } from '../books/history.ts';
import { createBook, revise } from '../books/service.ts';
import { BookRow, PaperRow } from '../db/entities.ts';
import { addPapers, listPapers } from '../papers/service.ts';
import { beginJointPlan } from '../joint-plans/service.ts';
import { receiveFiles, type Receiving } from '../files/receive.ts';
import type { FileStore } from '../files/store.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { demoBooks, type DemoBook, type DemoFile } from './books.ts';
import { loadLettering } from './lettering.ts';
import { DEMO_PAPERS } from './papers.ts';

/** Books that the crew cuts from one pile. */
const ONE_PILE = {
  name: 'The autumn pile',
  books: ['Both Banks', 'Knots for Short Crossings'],
  paper: 'Chart room, large',
} as const;

/**
 * Puts the demo books on an empty shelf, by the same way as a maker's; a shelf with books on it is left alone. One transaction:
 * a first start that was broken off begins anew the next time.
 */
export async function loadDemo(orm: MikroORM, store: FileStore, pool: WorkPool): Promise<void> {
  if ((await orm.em.fork().count(BookRow)) > 0) return;
  console.log('Drawing the demo books (once) …');
  await store.whileNaming((hold) =>
    orm.em.fork().transactional(async (em) => {
      if ((await em.count(PaperRow)) === 0) await addPapers(em, DEMO_PAPERS);
      const { papers } = await listPapers(em);
      const ids = new Map<string, string>();
      for (const book of demoBooks(await loadLettering()))
        ids.set(book.title, await putOnShelf({ em, store, pool, hold }, book, papers));
      // Two sizes from the large sheets: what the long strips leave serves for the knots.
      const paper = papers.find(({ name }) => name === ONE_PILE.paper)!.id;
      const books = ONE_PILE.books.map((title) => ids.get(title)!);
      await beginJointPlan(em, pool, { name: ONE_PILE.name, books, paper });
    }),
  );
}

async function putOnShelf(
  receiving: Receiving,
  { title, form, sheet, numbering, printing, files, onto, poster, then = [], called, edition }: DemoBook,
  drawer: readonly Paper[],
): Promise<string> {
  const { em } = receiving;
  const made = newBook(title, form, sheet);
  if (!made.ok) throw new Error(`the demo book ${title} does not fold: ${made.problem.code}`);
  const { id } = await createBook(em, { ...made.value, numbering, printing });
  const filling = (contents: readonly PageContent[]) =>
    contents.map((content) => ({ ...content, fit: 'fill' as const }));
  const commands: readonly Command[] = [
    ...placed(filling(await received(receiving, await files())), onto),
    ...(poster
      ? [{ kind: 'hang-poster', poster: filling(await received(receiving, [await poster()]))[0]! } as const]
      : []),
    ...then,
    ...(edition ? await cutFrom(receiving.pool, made.value, edition, drawer) : []),
  ];
  for (const command of commands) await revise(em, id, { expect: undefined, window: 'demo' }, command);
  if (called) await namePoint(em, id, commands.length, called);
  return id;
}

const placed = (contents: readonly PageContent[], onto: DemoBook['onto']): readonly Command[] =>
  onto ? onto.map((page, i) => ({ kind: 'replace', page, content: contents[i]! })) : [{ kind: 'place', contents }];

/** An edition cut from a paper of the drawer. */
async function cutFrom(
  pool: WorkPool,
  book: BookDocument,
  { copies, from }: NonNullable<DemoBook['edition']>,
  drawer: readonly Paper[],
): Promise<readonly Command[]> {
  const folded = planBook(book.form, book.sheet);
  const paper = drawer.find(({ name }) => name === from);
  if (!folded.ok || !paper) throw new Error(`the demo's ${book.title} cannot be cut from ${from}`);
  const kit = { ...book.kit, copies };
  const task = taskOnAny(folded.value, { kit }, 'text');
  const input = { task, paper, grain: 'own' } as const;
  const plan = (await pool.run('search', { kind: 'plan', input })) as CuttingJobs['plan']['answer'];
  if (!plan.ok) throw new Error(`the demo's ${book.title} cannot be cut from ${from}: ${plan.problem.code}`);
  return [
    { kind: 'set-kit', kit },
    { kind: 'choose-paper', on: 'text', ...takePaper(folded.value, { kit }, 'text', paper, 'own', plan.value) },
  ];
}

async function received(receiving: Receiving, files: readonly DemoFile[]): Promise<readonly PageContent[]> {
  const arriving = [];
  for (const { name, bytes } of files) {
    const path = receiving.store.newIncomingPath();
    await writeFile(path, bytes);
    arriving.push({ path, name });
  }
  const { contents, refused } = await receiveFiles(receiving, arriving, undefined);
  if (refused.length > 0) throw new Error(`the demo's own ${refused[0]!.name} was refused`);
  return contents;
}

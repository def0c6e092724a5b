import { writeFile } from 'node:fs/promises';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { Command } from '@eight-up/core/book/command';
import type { PageContent } from '@eight-up/core/book/document';
import { newBook } from '@eight-up/core/book/new-book';
import { namePoint } from '../books/history.ts';
import { createBook, revise } from '../books/service.ts';
import { BookRow, PaperRow } from '../db/entities.ts';
import { addPapers } from '../papers/service.ts';
import { receiveFiles } from '../files/receive.ts';
import type { FileStore } from '../files/store.ts';
import { demoBooks, type DemoFile } from './books.ts';
import { loadLettering } from './lettering.ts';
import { DEMO_PAPERS } from './papers.ts';

/** Puts the demo books on an empty shelf, by the same way as a maker's; a shelf with books on it is left alone. */
export async function loadDemo(orm: MikroORM, store: FileStore): Promise<void> {
  if ((await orm.em.fork().count(BookRow)) > 0) return;
  if ((await orm.em.fork().count(PaperRow)) === 0) await addPapers(orm.em.fork(), DEMO_PAPERS);
  console.log('Drawing the demo books (once) …');
  for (const { title, form, sheet, numbering, printing, files, poster, then = [], called } of demoBooks(
    await loadLettering(),
  )) {
    const made = newBook(title, form, sheet);
    if (!made.ok) throw new Error(`the demo book ${title} does not fold: ${made.problem.code}`);
    const em = orm.em.fork();
    const { id } = await createBook(em, { ...made.value, numbering, printing }, new Date());
    const filling = (contents: readonly PageContent[]) =>
      contents.map((content) => ({ ...content, fit: 'fill' as const }));
    const commands: readonly Command[] = [
      { kind: 'place', contents: filling(await received(em, store, await files())) },
      ...(poster
        ? [{ kind: 'hang-poster', poster: filling(await received(em, store, [await poster()]))[0]! } as const]
        : []),
      ...then,
    ];
    for (const command of commands) await revise(em, id, { expect: undefined, window: 'demo' }, command);
    if (called) await namePoint(em, id, commands.length, called);
  }
}

async function received(
  em: EntityManager,
  store: FileStore,
  files: readonly DemoFile[],
): Promise<readonly PageContent[]> {
  const arriving = [];
  for (const { name, bytes } of files) {
    const path = store.newIncomingPath();
    await writeFile(path, bytes);
    arriving.push({ path, name });
  }
  const { contents, refused } = await receiveFiles(em, store, arriving, undefined);
  if (refused.length > 0) throw new Error(`the demo's own ${refused[0]!.name} was refused`);
  return contents;
}

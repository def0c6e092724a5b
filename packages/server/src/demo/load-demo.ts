import { writeFile } from 'node:fs/promises';
import type { MikroORM } from '@mikro-orm/libsql';
import { newBook } from '@eight-up/core/book/new-book';
import { createBook, revise } from '../books/service.ts';
import { BookRow } from '../db/entities.ts';
import { receiveFiles } from '../files/receive.ts';
import type { FileStore } from '../files/store.ts';
import { demoBooks } from './books.ts';
import { loadLettering } from './lettering.ts';

/** Puts the demo books on an empty shelf, by the same way as a maker's; a shelf with books on it is left alone. */
export async function loadDemo(orm: MikroORM, store: FileStore): Promise<void> {
  if ((await orm.em.fork().count(BookRow)) > 0) return;
  console.log('Drawing the demo books (once) …');
  for (const { title, form, sheet, numbering, printing, files } of demoBooks(await loadLettering())) {
    const made = newBook(title, form, sheet);
    if (!made.ok) throw new Error(`the demo book ${title} does not fold: ${made.problem.code}`);
    const em = orm.em.fork();
    const { id } = await createBook(em, { ...made.value, numbering, printing }, new Date());
    const received = [];
    for (const { name, bytes } of await files()) {
      const path = store.newIncomingPath();
      await writeFile(path, bytes);
      received.push({ path, name });
    }
    const { contents, refused } = await receiveFiles(em, store, received, undefined);
    if (refused.length > 0) throw new Error(`the demo's own ${refused[0]!.name} was refused`);
    await revise(
      em,
      id,
      { expect: undefined, window: 'demo' },
      { kind: 'place', contents: contents.map((content) => ({ ...content, fit: 'fill' })) },
    );
  }
}

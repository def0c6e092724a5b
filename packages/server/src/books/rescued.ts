import type { EntityManager } from '@mikro-orm/libsql';
import { Refusal } from '../errors.ts';

/** Everything that is stored of a book, as it is stored, whether it can be read or not: the document, then each change on a line. */
export async function rescued(em: EntityManager, id: string): Promise<string> {
  const [book] = await em.execute<{ doc: string }[]>('select doc from book where id = ?', [id]);
  if (!book) throw new Refusal('book-not-found', 'There is no such book on the shelf.');
  const changes = await em.execute<{ n: number; kind: string; command: string; inverse: string }[]>(
    'select n, kind, command, inverse from revision where book_id = ? order by n',
    [id],
  );
  return [
    `Eight Up, what is stored of the book ${id}`,
    book.doc,
    ...changes.map(({ n, kind, command, inverse }) => `${n} ${kind} ${command} ${inverse}`),
    '',
  ].join('\n');
}

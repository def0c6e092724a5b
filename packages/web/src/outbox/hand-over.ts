import type { BookAnswer } from '@eight-up/core/contract/answers';

/** Hands a book that just came from the server to its outbox, which is fetched with the stages of books, not with the shelf. */
export const handOver = async (book: BookAnswer): Promise<void> =>
  (await import('./outboxes.ts')).outboxOf(book.id).fetched(book);

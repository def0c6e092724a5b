/** Files let go where there was no book yet: they wait for the book that is begun with them. */
const waiting = new Map<string, readonly File[]>();

export const filesForBook = (id: string, files: readonly File[]): void => {
  if (files.length > 0) waiting.set(id, files);
};

/** The files that wait for a book; they are handed over once. */
export function filesWaiting(id: string): readonly File[] {
  const files = waiting.get(id) ?? [];
  waiting.delete(id);
  return files;
}

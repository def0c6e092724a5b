import { sameFields } from '../ui/use-stable.ts';
import type { OpenBook } from './use-book.ts';

/** For parts that show nothing of when and how a book was saved: a save alone does not draw them anew. */
export function showsTheSame<P extends { readonly book: OpenBook }>(before: P, after: P): boolean {
  const settled = (props: P) => {
    const { revision: _, savedAt: __, canUndo: ___, canRedo: ____, ...shown } = props.book;
    return shown;
  };
  return (
    sameFields({ ...before, book: undefined }, { ...after, book: undefined }) &&
    (before.book === after.book || sameFields(settled(before), settled(after)))
  );
}

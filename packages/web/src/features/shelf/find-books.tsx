import { useMemo, useState } from 'react';
import type { ShelfBook } from '@eight-up/core/contract/answers';
import { Choices } from '../../ui/choices.tsx';

type Order = 'made' | 'changed' | 'title';

/** Books in the order and with the words the maker asked for. */
export interface Arranged {
  readonly shown: readonly ShelfBook[];
  readonly order: Order;
  readonly words: string;
  readonly setOrder: (order: Order) => void;
  readonly setWords: (words: string) => void;
}

export function useArranged(books: readonly ShelfBook[]): Arranged {
  const [order, setOrder] = useState<Order>('made');
  const [words, setWords] = useState('');
  const shown = useMemo(() => {
    const wanted = words.trim().toLocaleLowerCase();
    const found = books.filter(({ book }) => book.title.toLocaleLowerCase().includes(wanted));
    if (order === 'title') return found.toSorted((a, b) => a.book.title.localeCompare(b.book.title));
    return order === 'changed' ? found.toSorted((a, b) => b.savedAt.localeCompare(a.savedAt)) : found;
  }, [books, order, words]);
  return { shown, order, words, setOrder, setWords };
}

/** From this many books on, a shelf is worth searching. */
const WORTH_SEARCHING = 6;

export function FindBooks({ arranged, count }: { readonly arranged: Arranged; readonly count: number }) {
  if (count < WORTH_SEARCHING) return null;
  return (
    <div className="mb-4 flex flex-wrap items-end gap-6">
      <label>
        <span className="mb-0.5 block text-sm text-quiet">Find by title</span>
        <input
          className="entry w-56"
          value={arranged.words}
          onChange={(event) => arranged.setWords(event.target.value)}
        />
      </label>
      <Choices<Order>
        label="In order of"
        value={arranged.order}
        onChange={arranged.setOrder}
        choices={[
          { value: 'made', name: 'making' },
          { value: 'changed', name: 'last change' },
          { value: 'title', name: 'title' },
        ]}
      />
      {arranged.shown.length === 0 && <p role="status">No title has these words.</p>}
    </div>
  );
}

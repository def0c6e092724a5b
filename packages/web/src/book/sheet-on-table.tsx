import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Margins } from '@eight-up/core/book/document';
import { useActions } from '../app/actions.tsx';
import { LineLegend } from '../sheet-view/line-legend.tsx';
import { SheetView } from '../sheet-view/sheet-view.tsx';
import type { OpenBook } from './use-book.ts';

interface SheetOnTableProps {
  readonly book: OpenBook;
  readonly label: string;
  readonly lit: number | undefined;
  readonly onPoint: (page: number | undefined) => void;
  readonly onChoose?: (page: number) => void;
  /** the strip that the printer leaves white */
  readonly margins?: Margins;
}

/** The flat sheet as it lies before the maker, to be turned over and round as the hands would; which face is up stands in the address. */
export function SheetOnTable({ book, label, lit, onPoint, onChoose, margins }: SheetOnTableProps) {
  const [search, setSearch] = useSearchParams();
  const [turns, setTurns] = useState(0);
  const turnedOver = search.get('face') === 'B';
  const turnRound = () => setTurns((turns + 1) % 4);
  const turnOver = () =>
    setSearch(
      (old) => {
        const next = new URLSearchParams(old);
        if (turnedOver) next.delete('face');
        else next.set('face', 'B');
        return next;
      },
      { replace: true },
    );
  useActions([
    { id: 'turn-over', title: 'Turn the sheet over', keys: 'T', run: turnOver },
    { id: 'rotate', title: 'Turn the sheet round', keys: 'R', run: turnRound },
  ]);
  return (
    <section className="flex min-h-0 min-w-0 flex-col" aria-label={label}>
      <p className="mb-1 flex flex-wrap items-baseline justify-between gap-x-4 text-quiet">
        <span>
          face {turnedOver ? (book.poster ? 'B up, the poster' : 'B up, unprinted') : 'A up'} · marks from the left edge
        </span>
        <span className="flex gap-4">
          <button type="button" className="remedy" onClick={turnOver}>
            Turn over
          </button>
          <button type="button" className="remedy" onClick={turnRound}>
            Turn round
          </button>
        </span>
      </p>
      <SheetView
        plan={book.plan}
        names={book.names}
        placed={book.placed}
        letters={book.letters}
        poster={book.poster}
        book={book}
        turns={turns}
        turnedOver={turnedOver}
        lit={lit}
        onPoint={onPoint}
        {...(onChoose ? { onChoose } : {})}
        {...(margins ? { margins } : {})}
        className="min-h-0 w-full grow"
      />
      <LineLegend plan={book.plan} />
    </section>
  );
}

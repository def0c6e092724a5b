import type { Printing } from '@eight-up/core/book/document';
import { counted } from '@eight-up/words/forms';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';

/** Printing front and back: what the printer does between them, or two passes by hand. */
export function BothFaces({
  book,
  set,
}: {
  readonly book: OpenBook;
  readonly set: (change: Partial<Printing>) => void;
}) {
  const { sheets } = book.plan.run.sheet;
  const file = (query: string) => `/api/books/${book.id}/print.pdf?${query}&n=${book.revision}`;
  return (
    <section aria-label="Front and back">
      <h2 className="text-lg">
        Front and back{' '}
        <span className="font-text text-sm font-normal text-quiet">{counted(sheets, 'sheet')}, both sides</span>
      </h2>
      <div className="flex flex-wrap items-end gap-x-5">
        <Choices<Printing['flip']>
          label="The sheet is turned about its"
          value={book.book.printing.flip}
          onChange={(flip) => set({ flip })}
          choices={[
            { value: 'long-edge', name: 'long edge' },
            { value: 'short-edge', name: 'short edge' },
          ]}
        />
        <p className="mb-1.5 text-sm">
          <span className="block text-quiet">No duplex? Two passes:</span>
          <a className="remedy" href={file('pass=fronts')} target="_blank" rel="noreferrer">
            all fronts
          </a>
          , turn the pile,{' '}
          <a className="remedy" href={file('pass=backs')} target="_blank" rel="noreferrer">
            all backs
          </a>
          {sheets > 1 && (
            <>
              , or{' '}
              <a className="remedy" href={file('pass=backs&order=innermost-first')} target="_blank" rel="noreferrer">
                backs from the inside out
              </a>
            </>
          )}
        </p>
      </div>
    </section>
  );
}

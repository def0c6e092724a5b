import { memo } from 'react';
import { LockClosedIcon, LockOpenIcon } from '@heroicons/react/24/outline';
import type { Lettering } from '@eight-up/core/document/pages';
import type { Nm } from '@eight-up/core/units/nm';
import { showsTheSame } from '../../book/shows-the-same.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { PageWords } from './page-words.tsx';
import { PlanFile } from './plan-file.tsx';
import { Tray } from './tray.tsx';

interface PageBandProps {
  readonly book: OpenBook;
  readonly chosen: number | undefined;
  readonly onTake: () => void;
}

/** The bench's edge: the chosen page in the sequence, and the tray of pictures that wait. */
export const PageBand = memo(function PageBand({ book, chosen, onTake }: PageBandProps) {
  return (
    <section aria-label="Chosen page and tray" className="z-20 border-t border-ink bg-wood px-9 pb-3 pt-2.5">
      <div className="flex flex-wrap items-start gap-x-10 gap-y-3">
        {chosen === undefined ? (
          <NoPage book={book} />
        ) : (
          <div className="min-w-96 grow-[3] basis-[36rem]">
            <Sequence book={book} page={chosen} onTake={onTake} />
            <PageWords book={book} page={chosen} />
          </div>
        )}
        <Tray book={book} chosen={chosen} />
      </div>
    </section>
  );
}, showsTheSame);

/** What can be done with a page in the sequence. */
function Sequence({
  book,
  page,
  onTake,
}: {
  readonly book: OpenBook;
  readonly page: number;
  readonly onTake: () => void;
}) {
  const { locked, content } = book.book.pages[page]!;
  const act = (name: string, key: string, run: () => void, disabled = false) => (
    <button type="button" className="action gap-2 px-2 py-0.5" onClick={run} disabled={disabled}>
      {name} <span className="key">{key}</span>
    </button>
  );
  return (
    <div className="mb-1.5 flex flex-wrap items-center gap-2">
      <h2 className="mr-2 text-lg">Page {book.derived.names[page]}</h2>
      <button
        type="button"
        aria-pressed={locked}
        className={`action gap-2 px-2 py-0.5 ${locked ? 'action-first' : ''}`}
        onClick={() => book.change({ kind: 'say', page, words: { locked: !locked } })}
      >
        {locked ? <LockClosedIcon className="size-4" /> : <LockOpenIcon className="size-4" />}
        {locked ? 'Stays here' : 'Lock it here'} <span className="key">K</span>
      </button>
      {act('Empty page before', 'E', () => book.change({ kind: 'insert', at: page }))}
      {act('Double it', 'W', () => book.change({ kind: 'duplicate', page }))}
      {act('Take out', 'O', () => book.change({ kind: 'take-out', page }), locked)}
      {act('Clear', 'Del', () => book.change({ kind: 'clear', page }), locked || content === null)}
      {act('Take in hand', 'M', onTake, locked)}
    </div>
  );
}

function NoPage({ book }: { readonly book: OpenBook }) {
  const { lettering } = book.book;
  const letter = (change: Partial<Lettering>) =>
    book.change({ kind: 'set-lettering', lettering: { ...lettering, ...change } });
  return (
    <div className="min-w-96">
      <p className="max-w-3xl">
        <b className="font-title text-lg">Choose a page</b>{' '}
        <span className="text-quiet">
          with a click or <b>← →</b>. Drag one onto another to swap them, or between two to put it in.
        </span>
      </p>
      <div className="flex flex-wrap items-end gap-x-6">
        <Choices
          label="Pages are called"
          value={book.book.numbering}
          onChange={(numbering) => book.change({ kind: 'number-pages', numbering })}
          choices={[
            { value: 'cover-is-1', name: 'cover is 1' },
            { value: 'covers-apart', name: 'front, 1 …, back' },
          ]}
        />
        <Choices
          label="Numbers printed"
          value={lettering.numbers}
          onChange={(numbers) => letter({ numbers })}
          choices={[
            { value: 'none', name: 'none' },
            { value: 'foot-outside', name: 'foot, outside' },
            { value: 'foot-middle', name: 'foot, middle' },
          ]}
        />
        <MeasureField
          label="Size of the letters"
          value={lettering.size}
          onChange={(size: Nm) => letter({ size })}
          className="mb-1.5"
        />
        <PlanFile book={book} />
      </div>
    </div>
  );
}

import { memo, useState } from 'react';
import { Link, Outlet, useNavigate, useParams } from 'react-router';
import { ArrowUturnLeftIcon, ArrowUturnRightIcon, ChevronLeftIcon } from '@heroicons/react/24/outline';
import { closedSize } from '@eight-up/core/output/nest-marks';
import { measureSize } from '@eight-up/core/units/measure';
import { ordinal } from '@eight-up/words/counted';
import { formWords } from '@eight-up/words/forms/registry';
import { useActions } from '../actions/actions.tsx';
import { useSettings } from '../base/settings.ts';
import { UnitSwitch } from '../ui/unit-switch.tsx';
import { BookDrops } from '../book/book-drops.tsx';
import { StageActions } from './stage-actions.tsx';
import { StageStrip } from './stage-strip.tsx';
import { HaltedSlip } from './halted-slip.tsx';
import { useBook, useSaving, type OpenBook } from '../book/use-book.ts';

/** What stays the same in all stages of a book: its name, its state, the strip of stages. */
export function BookFrame() {
  const { id } = useParams();
  // What is known of one book, failures too, is never told of another.
  return <OneBook key={id} id={id!} />;
}

function OneBook({ id }: { readonly id: string }) {
  const { book, error } = useBook(id);
  if (!book) {
    return (
      <main className="p-10">
        {error ? (
          <div role="alert" className="slip max-w-xl p-6">
            <h1 className="mb-2 text-2xl">This book cannot be opened</h1>
            <p className="mb-4">{error.message}</p>
            <Link to="/" className="remedy">
              Back to the shelf
            </Link>
          </div>
        ) : (
          <p role="status">Opening the book …</p>
        )}
      </main>
    );
  }
  return <Frame book={book} />;
}

const Frame = memo(function Frame({ book }: { readonly book: OpenBook }) {
  const navigate = useNavigate();
  const { id } = book;
  useActions([
    { id: 'undo', title: 'Undo', keys: 'Ctrl Z', run: book.undo, enabled: book.canUndo },
    { id: 'redo', title: 'Redo', keys: 'Ctrl Shift Z or Ctrl Y', run: book.redo, enabled: book.canRedo },
    { id: 'shelf', title: 'Back to the shelf', keys: 'H', run: () => void navigate('/') },
  ]);
  return (
    <div className="frame flex min-h-screen flex-col">
      <header className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2 px-9 pt-3.5">
        <div className="min-w-0">
          <Title book={book} />
          <StateLine book={book} />
        </div>
        <StageStrip bookId={id} />
      </header>
      {book.halted && <HaltedSlip halted={book.halted} />}
      {book.failure && <Failure book={book} />}
      <StageActions book={book} />
      <BookDrops book={book}>
        <Outlet context={book} />
      </BookDrops>
    </div>
  );
});

function Title({ book }: { readonly book: OpenBook }) {
  const [text, setText] = useState<string>();
  const settle = () => {
    if (text !== undefined && text.trim() && text.trim() !== book.book.title)
      book.change({ kind: 'rename', title: text });
    setText(undefined);
  };
  return (
    <h1 className="flex items-center gap-2 text-[2rem]">
      <Link to="/" aria-label="Back to the shelf" className="-ml-2 p-1 text-quiet hover:text-ink">
        <ChevronLeftIcon className="size-6" />
      </Link>
      <input
        aria-label="Title of the book"
        className="min-w-0 max-w-full field-sizing-content truncate bg-transparent hover:border-b focus:bg-paper"
        maxLength={200}
        value={text ?? book.book.title}
        onChange={(event) => setText(event.target.value)}
        onBlur={settle}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') setText(undefined);
        }}
      />
    </h1>
  );
}

/** Made once: making it takes a millisecond, and this line is drawn anew with every change. */
const CLOCK = new Intl.DateTimeFormat([], { hour: '2-digit', minute: '2-digit' });

function StateLine({ book }: { readonly book: OpenBook }) {
  const unit = useSettings((s) => s.unit);
  const saving = useSaving(book.id);
  const { width, height } = closedSize(book.plan, book.book.printing);
  const saved = CLOCK.format(new Date(book.savedAt));
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-2 pl-8 text-quiet">
      <span>
        {formWords(book.book.form.id).name}
        {book.book.edition > 1 && (
          <>
            ,{' '}
            <Link
              to={`/books/${book.id}/edition`}
              className="underline decoration-1 hover:text-ink"
              title="What is otherwise than in the edition before"
            >
              {ordinal(book.book.edition)} edition
            </Link>
          </>
        )}
      </span>
      ·<span className="measure text-ink">{measureSize(width, height, unit)}</span>·
      <Link to={`/books/${book.id}/history`} className="underline decoration-1 hover:text-ink" title="Every change (Y)">
        <span role="status" aria-live="polite">
          {book.halted ? 'not saved' : saving ? 'saving …' : `saved ${saved}`}
        </span>
      </Link>
      ·
      <button
        type="button"
        className="p-1 hover:text-ink disabled:opacity-40"
        onClick={book.undo}
        disabled={!book.canUndo}
        aria-label="Undo"
      >
        <ArrowUturnLeftIcon className="size-4" />
      </button>
      <button
        type="button"
        className="p-1 hover:text-ink disabled:opacity-40"
        onClick={book.redo}
        disabled={!book.canRedo}
        aria-label="Redo"
      >
        <ArrowUturnRightIcon className="size-4" />
      </button>
      <span className="ml-1 border-l border-quiet pl-3">
        all in <UnitSwitch />
      </span>
    </p>
  );
}

function Failure({ book }: { readonly book: OpenBook }) {
  const { failure } = book;
  return (
    <div role="alert" className="mx-9 mt-3 flex items-baseline gap-4 border-l-8 border-blade bg-paper px-4 py-2.5">
      <p className="grow">{failure!.message}</p>
      <button type="button" className="remedy" onClick={book.dismissFailure}>
        Understood
      </button>
    </div>
  );
}

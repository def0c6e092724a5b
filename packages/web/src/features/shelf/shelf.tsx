import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useQuery } from '@tanstack/react-query';
import type { ShelfAnswer, ShelfBook } from '@eight-up/core/contract/answers';
import { measure } from '@eight-up/core/units/measure';
import { inch, mm, toMm } from '@eight-up/core/units/nm';
import { counted } from '@eight-up/words/counted';
import { useActions } from '../../actions/actions.tsx';
import { getJson } from '../../base/api.ts';
import { useFilesAnywhere } from '../../base/files-anywhere.ts';
import { useSettings } from '../../base/settings.ts';
import { useBeginBook, usualSheet } from '../../book/use-begin-book.ts';
import { UnitSwitch } from '../../ui/unit-switch.tsx';
import { Bin, useBinned } from './bin.tsx';
import { BookCaption } from './book-caption.tsx';
import { BookOnShelf, shelfScale, tallestOnShelf } from './book-on-shelf.tsx';
import { OpenBookFile } from './open-book-file.tsx';
import { FirstDummy } from './first-dummy.tsx';
import { FindBooks, useArranged } from './find-books.tsx';
import { UnreadableBooks } from './unreadable-books.tsx';
import { WhatHappened, type Done } from './what-happened.tsx';

const NO_BOOKS: readonly ShelfBook[] = [];

/** Home: the maker's books, each in its own proportions. */
export function Shelf() {
  const navigate = useNavigate();
  const books = useQuery({
    queryKey: ['shelf'],
    queryFn: () => getJson<ShelfAnswer>('/api/books'),
  });
  useActions([
    { id: 'new-book', title: 'Start a book', keys: 'N', run: () => void navigate('/new') },
    { id: 'drawer', title: 'Open the drawer of papers', keys: 'W', run: () => void navigate('/drawer') },
    {
      id: 'safekeeping',
      title: 'Safekeeping: backups and checks',
      keys: 'K',
      run: () => void navigate('/safekeeping'),
    },
  ]);
  const unit = useSettings((s) => s.unit);
  const begin = useBeginBook();
  const [held, setHeld] = useState(0);
  useFilesAnywhere({
    onHeld: setHeld,
    onFiles: (files) =>
      begin.mutate({ title: '', form: 'for-its-pictures', sheet: usualSheet(unit), files, stage: 'pages' }),
  });
  const list = books.data?.books ?? NO_BOOKS;
  const [done, setDone] = useState<Done>();
  const binned = useBinned();
  // Told as long as it is so: what was put back or emptied elsewhere has no way back here.
  const isSo = done && (done.what === 'removed' ? binned : list).some(({ id }) => id === done.id);
  const arranged = useArranged(list);
  const standing = useMemo(() => list.flatMap(({ looks }) => looks ?? []), [list]);
  const scale = useMemo(() => shelfScale(standing), [standing]);
  const room = useMemo(() => tallestOnShelf(standing, scale), [standing, scale]);
  return (
    <div className={`min-h-screen px-9 pb-16 pt-5 ${held > 0 ? 'bg-choose-pale' : ''}`}>
      <header className="mb-8 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1 className="text-[2.6rem]">Eight Up</h1>
          <p className="mt-1 text-quiet">
            {books.isSuccess && list.length > 0 ? `${counted(list.length, 'book')} on the shelf · ` : ''}measures in{' '}
            <UnitSwitch /> ·{' '}
            <Link to="/safekeeping" className="remedy">
              Safekeeping
            </Link>
          </p>
        </div>
        <div className="flex items-start gap-2">
          <Link to="/drawer" className="action px-5 py-3">
            The drawer <span className="key">W</span>
          </Link>
          <OpenBookFile />
          <Link to="/new" className="action action-first px-6 py-3">
            Start a book <span className="key">N</span>
          </Link>
        </div>
      </header>
      {held > 0 && (
        <p role="status" className="mb-4 font-semibold">
          Let them go: {counted(held, 'picture')} begin{held === 1 ? 's' : ''} a book.
        </p>
      )}
      {begin.isError && (
        <p role="alert" className="slip mb-4 p-4">
          {begin.error.message}
        </p>
      )}
      {books.isPending && <p role="status">Looking along the shelf …</p>}
      {books.isError && (
        <p role="alert" className="slip p-4">
          {books.error.message}
        </p>
      )}
      {isSo && <WhatHappened done={done} onSettled={() => setDone(undefined)} />}
      <UnreadableBooks books={books.data?.unreadable ?? []} />
      {books.isSuccess && list.length === 0 && <FirstDummy />}
      {list.length > 0 && (
        <main>
          <FindBooks arranged={arranged} count={list.length} />
          <ul className="flex flex-wrap gap-y-10" aria-label="Books on the shelf">
            {arranged.shown.map((book) => (
              <Place key={book.id} book={book} scale={scale} room={room} onDone={setDone} />
            ))}
            <li aria-hidden="true" className="flex grow flex-col">
              <div style={{ height: room }} />
              <Plank />
            </li>
          </ul>
          <ShelfScale pixelsPerMm={scale} />
        </main>
      )}
      <Bin />
    </div>
  );
}

function Place({
  book,
  scale,
  room,
  onDone,
}: {
  readonly book: ShelfBook;
  readonly scale: number;
  /** above the plank, pixels */
  readonly room: number;
  readonly onDone: (done: Done) => void;
}) {
  const { looks } = book;
  return (
    <li className="flex flex-col" style={{ minWidth: 196 }}>
      <div className="flex items-end pl-2.5 pr-8" style={{ height: room }}>
        {looks ? (
          <Link
            to={`/books/${book.id}/pages`}
            aria-label={`Open ${book.book.title}`}
            className="block hover:-translate-y-1 active:translate-y-0"
          >
            <BookOnShelf title={book.book.title} edition={book.book.edition} looks={looks} scale={scale} />
          </Link>
        ) : (
          <p className="text-sm text-quiet">This form no longer folds.</p>
        )}
      </div>
      <Plank />
      <div className="max-w-52 pl-2.5 pt-2">{looks && <BookCaption book={book} looks={looks} onDone={onDone} />}</div>
    </li>
  );
}

const Plank = () => <div className="border-t-2 border-b-[6px] border-t-ink border-b-wood-deep" />;

/** How long a stretch of shelf is, so that sizes can be compared. */
function ShelfScale({ pixelsPerMm }: { readonly pixelsPerMm: number }) {
  const unit = useSettings((s) => s.unit);
  const length = unit === 'mm' ? mm(100) : inch(4);
  const px = toMm(length) * pixelsPerMm;
  return (
    <div className="mt-8 flex justify-end pr-4">
      <div
        style={{ width: px }}
        className="relative border-x-2 border-ink text-center before:absolute before:inset-x-0 before:top-1/2 before:-z-10 before:border-t-2"
      >
        <span className="measure bg-bench px-1">{measure(length, unit)}</span>
      </div>
    </div>
  );
}

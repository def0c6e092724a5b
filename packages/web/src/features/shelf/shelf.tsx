import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer, ShelfBook } from '@eight-up/core/contract/answers';
import { planBook } from '@eight-up/core/forms/planned-book';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { measure } from '@eight-up/core/units/measure';
import { inch, mm, toMm } from '@eight-up/core/units/nm';
import { counted, formFacts, formWords, ordinal } from '@eight-up/words/forms';
import { useActions } from '../../app/actions.tsx';
import { getJson, postJson, type ApiFailure } from '../../app/api.ts';
import { useFilesAnywhere } from '../../app/files-anywhere.ts';
import { useSettings, windowId } from '../../app/settings.ts';
import { formForPictures, useBeginBook, usualSheet } from '../../book/use-begin-book.ts';
import { UnitSwitch } from '../../ui/unit-switch.tsx';
import { Bin, useBinned } from './bin.tsx';
import { BookOnShelf, shelfScale } from './book-on-shelf.tsx';
import { OpenBookFile } from './open-book-file.tsx';
import { FirstDummy } from './first-dummy.tsx';
import { FindBooks, useArranged } from './find-books.tsx';
import { WhatHappened, type Done } from './what-happened.tsx';

const NO_BOOKS: readonly ShelfBook[] = [];

/** Home: the maker's books, each in its own proportions. */
export function Shelf() {
  const navigate = useNavigate();
  const books = useQuery({
    queryKey: ['shelf'],
    queryFn: () => getJson<{ books: readonly ShelfBook[] }>('/api/books'),
  });
  useActions([
    { id: 'new-book', title: 'Start a book', keys: 'N', run: () => void navigate('/new') },
    { id: 'drawer', title: 'Open the drawer of papers', keys: 'W', run: () => void navigate('/drawer') },
  ]);
  const unit = useSettings((s) => s.unit);
  const begin = useBeginBook();
  const [held, setHeld] = useState(0);
  useFilesAnywhere({
    onHeld: setHeld,
    onFiles: (files) =>
      begin.mutate({ title: '', form: formForPictures(files.length), sheet: usualSheet(unit), files, stage: 'pages' }),
  });
  const list = books.data?.books ?? NO_BOOKS;
  const [done, setDone] = useState<Done>();
  const binned = useBinned();
  // Told as long as it is so: what was put back or emptied elsewhere has no way back here.
  const isSo = done && (done.what === 'removed' ? binned : list).some(({ id }) => id === done.id);
  const arranged = useArranged(list);
  const plans = useMemo(
    () => new Map(list.map((book) => [book.id, planBook(book.book.form, book.book.sheet)])),
    [list],
  );
  const scale = useMemo(
    () =>
      shelfScale(
        list.flatMap((book) => {
          const plan = plans.get(book.id);
          return plan?.ok ? [{ book, plan: plan.value }] : [];
        }),
      ),
    [list, plans],
  );
  return (
    <div className={`min-h-screen px-9 pb-16 pt-5 ${held > 0 ? 'bg-choose-pale' : ''}`}>
      <header className="mb-8 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1 className="text-[2.6rem]">Eight Up</h1>
          <p className="mt-1 text-quiet">
            {books.isSuccess && list.length > 0 ? `${counted(list.length, 'book')} on the shelf · ` : ''}measures in{' '}
            <UnitSwitch />
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
      {books.isSuccess && list.length === 0 && <FirstDummy />}
      {list.length > 0 && (
        <main>
          <FindBooks arranged={arranged} count={list.length} />
          <ul className="flex flex-wrap gap-y-10" aria-label="Books on the shelf">
            {arranged.shown.map((book) => (
              <Place key={book.id} book={book} plan={plans.get(book.id)!} scale={scale} onDone={setDone} />
            ))}
            <li aria-hidden="true" className="flex grow flex-col">
              <div className="h-[250px]" />
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
  plan,
  scale,
  onDone,
}: {
  readonly book: ShelfBook;
  readonly plan: ReturnType<typeof planBook>;
  readonly scale: number;
  readonly onDone: (done: Done) => void;
}) {
  return (
    <li className="flex flex-col" style={{ minWidth: 214 }}>
      <div className="flex h-[250px] items-end pl-2.5 pr-10">
        {plan.ok ? (
          <Link to={`/books/${book.id}/pages`} aria-label={`Open ${book.book.title}`} className="block">
            <BookOnShelf book={book} plan={plan.value} scale={scale} />
          </Link>
        ) : (
          <p className="text-sm text-quiet">This form no longer folds.</p>
        )}
      </div>
      <Plank />
      <div className="max-w-52 pl-2.5 pt-2">{plan.ok && <Caption book={book} plan={plan.value} onDone={onDone} />}</div>
    </li>
  );
}

const Plank = () => <div className="border-t-2 border-b-[6px] border-t-ink border-b-wood-deep" />;

function Caption({
  book,
  plan,
  onDone,
}: {
  readonly book: ShelfBook;
  readonly plan: FoldedBook;
  readonly onDone: (done: Done) => void;
}) {
  const queries = useQueryClient();
  const [renaming, setRenaming] = useState<string>();
  const again = () => void queries.invalidateQueries({ queryKey: ['shelf'] });
  const copy = useMutation({
    mutationFn: (as: 'copy' | 'edition') => postJson<BookAnswer>(`/api/books/${book.id}/copy`, { as }),
    onSuccess: (made, as) => {
      again();
      onDone({ what: as, id: made.id, title: made.book.title, edition: made.book.edition });
    },
  });
  const remove = useMutation({
    mutationFn: () => postJson<BookAnswer>(`/api/books/${book.id}/bin`, {}),
    onSuccess: () => {
      again();
      void queries.invalidateQueries({ queryKey: ['bin'] });
      onDone({ what: 'removed', id: book.id, title: book.book.title, edition: book.book.edition });
    },
  });
  const rename = useMutation<BookAnswer, ApiFailure, string>({
    mutationFn: (title) =>
      postJson(`/api/books/${book.id}/revisions`, {
        expect: book.revision,
        window: windowId,
        command: { kind: 'rename', title },
      }),
    onSuccess: again,
    onError: again,
  });
  const missing = book.book.pages.filter(({ content, role }) => content === null && role !== 'blank').length;
  const settle = () => {
    if (renaming?.trim() && renaming.trim() !== book.book.title) rename.mutate(renaming.trim());
    setRenaming(undefined);
  };
  return (
    <>
      {renaming === undefined ? (
        <p className="font-title text-[1.05rem] font-bold leading-tight">{book.book.title}</p>
      ) : (
        <input
          autoFocus
          aria-label="New title"
          className="entry w-full"
          value={renaming}
          maxLength={200}
          onChange={(event) => setRenaming(event.target.value)}
          onBlur={settle}
          onKeyDown={(event) => {
            if (event.key === 'Enter') settle();
            if (event.key === 'Escape') setRenaming(undefined);
          }}
        />
      )}
      <p>
        {formWords(book.book.form.id).name}, {counted(formFacts(plan).pages, 'page')}
        {book.book.edition > 1 && `, ${ordinal(book.book.edition)} edition`}
      </p>
      <p className="text-quiet">
        {missing === 0
          ? 'every page filled'
          : missing === book.book.pages.length
            ? 'no pictures yet'
            : `${counted(missing, 'page')} to fill`}
      </p>
      <p className="mt-1 flex flex-wrap gap-x-3 gap-y-1">
        <button
          type="button"
          className="remedy min-h-6 text-sm"
          onClick={() => copy.mutate('copy')}
          disabled={copy.isPending}
          aria-label={`Copy ${book.book.title}`}
        >
          Copy
        </button>
        <button
          type="button"
          className="remedy min-h-6 text-sm"
          onClick={() => copy.mutate('edition')}
          disabled={copy.isPending}
          aria-label={`A new edition of ${book.book.title}`}
        >
          New edition
        </button>
        <button
          type="button"
          className="remedy min-h-6 text-sm"
          onClick={() => setRenaming(book.book.title)}
          aria-label={`Rename ${book.book.title}`}
        >
          Rename
        </button>
        <button
          type="button"
          className="remedy min-h-6 text-sm"
          onClick={() => remove.mutate()}
          disabled={remove.isPending}
          aria-label={`Remove ${book.book.title} into the bin`}
        >
          Remove
        </button>
      </p>
      {rename.isError && (
        <p role="alert" className="mt-1 text-sm text-blade">
          {rename.error.message}
        </p>
      )}
    </>
  );
}

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

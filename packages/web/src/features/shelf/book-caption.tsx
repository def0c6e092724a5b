import { useState } from 'react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { EllipsisHorizontalIcon } from '@heroicons/react/24/outline';
import type { BookAnswer, ShelfBook } from '@eight-up/core/contract/answers';
import { measureSize } from '@eight-up/core/units/measure';
import type { OnShelf } from '@eight-up/core/output/on-shelf';
import { nm } from '@eight-up/core/units/nm';
import { counted, ordinal } from '@eight-up/words/counted';
import { formWords } from '@eight-up/words/forms/registry';
import { postJson, type ApiFailure } from '../../base/api.ts';
import { useSettings } from '../../base/settings.ts';
import { handOver } from '../../outbox/hand-over.ts';
import { windowAside } from '../../outbox/window.ts';
import type { Done } from './what-happened.tsx';

/** A book's name, what it is, how far it is, and behind one button what can be done with it. */
export function BookCaption({
  book,
  looks,
  onDone,
}: {
  readonly book: ShelfBook;
  readonly looks: OnShelf;
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
        window: windowAside(),
        command: { kind: 'rename', title },
      }),
    onSuccess: async (saved) => {
      await handOver(saved);
      again();
    },
    onError: again,
  });
  const unit = useSettings((s) => s.unit);
  const { toFill } = looks;
  const settle = () => {
    if (renaming?.trim() && renaming.trim() !== book.book.title) rename.mutate(renaming.trim());
    setRenaming(undefined);
  };
  return (
    <>
      {renaming === undefined ? (
        <div className="flex items-start justify-between gap-1">
          <p className="min-w-0 font-title text-[1.05rem] font-bold leading-tight break-words">{book.book.title}</p>
          <Acts
            title={book.book.title}
            acts={[
              { name: 'Copy', run: () => copy.mutate('copy') },
              { name: 'New edition', run: () => copy.mutate('edition') },
              { name: 'Save as one file', run: () => saveAsFile(book.id, book.revision) },
              { name: 'Rename', run: () => setRenaming(book.book.title) },
              { name: 'Remove into the bin', run: () => remove.mutate() },
            ]}
            busy={copy.isPending || remove.isPending}
          />
        </div>
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
        {formWords(book.book.form.id).name}, {counted(looks.pages, 'page')}
      </p>
      {book.book.edition > 1 && <p className="font-semibold">{ordinal(book.book.edition)} edition</p>}
      <p className="measure">{measureSize(nm(looks.width), nm(looks.height), book.book.sheet.typedIn ?? unit)}</p>
      <p className="text-quiet">
        {toFill === 0
          ? 'every page filled'
          : toFill === looks.pages
            ? 'no pictures yet'
            : `${counted(toFill, 'page')} to fill`}
      </p>
      {rename.isError && (
        <p role="alert" className="mt-1 text-sm text-blade">
          {rename.error.message}
        </p>
      )}
    </>
  );
}

/** The book with its pictures and its history, as the Sheets stage saves it. */
function saveAsFile(id: string, revision: number): void {
  const link = document.createElement('a');
  link.href = `/api/books/${id}/book.zip?n=${revision}`;
  link.download = '';
  link.click();
}

function Acts({
  title,
  acts,
  busy,
}: {
  readonly title: string;
  readonly acts: readonly { readonly name: string; readonly run: () => void }[];
  readonly busy: boolean;
}) {
  return (
    <Menu as="div" className="relative shrink-0">
      <MenuButton
        className="grid size-7 shrink-0 place-items-center border border-transparent hover:border-ink hover:bg-paper active:translate-y-px data-open:border-ink data-open:bg-paper"
        aria-label={`What to do with ${title}`}
        aria-busy={busy}
        disabled={busy}
      >
        <EllipsisHorizontalIcon className="size-5" />
      </MenuButton>
      <MenuItems
        modal={false}
        className="absolute right-0 z-30 border border-ink bg-paper py-1 whitespace-nowrap outline-none"
      >
        {acts.map(({ name, run }) => (
          <MenuItem key={name}>
            <button
              type="button"
              className="block w-full px-4 py-1.5 text-left font-semibold data-focus:bg-choose-pale"
              onClick={run}
            >
              {name}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}

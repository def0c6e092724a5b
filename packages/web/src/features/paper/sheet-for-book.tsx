import { useState } from 'react';
import { sheetOfCorner, type BookKind, type Corner } from '@eight-up/core/cutting/sheet-becomes';
import { pagesPaper } from '@eight-up/core/document/document';
import type { Paper } from '@eight-up/core/paper/paper';
import { becomesWords } from '@eight-up/words/cutting';
import type { OpenBook } from '../../book/use-book.ts';
import { Becomes } from '../../paper/becomes.tsx';
import { withParts } from '../../paper/corner-parts.ts';
import { NoPaperYet } from './no-paper-yet.tsx';

/** "I have this paper": what it can become, for this book. */
export function SheetForBook({ book, papers }: { readonly book: OpenBook; readonly papers: readonly Paper[] }) {
  const [picked, setPicked] = useState<string>();
  const chosen = pagesPaper(book.book)?.paper.id;
  const paper = papers.find(({ id }) => id === (picked ?? chosen)) ?? papers[0];
  if (!paper)
    return (
      <NoPaperYet book={book}>
        The drawer is empty. Put in the paper you have, or begin with the book’s sheet.
      </NoPaperYet>
    );
  return (
    <div className="flex flex-col gap-2">
      <label className="max-w-md">
        <span className="block text-sm text-quiet">One sheet of</span>
        <select
          className="entry w-full py-[7px] font-title text-lg font-bold"
          value={paper.id}
          onChange={({ target }) => setPicked(target.value)}
        >
          {papers.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <Becomes
        paper={paper}
        manner={book.book.kit.manner}
        take={(corner, kind) => <Take book={book} paper={paper} corner={corner} kind={kind} />}
      />
    </div>
  );
}

function Take({
  book,
  paper,
  corner,
  kind,
}: {
  readonly book: OpenBook;
  readonly paper: Paper;
  readonly corner: Corner;
  readonly kind: BookKind;
}) {
  const [done, setDone] = useState<Corner>();
  const { form } = kind;
  const take = () => {
    if (form)
      book.change({
        kind: 'choose-form',
        // What the maker has set besides stays set.
        form: {
          id: form.id,
          parameters: { ...(book.book.form.id === form.id ? book.book.form.parameters : {}), ...form.parameters },
        },
        sheet: sheetOfCorner(corner, kind),
      });
    else book.change({ kind: 'set-kit', kit: withParts(book.book.kit, paper, corner, kind) });
    setDone(corner);
  };
  return (
    <>
      {!form && (
        <p className="mb-2 text-sm">
          Eight Up cannot plan the pages of this form yet; the pieces are kept as plain parts of this book, with a note.
        </p>
      )}
      <button type="button" className="action action-first w-full" onClick={take}>
        {form ? `Make this book a ${becomesWords(kind)} of this size` : 'Keep as parts of this book'}
      </button>
      {done === corner && (
        <p role="status" className="mt-1 text-sm">
          Done; undo takes it back.
        </p>
      )}
    </>
  );
}

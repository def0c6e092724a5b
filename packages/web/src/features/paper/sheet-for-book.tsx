import { useState } from 'react';
import {
  bookOfCorner,
  waysOfCorner,
  type BookKind,
  type Corner,
  type FromStrips,
} from '@eight-up/core/cutting/sheet-becomes';
import { pagesPaper } from '@eight-up/core/document/document';
import type { Paper } from '@eight-up/core/paper/paper';
import { becomesWords, fromStripsWords } from '@eight-up/words/cutting';
import type { OpenBook } from '../../book/use-book.ts';
import { Becomes } from '../../paper/becomes.tsx';
import { NoPaperYet } from './no-paper-yet.tsx';

/** "I have this paper": what it can become, for this book. */
export function SheetForBook({ book, papers }: { readonly book: OpenBook; readonly papers: readonly Paper[] }) {
  const [picked, setPicked] = useState<string>();
  const chosen = pagesPaper(book.book)?.paper.id;
  const isOwn = ({ sheet }: Paper) => sheet.width === book.book.sheet.width && sheet.height === book.book.sheet.height;
  // The paper that was taken; without one, a paper of the book's own sheet.
  const paper = papers.find(({ id }) => id === (picked ?? chosen)) ?? papers.find(isOwn) ?? papers[0];
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
        first={book.book.form}
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
  const take = (from: FromStrips) => {
    const { form, sheet } = bookOfCorner(paper.sheet, corner, kind, from);
    book.change({
      kind: 'choose-form',
      // What the maker has set besides stays set.
      form: {
        id: form.id,
        parameters: { ...(book.book.form.id === form.id ? book.book.form.parameters : {}), ...form.parameters },
      },
      sheet,
    });
    setDone(corner);
  };
  return (
    <>
      {waysOfCorner(corner, kind).map((from, i) => (
        <button
          key={from}
          type="button"
          className={`action w-full ${i === 0 ? 'action-first' : 'mt-2'}`}
          onClick={() => take(from)}
        >
          Make this book a {becomesWords(kind)} {fromStripsWords(corner, kind, from)}
        </button>
      ))}
      {done === corner && (
        <p role="status" className="mt-1 text-sm">
          Done; undo takes it back.
        </p>
      )}
    </>
  );
}

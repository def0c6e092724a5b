import { Link } from 'react-router';
import type { Printing } from '@eight-up/core/book/document';
import { gridOnParent } from '@eight-up/core/printing/on-parent';
import { flipForPass, type Printer } from '@eight-up/core/printing/printer';
import { counted } from '@eight-up/words/forms';
import { printerWords, putBackSentence } from '@eight-up/words/printers';
import type { OpenBook } from '../../book/use-book.ts';
import { PuttingBack } from '../../printing/pile-picture.tsx';
import { usePrinters } from '../../printing/use-printers.ts';
import { Choices } from '../../ui/choices.tsx';
import type { PrintingPanel } from './printing-panel.ts';

/** Printing front and back: what the printer does between them, or two passes by hand. */
export function BothFaces({ book, set }: PrintingPanel) {
  const { sheets } = book.plan.run.sheet;
  const { printer } = book.book.printing;
  return (
    <section aria-label="Front and back">
      <p className="text-sm text-quiet">{counted(sheets, 'sheet')}, both sides.</p>
      <div className="flex flex-wrap items-end gap-x-5">
        <Taken book={book} set={set} />
        {printer?.twoPass ? (
          <TwoPasses book={book} printer={printer} />
        ) : (
          <>
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
              <span className="block text-quiet">No duplex?</span>
              <Link className="remedy" to={`/books/${book.id}/feed`}>
                Find out how your printer feeds
              </Link>
            </p>
          </>
        )}
      </div>
    </section>
  );
}

/** Which of the maker's printers this book is printed on. */
function Taken({ book, set }: PrintingPanel) {
  const { printers, takeAway } = usePrinters();
  const { printer } = book.book.printing;
  if (printers.length === 0 && !printer) return null;
  const all = printer && !printers.some(({ id }) => id === printer.id) ? [printer, ...printers] : printers;
  const take = (id: string) => {
    const chosen = all.find((one) => one.id === id) ?? null;
    set({
      printer: chosen,
      ...(chosen ? { unprintable: chosen.unprintable } : {}),
      ...(chosen && chosen.duplex !== 'none' ? { flip: chosen.duplex } : {}),
    });
  };
  return (
    <div className="mb-1.5">
      <label className="block">
        <span className="block text-sm text-quiet">Printed on</span>
        <select className="entry py-[7px]" value={printer?.id ?? ''} onChange={({ target }) => take(target.value)}>
          <option value="">a printer that turns the sheet</option>
          {all.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}: {printerWords(one)}
            </option>
          ))}
        </select>
      </label>
      {printer && (
        <button
          type="button"
          className="text-sm text-quiet underline hover:text-ink"
          onClick={() => {
            takeAway.mutate({ id: printer.id, away: true });
            set({ printer: null });
          }}
        >
          I no longer have it
        </button>
      )}
    </div>
  );
}

/** The two files, and what is done with the pile between them. */
function TwoPasses({ book, printer }: { readonly book: OpenBook; readonly printer: Printer }) {
  const two = printer.twoPass!;
  const file = (query: string) => `/api/books/${book.id}/print.pdf?${query}&n=${book.revision}`;
  const { onto } = book.book.printing;
  const { sheet, run } = book.plan;
  // What goes through the printer is the paper that carries the sheets.
  const paper = onto ? (gridOnParent(sheet, onto, 0, run.sheet.sheets)?.paper ?? sheet) : sheet;
  const flip = flipForPass(paper, two);
  return (
    <div className="flex items-center gap-4">
      <div className="w-32">
        <PuttingBack move={two.move} />
      </div>
      <div className="max-w-md">
        <p className="text-sm">{putBackSentence(two)}</p>
        <p className="flex gap-4">
          <a className="remedy" href={file('pass=fronts')} target="_blank" rel="noreferrer">
            All fronts
          </a>
          <a
            className="remedy"
            href={file(`pass=backs&order=${two.order}&flip=${flip}`)}
            target="_blank"
            rel="noreferrer"
          >
            All backs
          </a>
        </p>
      </div>
    </div>
  );
}

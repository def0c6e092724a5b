import { Link } from 'react-router';
import type { Printing } from '@eight-up/core/book/document';
import { NAMED_SIZES } from '@eight-up/core/paper/sheet-size';
import { gridOnParent } from '@eight-up/core/printing/on-parent';
import type { Nm } from '@eight-up/core/units/nm';
import { flipForPass, type Printer } from '@eight-up/core/printing/printer';
import { counted } from '@eight-up/words/forms';
import { printerWords, putBackSentence } from '@eight-up/words/printers';
import type { OpenBook } from '../../book/use-book.ts';
import { PuttingBack } from '../../printing/pile-picture.tsx';
import { usePrinters } from '../../printing/use-printers.ts';
import { Choices } from '../../ui/choices.tsx';

interface BothFacesProps {
  readonly book: OpenBook;
  readonly set: (change: Partial<Printing>) => void;
}

/** Printing front and back: what the printer does between them, or two passes by hand. */
export function BothFaces({ book, set }: BothFacesProps) {
  const { sheets } = book.plan.run.sheet;
  const { printer } = book.book.printing;
  return (
    <section aria-label="Front and back">
      <h2 className="text-lg">
        Front and back{' '}
        <span className="font-text text-sm font-normal text-quiet">{counted(sheets, 'sheet')}, both sides</span>
      </h2>
      <div className="flex flex-wrap items-end gap-x-5">
        <Taken book={book} set={set} />
        <PrintedOnto book={book} set={set} />
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

/** Larger paper in the printer: as many folios as it holds, to be cut out and gathered. */
function PrintedOnto({ book, set }: BothFacesProps) {
  const { onto } = book.book.printing;
  const { sheet, run } = book.plan;
  const grid = (width: Nm, height: Nm) => gridOnParent(sheet, { width, height }, 0, run.sheet.sheets);
  const larger = NAMED_SIZES.filter(({ short, long }) => {
    const same = Math.min(sheet.width, sheet.height) === short && Math.max(sheet.width, sheet.height) === long;
    return !same && grid(short, long) !== undefined;
  });
  const chosen = onto && NAMED_SIZES.find(({ short, long }) => onto.width === short && onto.height === long);
  const held = onto ? grid(onto.width, onto.height) : undefined;
  return (
    <label className="mb-1.5 block">
      <span className="block text-sm text-quiet">
        Paper in the printer
        {held && `: ${counted(held.columns * held.rows, 'folio')} on each, cut and gather`}
      </span>
      <select
        className="entry py-[7px]"
        value={onto ? (chosen?.id ?? 'own') : ''}
        onChange={({ target }) => {
          const size = NAMED_SIZES.find(({ id }) => id === target.value);
          set({ onto: size ? { width: size.short, height: size.long } : null });
        }}
      >
        <option value="">just the sheet</option>
        {onto && !chosen && <option value="own">another size</option>}
        {larger.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Which of the maker's printers this book is printed on. */
function Taken({ book, set }: BothFacesProps) {
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

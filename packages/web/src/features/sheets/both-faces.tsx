import { areSheetsOf } from '@eight-up/core/printing/sheet-ranges';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Printing } from '@eight-up/core/document/printing';
import { flipForPass } from '@eight-up/core/printer/printer';
import type { TwoPass } from '@eight-up/core/printer/feed-rehearsal';
import { counted } from '@eight-up/words/counted';
import { measuredSentence, printerWords, putBackSentence } from '@eight-up/words/printers';
import { useSettings } from '../../base/settings.ts';
import { runWords, usePassFiles } from '../../book/print-passes.tsx';
import type { OpenBook } from '../../book/use-book.ts';
import { PuttingBack } from '../../printing/pile-picture.tsx';
import { usePrinters } from '../../printing/use-printers.ts';
import { Choices } from '../../ui/choices.tsx';
import type { PrintingPanel } from './printing-panel.ts';

/** Printing front and back: what the printer does between them, or two passes by hand. */
export function BothFaces({ book, set }: PrintingPanel) {
  const sheets = book.plan.run.laid.sheets.length;
  const unit = useSettings((s) => s.unit);
  const { printer } = book.book.printing;
  const corrected = printer ? measuredSentence(printer, unit) : undefined;
  return (
    <section aria-label="Front and back">
      <p className="text-sm text-quiet">
        {counted(sheets, 'sheet')}, both sides. {runWords(book)}
        {corrected && ` ${corrected}`}
      </p>
      <div className="flex flex-wrap items-end gap-x-5">
        <PrinterTaken book={book} set={set} />
        {printer?.twoPass ? (
          <TwoPasses book={book} two={printer.twoPass} />
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
        <PrintAgain book={book} />
      </div>
    </section>
  );
}

/** Sheets spoiled, jammed or fed two at once: only those, for both passes or for a printer that turns them. */
function PrintAgain({ book }: { readonly book: OpenBook }) {
  const [text, setText] = useState('');
  const sheets = book.plan.run.laid.sheets.length;
  const { printer } = book.book.printing;
  const asked = text.trim();
  const wrong = asked !== '' && !areSheetsOf(asked, sheets);
  if (sheets < 2) return null;
  const file = (query: string) =>
    `/api/books/${book.id}/print.pdf?sheets=${encodeURIComponent(asked)}${query}&n=${book.revision}`;
  const two = printer?.twoPass;
  const files = two
    ? [
        ['fronts', '&pass=fronts'],
        ['backs', `&pass=backs&order=${two.order}&flip=${flipOf(book, two)}`],
      ]
    : [['those sheets', '']];
  return (
    <div className="mb-1.5">
      <label className="block text-sm text-quiet">
        Only some sheets, spoiled ones again
        <input
          className="entry measure block w-32"
          value={text}
          placeholder="2, 4-5"
          aria-invalid={wrong}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      {wrong ? (
        <p role="alert" className="max-w-52 text-sm text-blade">
          Numbers and ranges of sheets 1 to {sheets}, such as 2, 4-5.
        </p>
      ) : (
        asked !== '' && (
          <p className="flex gap-3 text-sm">
            {files.map(([name, query]) => (
              <a key={name} className="remedy" href={file(query!)} target="_blank" rel="noreferrer">
                {name}
              </a>
            ))}
          </p>
        )
      )}
    </div>
  );
}

const flipOf = ({ plan, derived }: OpenBook, two: TwoPass) => flipForPass(derived.layout?.paper ?? plan.sheet, two);

/** Which of the maker's printers this book is printed on. */
export function PrinterTaken({ book, set }: PrintingPanel) {
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
        <select
          className="entry max-w-72 py-[7px]"
          value={printer?.id ?? ''}
          onChange={({ target }) => take(target.value)}
        >
          <option value="">a printer that turns the sheet</option>
          {all.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}: {printerWords(one)}
            </option>
          ))}
        </select>
      </label>
      {printer && (
        <p className="flex gap-3 text-sm">
          <Link className="remedy" to={`/books/${book.id}/feed`}>
            Rehearse or measure it
          </Link>
          <button
            type="button"
            className="text-sm quiet-remedy"
            onClick={() => {
              takeAway.mutate({ id: printer.id, away: true });
              set({ printer: null });
            }}
          >
            I no longer have it
          </button>
        </p>
      )}
    </div>
  );
}

/** The two files, and what is done with the pile between them. */
function TwoPasses({ book, two }: { readonly book: OpenBook; readonly two: TwoPass }) {
  const [print, dummy] = [usePassFiles(book, two, 'print'), usePassFiles(book, two, 'dummy')];
  const links = [
    ['All fronts', print.fronts],
    ['All backs', print.backs],
    ['fronts of the dummy', dummy.fronts],
    ['backs of the dummy', dummy.backs],
  ] as const;
  return (
    <div className="flex items-center gap-4">
      <div className="w-32">
        <PuttingBack move={two.move} />
      </div>
      <div className="max-w-md">
        <p className="text-sm">{putBackSentence(two)}</p>
        <p className="flex flex-wrap gap-x-4">
          {links.map(([name, href]) => (
            <a key={name} className="remedy" href={href} target="_blank" rel="noreferrer">
              {name}
            </a>
          ))}
        </p>
      </div>
    </div>
  );
}

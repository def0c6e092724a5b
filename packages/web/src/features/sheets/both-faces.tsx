import { useState } from 'react';
import { Link } from 'react-router';
import type { Printing } from '@eight-up/core/book/document';
import { flipForPass, type Printer } from '@eight-up/core/printing/printer';
import { sheetsForEdition } from '@eight-up/core/cutting/kit';
import { papersForEdition } from '@eight-up/core/printing/print-layout';
import type { TwoPass } from '@eight-up/core/printing/feed-rehearsal';
import { counted } from '@eight-up/words/forms';
import { measuredSentence, printerWords, putBackSentence } from '@eight-up/words/printers';
import { useSettings } from '../../app/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { PuttingBack } from '../../printing/pile-picture.tsx';
import { usePrinters } from '../../printing/use-printers.ts';
import { Choices } from '../../ui/choices.tsx';
import type { PrintingPanel } from './printing-panel.ts';

/** Printing front and back: what the printer does between them, or two passes by hand. */
export function BothFaces({ book, set }: PrintingPanel) {
  const { sheets } = book.plan.run.sheet;
  const unit = useSettings((s) => s.unit);
  const { kit } = book.book;
  const { printer, onto } = book.book.printing;
  const { layout } = book;
  const edition = sheetsForEdition(book.plan, kit);
  const corrected = printer ? measuredSentence(printer, unit) : undefined;
  return (
    <section aria-label="Front and back">
      <p className="text-sm text-quiet">
        {counted(sheets, 'sheet')}, both sides; {kit.copies === 1 ? 'one copy' : `${kit.copies} copies`}:{' '}
        {edition.copies}, <b>{edition.withSpares} with spares</b>
        {onto &&
          layout &&
          `; on larger paper ${papersForEdition(layout, kit).copies}, ${papersForEdition(layout, kit).withSpares} with spares${layout.runs > 1 ? `: print the file ${layout.runs} times` : ''}`}
        .{corrected && ` ${corrected}`}
      </p>
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
        <PrintAgain book={book} />
      </div>
    </section>
  );
}

/** Sheets spoiled, jammed or fed two at once: only those, for both passes or for a printer that turns them. */
function PrintAgain({ book }: { readonly book: OpenBook }) {
  const [text, setText] = useState('');
  const { sheets } = book.plan.run.sheet;
  const { printer } = book.book.printing;
  const asked = text.trim();
  const wrong = asked !== '' && !sheetsIn(asked, sheets);
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

/** Whether a text names sheets that there are. */
const sheetsIn = (text: string, sheets: number): boolean =>
  text.split(',').every((range) => {
    const [, from, to] = /^\s*(\d+)\s*(?:[-–]\s*(\d+))?\s*$/.exec(range) ?? [];
    return from !== undefined && Number(from) >= 1 && Number(from) <= sheets && Number(to ?? from) >= Number(from);
  });

const flipOf = ({ plan, layout }: OpenBook, two: TwoPass) => flipForPass(layout?.paper ?? plan.sheet, two);

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
            className="text-sm text-quiet underline hover:text-ink"
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
function TwoPasses({ book, printer }: { readonly book: OpenBook; readonly printer: Printer }) {
  const two = printer.twoPass!;
  const file = (query: string) => `/api/books/${book.id}/print.pdf?${query}&n=${book.revision}`;
  const unit = useSettings((s) => s.unit);
  const dummy = (query: string) => `/api/books/${book.id}/dummy.pdf?${query}&unit=${unit}&n=${book.revision}`;
  const flip = flipOf(book, two);
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
          <span className="text-quiet">of the dummy:</span>
          <a className="remedy" href={dummy('pass=fronts')} target="_blank" rel="noreferrer">
            fronts
          </a>
          <a
            className="remedy"
            href={dummy(`pass=backs&order=${two.order}&flip=${flipForPass(book.plan.sheet, two)}`)}
            target="_blank"
            rel="noreferrer"
          >
            backs
          </a>
        </p>
      </div>
    </div>
  );
}

import { rehearsedSentence } from '@eight-up/words/printers';
import { useEffect, useMemo, useState } from 'react';
import type { DeviceBehaviour } from '@eight-up/core/printer/device';
import type { TwoPass } from '@eight-up/core/printer/feed-rehearsal';
import type { PrintLayout } from '@eight-up/core/printing/print-layout';
import { printFiles, readPrinted, type ShownPage } from '@eight-up/core/pagination/printed-book';
import { flipForPass } from '@eight-up/core/printer/printer';
import { useOpenBook, type OpenBook } from '../../book/use-book.ts';
import { pageBox } from '@eight-up/core/output/page-face';
import { Choices } from '../../ui/choices.tsx';

type Fault = 'none' | 'jam' | 'double';

interface BookOnStandInProps {
  readonly device: DeviceBehaviour;
  readonly twoPass: TwoPass;
}

/** Pages of a file as pictures. */
type Drawn = Readonly<Record<string, string>>;

const SIZE = 520;

/** Prints the book's own two files on the stand-in, the pile put back as it was told, and shows the book that it folds into. */
export function BookOnStandIn(props: BookOnStandInProps) {
  const book = useOpenBook();
  // A paper that holds no sheet is told among the checks.
  return book.derived.layout ? <Printed {...props} book={book} layout={book.derived.layout} /> : null;
}

function Printed({
  device,
  twoPass,
  book,
  layout,
}: BookOnStandInProps & { readonly book: OpenBook; readonly layout: PrintLayout }) {
  const [fault, setFault] = useState<Fault>('none');
  const [printing, setPrinting] = useState(false);
  const { papers } = layout;
  const out = useMemo(() => {
    const half = Math.floor(papers / 2);
    return printFiles(device, papers, twoPass, {
      ...(fault === 'jam' ? { jamAt: half } : {}),
      ...(fault === 'double' ? { doubleFeedAt: half } : {}),
    });
  }, [device, papers, twoPass, fault]);
  const shown = useMemo(
    () => readPrinted(book.plan, layout, out.pile, twoPass),
    [book.plan, layout, out.pile, twoPass],
  );
  const drawn = useFilePages(book, twoPass, layout, printing);
  const done = Object.keys(drawn).length;
  return (
    <section aria-label="This book on the stand-in" className="mt-4 border-t border-bench-deep pt-3">
      <h3 className="text-base">This book, printed so</h3>
      <Choices<Fault>
        label="On the way"
        value={fault}
        onChange={setFault}
        choices={[
          { value: 'none', name: 'all goes well' },
          { value: 'jam', name: 'a jam' },
          { value: 'double', name: 'two sheets at once' },
        ]}
      />
      {!printing ? (
        <button type="button" className="action" onClick={() => setPrinting(true)}>
          Print both files and fold
        </button>
      ) : done < 2 * papers ? (
        <p role="status">
          Printing page {done + 1} of {2 * papers} …{' '}
          <button type="button" className="remedy" onClick={() => setPrinting(false)}>
            Stop
          </button>
        </p>
      ) : (
        <>
          <p role="status" className="font-semibold">
            {rehearsedSentence(
              shown.flatMap(({ right }, page) => (right ? [] : [book.derived.names[page]!])),
              out.lost.length,
            )}
          </p>
          <ol aria-label="The book that it folds into" className="mt-1 flex max-h-96 flex-wrap gap-2 overflow-auto">
            {book.plan.reading.views.map(({ left, right }, i) => (
              <li key={i} className="flex border border-ink bg-shade">
                {[left, right].map((page, side) =>
                  page === null ? null : (
                    <PrintedPage key={side} book={book} page={page} shown={shown[page]!} drawn={drawn} />
                  ),
                )}
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

/** Draws the pages of both files one after another, as long as it is wanted. */
function useFilePages(book: OpenBook, twoPass: TwoPass, { paper, papers }: PrintLayout, wanted: boolean): Drawn {
  const [drawn, setDrawn] = useState<Drawn>({});
  const flip = flipForPass(paper, twoPass);
  const { id, revision } = book;
  const { order } = twoPass;
  useEffect(() => {
    setDrawn({});
    if (!wanted) return;
    let current = true;
    const made: string[] = [];
    const file = (query: string) => `/api/books/${id}/print.pdf?${query}&n=${revision}`;
    void (async () => {
      const { drawPdfPage } = await import('../../pictures/pdf-pages.ts');
      for (const [letter, url] of [
        ['f', file('pass=fronts')],
        ['b', file(`pass=backs&order=${order}&flip=${flip}`)],
      ] as const)
        for (let k = 0; k < papers && current; k++) {
          const picture = await drawPdfPage(url, k, SIZE).catch(() => '');
          made.push(picture);
          if (current) setDrawn((before) => ({ ...before, [`${letter}${k}`]: picture }));
          else URL.revokeObjectURL(picture);
        }
    })();
    return () => {
      current = false;
      made.forEach((picture) => URL.revokeObjectURL(picture));
    };
  }, [id, revision, order, flip, papers, wanted]);
  return drawn;
}

/** A page of the folded book: the window of the print that came to lie there. */
function PrintedPage({
  book,
  page,
  shown: { print, right, window, quarterTurns },
  drawn,
}: {
  readonly book: OpenBook;
  readonly page: number;
  readonly shown: ShownPage;
  readonly drawn: Drawn;
}) {
  const { width, height } = pageBox(book.setting, page);
  const size = { height: 92, width: Math.round((92 * width) / height) };
  const lying = quarterTurns % 2 === 1;
  const url = print === undefined ? undefined : drawn[print];
  const label = `Page ${book.derived.names[page]}: ${print === undefined ? 'bare paper' : right ? 'as it should be' : 'wrong print'}`;
  return (
    <div
      role="img"
      aria-label={label}
      className={`relative overflow-hidden bg-paper ${right ? '' : 'outline-3 -outline-offset-3 outline-blade'}`}
      style={size}
    >
      {url ? (
        <div
          className="absolute left-1/2 top-1/2"
          style={{
            width: lying ? size.height : size.width,
            height: lying ? size.width : size.height,
            transform: `translate(-50%, -50%) rotate(${quarterTurns * 90}deg)`,
            backgroundImage: `url(${url})`,
            backgroundSize: `${100 / window.width}% ${100 / window.height}%`,
            backgroundPosition: `${percent(window.left, window.width)} ${percent(window.top, window.height)}`,
          }}
        />
      ) : (
        <span className="flex size-full items-center justify-center text-sm text-blade">bare</span>
      )}
      <span className="absolute bottom-0 left-0 bg-paper/85 px-1 text-xs">{book.derived.names[page]}</span>
    </div>
  );
}

/** A background's place is told by the share of what is over. */
const percent = (from: number, extent: number): string => `${extent >= 1 ? 0 : (from / (1 - extent)) * 100}%`;

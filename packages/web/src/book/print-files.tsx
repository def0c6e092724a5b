import { useSearchParams } from 'react-router';
import { largestSheet } from '@eight-up/core/folding/laid-paper';
import { NAMED_SIZES } from '@eight-up/core/paper/sheet-size';
import type { Action } from '../actions/action.ts';
import { MadeLink } from '../makings/made-link.tsx';
import { openMade } from '../makings/makings.ts';
import { useSettings } from '../base/settings.ts';
import { useAddress } from '../ui/use-address.ts';
import { passesOf, PrintPasses, runWords } from './print-passes.tsx';
import type { OpenBook } from './use-book.ts';

interface FileLink {
  readonly id: string;
  readonly title: string;
  readonly keys: string;
  readonly href: string;
}

function useFileLinks(book: OpenBook): readonly FileLink[] {
  const unit = useSettings((s) => s.unit);
  const base = `/api/books/${book.id}`;
  // The revision in the address keeps a browser from showing yesterday's file.
  const at = `n=${book.revision}`;
  const of = useSheetQuery(book);
  return [
    { id: 'dummy', title: 'Numbered dummy', keys: 'D', href: `${base}/dummy.pdf?unit=${unit}&${at}` },
    { id: 'print', title: 'Print file', keys: 'P', href: `${base}/print.pdf?${at}` },
    { id: 'lines', title: 'Lines for a cutter', keys: 'L', href: `${base}/lines.svg?${at}${of}` },
  ];
}

/** Of forms with several sheets the lines are those of the sheet that is shown. */
function useSheetQuery(book: OpenBook): string {
  const [search] = useSearchParams();
  const sheet = Number(search.get('sheet'));
  return sheet >= 1 && sheet <= book.plan.run.laid.sheets.length ? `&sheet=${sheet}` : '';
}

/** The same in other open formats, for other tools. */
const MORE_FILES = [
  { name: 'DXF', path: 'lines.dxf', ofSheet: true },
  { name: 'FOLD', path: 'creases.fold', ofSheet: true },
  { name: 'CSV', path: 'pages.csv', ofSheet: false },
  { name: 'Markdown', path: 'pages.md', ofSheet: false },
] as const;

/** Files to print, cut and fold: the dummy first. */
export function PrintFiles({ book }: { readonly book: OpenBook }) {
  const of = useSheetQuery(book);
  const [address, setAddress] = useAddress();
  const two = passesOf(book);
  const inTwo = (['print', 'dummy'] as const).find((id) => inPasses(id).print === address.get('print'));
  return (
    <nav aria-label="Files" className="flex flex-col gap-2">
      {useFileLinks(book).map(({ id, title, keys, href }) =>
        two && isPrinted(id) ? (
          <button
            key={id}
            type="button"
            className={`action ${id === 'print' ? 'action-first' : ''}`}
            onClick={() => setAddress(inPasses(id))}
          >
            {title}, front and back <span className="key">{keys}</span>
          </button>
        ) : (
          <FileToOpen key={id} link={{ id, title, keys, href }} />
        ),
      )}
      <LargeDummies book={book} />
      <p className="text-sm">{runWords(book)}</p>
      {two && inTwo && <PrintPasses book={book} two={two} of={inTwo} onClose={() => setAddress({ print: null })} />}
      <p className="flex flex-wrap gap-x-3 text-sm">
        <span className="text-quiet">Also as</span>
        {MORE_FILES.map(({ name, path, ofSheet }) => (
          <a
            key={path}
            className="remedy"
            href={`/api/books/${book.id}/${path}?n=${book.revision}${ofSheet ? of : ''}`}
            download
          >
            {name}
          </a>
        ))}
      </p>
      <a className="remedy self-start" href={`/api/books/${book.id}/book.zip`} download>
        Save the whole book as one file
      </a>
      {book.revision > 0 && (
        <a className="quiet-remedy self-start text-sm" href={`/api/books/${book.id}/book.zip?history=without`} download>
          The same without its history
        </a>
      )}
      <p className="text-sm text-quiet">
        Dummy first, on cheap paper. Print at 100 %, never “fit to page”; the bar on the dummy shows whether it worked.
      </p>
    </nav>
  );
}

/** Lines are there at once; what goes through a printer is made first. */
function FileToOpen({ link: { id, title, keys, href } }: { readonly link: FileLink }) {
  const look = `action ${id === 'print' ? 'action-first' : ''}`;
  const said = (
    <>
      {title} <span className="key">{keys}</span>
    </>
  );
  return id === 'lines' ? (
    <a className={look} href={href} target="_blank" rel="noreferrer">
      {said}
    </a>
  ) : (
    <MadeLink className={look} href={href} title={title}>
      {said}
    </MadeLink>
  );
}

/** What a home printer takes, by the unit in use. */
const HOME_PAPERS = { mm: 'a4', in: 'letter' } as const;

/** Whether a home printer of either kind takes a sheet as it is. */
const fitsAtHome = ({ width, height }: { readonly width: number; readonly height: number }): boolean =>
  NAMED_SIZES.filter(({ id }) => Object.values<string>(HOME_PAPERS).includes(id)).some(
    ({ short, long }) => Math.max(width, height) <= long && Math.min(width, height) <= short,
  );

/** Of a sheet larger than a home printer's paper, the dummy also made smaller, or at its size over several pages. */
function LargeDummies({ book }: { readonly book: OpenBook }) {
  const unit = useSettings((s) => s.unit);
  const home = NAMED_SIZES.find(({ id }) => id === HOME_PAPERS[unit])!;
  const largest = largestSheet(book.plan.run.laid);
  if (fitsAtHome(largest)) return null;
  const address = (how: string) => `/api/books/${book.id}/dummy.pdf?unit=${unit}&size=${how}&n=${book.revision}`;
  return (
    <p className="flex flex-wrap gap-x-3 text-sm">
      <span className="text-quiet">On {home.name}, the dummy:</span>
      <MadeLink className="remedy" href={address('reduced')} title="Numbered dummy, made smaller">
        made smaller
      </MadeLink>
      <MadeLink className="remedy" href={address('tiled')} title="Numbered dummy, in parts">
        full size, in parts
      </MadeLink>
      <MadeLink
        className="remedy"
        href={`/api/books/${book.id}/print.pdf?unit=${unit}&tiles=${HOME_PAPERS[unit]}&n=${book.revision}`}
        title="Print file, in parts"
      >
        the print file, in parts
      </MadeLink>
    </p>
  );
}

/** What both faces of go through the printer: with a printer that is fed twice, in two passes. */
const isPrinted = (id: string): id is 'print' | 'dummy' => id === 'print' || id === 'dummy';

/** The two passes have an address of their own, so that the key and the button open the same. */
const inPasses = (of: 'print' | 'dummy') => ({ print: of === 'print' ? 'passes' : 'dummy-passes' });

export function usePrintActions(book: OpenBook): readonly Action[] {
  const [, setAddress] = useAddress();
  const two = passesOf(book);
  return useFileLinks(book).map(({ id, title, keys, href }) => ({
    id,
    title,
    keys,
    run: () => {
      if (two && isPrinted(id)) setAddress(inPasses(id));
      else if (id === 'lines') window.open(href, '_blank', 'noopener');
      else void openMade(href, title);
    },
  }));
}

import { Link } from 'react-router';
import type { Check } from '@eight-up/core/checks/checks';
import { checkWords } from '@eight-up/words/checks';
import type { OpenBook } from './use-book.ts';

/** What needs settling: the reason first, then what would be right, then the remedy as a verb. */
export function ChecksSlip({ book }: { readonly book: OpenBook }) {
  const { checks } = book;
  return (
    <section aria-label="Checks" className="slip min-h-0 overflow-auto p-4">
      <h2 className="text-lg">
        {checks.length === 0
          ? 'Nothing to settle'
          : checks.length === 1
            ? '1 thing to settle'
            : `${checks.length} things to settle`}
      </h2>
      {checks.length === 0 && (
        <p className="mt-1 text-quiet">Print the numbered dummy first, on cheap paper, and fold it.</p>
      )}
      <ul>
        {checks.map((check, i) => {
          const { reason, remedy } = checkWords(check, book.book, book.names);
          return (
            <li
              key={i}
              className="mt-2 border-t border-bench-deep pt-2 text-[0.93rem] leading-snug"
              data-weight={check.weight}
            >
              <p className={check.weight === 'settle' ? 'font-semibold' : ''}>{reason}</p>
              <p className="text-quiet">{remedy}</p>
              <Remedy check={check} book={book} />
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Remedy({ check, book }: { readonly check: Check; readonly book: OpenBook }) {
  const base = `/books/${book.id}`;
  switch (check.code) {
    case 'pages-missing':
    case 'original-lost':
      return (
        <Link className="remedy" to={`${base}/pages?page=${check.pages[0]! + 1}`}>
          Go to page {book.names[check.pages[0]!]}
        </Link>
      );
    case 'resolution-low':
      return (
        <Link className="remedy" to={`${base}/pages?page=${check.pages[0]! + 1}`}>
          Show page {book.names[check.pages[0]!]}
        </Link>
      );
    case 'in-unprintable-margin':
      // Already shrunk as far as pages are: only smaller margins or a larger sheet help.
      if (book.book.printing.margin === 'shrink') {
        return (
          <Link className="remedy" to={`${base}/sheets`}>
            Look at the printer’s margins
          </Link>
        );
      }
      return (
        <button
          type="button"
          className="remedy"
          onClick={() => book.change({ kind: 'set-printing', printing: { ...book.book.printing, margin: 'shrink' } })}
        >
          Shrink the pages
        </button>
      );
    case 'grain-across-spine':
    case 'grain-unknown':
      return (
        <Link className="remedy" to={`${base}/form`}>
          Look at the sheet
        </Link>
      );
    case 'tray-waiting':
      return book.book.pages.includes(null) ? (
        <button type="button" className="remedy" onClick={() => book.change({ kind: 'fill-from-tray' })}>
          Fill the empty pages
        </button>
      ) : (
        <Link className="remedy" to={`${base}/pages`}>
          Look at the tray
        </Link>
      );
  }
}

import { changedCheckWords, changedFigureWords } from '@eight-up/words/edition-changes';
import { ordinal } from '@eight-up/words/counted';
import { useSettings } from '../../base/settings.ts';
import { useOpenBook } from '../../book/use-book.ts';
import { useEditionChanges } from './use-edition-changes.ts';

/** What is otherwise than in the edition before, each with its reason. */
export function Edition() {
  const book = useOpenBook();
  const settings = useSettings();
  const { changes, isPending, error } = useEditionChanges(book);
  const { edition } = book.book;
  if (edition === 1)
    return (
      <main className="px-9 py-5">
        <p className="slip max-w-xl p-5">
          This is the first edition. A new edition is begun on the shelf, behind the book’s button: then what changes
          stands here.
        </p>
      </main>
    );
  const nothing = changes && changes.figures.length === 0 && changes.checks.length === 0;
  return (
    <main className="grow px-9 py-5">
      <h2 className="text-2xl">
        The {ordinal(edition)} edition against the {ordinal(edition - 1)}
      </h2>
      {error && <p role="alert">{error}</p>}
      {isPending && !changes && <p role="status">Setting them beside one another …</p>}
      {nothing && <p className="mt-2">Nothing that a rule or a purse would notice is otherwise.</p>}
      {changes && changes.figures.length > 0 && (
        <table aria-busy={isPending} className="slip mt-3 w-full max-w-4xl [&_td]:px-3 [&_th]:px-3">
          <caption className="sr-only">What is otherwise</caption>
          <thead>
            <tr className="text-left text-sm text-quiet">
              <th className="font-normal">what</th>
              <th className="font-normal">{ordinal(edition - 1)} edition</th>
              <th className="font-normal">{ordinal(edition)} edition</th>
              <th className="font-normal">why</th>
            </tr>
          </thead>
          <tbody>
            {changes.figures.map((one) => {
              const { what, before, now, why } = changedFigureWords(one, changes.paper, settings);
              return (
                <tr key={one.figure} className="border-t border-bench-deep align-baseline">
                  <th scope="row" className="py-1 pr-4 text-left font-semibold">
                    {what}
                  </th>
                  <td className="measure py-1 pr-4 text-quiet">{before}</td>
                  <td className="measure py-1 pr-4 font-semibold">{now}</td>
                  <td className="py-1 text-sm">{why}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {changes && changes.checks.length > 0 && (
        <section aria-label="To settle" className="slip mt-5 max-w-4xl p-3">
          <h3 className="text-lg">To settle, and settled</h3>
          <ul>
            {changes.checks.map((one) => (
              <li key={`${one.is} ${one.check.code}`} className="border-t border-bench-deep py-1">
                <span className={one.is === 'new' ? 'font-semibold' : 'text-quiet'}>
                  {changedCheckWords(one, book.book, book.derived.names, changes.paper, settings)}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="mt-4 max-w-2xl text-sm text-quiet">
        The edition before is this book as it was begun. Measures are reckoned for both alike; what you measured of a
        finished block stands on the Bind stage.
      </p>
    </main>
  );
}

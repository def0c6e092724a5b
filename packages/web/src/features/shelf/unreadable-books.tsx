import { Link } from 'react-router';
import type { UnreadableBook } from '@eight-up/core/contract/answers';

/** Books whose documents are damaged: none of the others is the worse for it. */
export function UnreadableBooks({ books }: { readonly books: readonly UnreadableBook[] }) {
  if (books.length === 0) return null;
  return (
    <section
      aria-label="Books that cannot be read"
      className="mb-6 max-w-3xl border-l-8 border-blade bg-paper px-4 py-2.5"
    >
      <ul>
        {books.map(({ id, title, savedAt }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-4 py-0.5">
            <span className="grow">
              {title === null ? 'A book' : `“${title}”`}, last saved on {new Date(savedAt).toLocaleDateString()}, is
              damaged where it is stored and cannot be opened.
            </span>
            <a className="remedy" href={`/api/books/${id}/rescue.txt`} download>
              Keep its rescue file
            </a>
          </li>
        ))}
      </ul>
      <p>
        <Link className="remedy" to="/safekeeping">
          Look through the folder
        </Link>{' '}
        — a backup and the changes since may put {books.length === 1 ? 'it' : 'them'} together again.
      </p>
    </section>
  );
}

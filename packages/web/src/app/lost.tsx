import { useRouteError } from 'react-router';

/** Nothing at this address, or a screen that broke: what was kept, and the way back. */
export function Lost() {
  const error = useRouteError();
  return (
    <main className="mx-auto max-w-xl p-16">
      <h1 className="text-4xl">{error ? 'This screen came apart' : 'Nothing is kept here'}</h1>
      <p className="my-4">
        {error
          ? 'Your books are safe: everything up to the last change is saved. Go back to the shelf and open the book again.'
          : 'The address leads nowhere. Your books are on the shelf.'}
      </p>
      <a className="action action-first" href="/">
        To the shelf
      </a>
    </main>
  );
}

import type { BookMoved } from '@eight-up/core/contract/answers';
import type { ApiFailure } from '../base/api.ts';
import { BookOutbox, type Keeping } from './book-outbox.ts';
import { network } from './network.ts';
import type { Waiting } from './outbox.ts';
import { windowId } from './window.ts';

type Told = BookMoved & { readonly book: string };

const outboxes = new Map<string, BookOutbox<ApiFailure>>();

/** Windows of one browser tell each other of every change at once; windows elsewhere are noticed when either saves. */
const channel = new BroadcastChannel('eight-up-books');
channel.addEventListener('message', ({ data: { book, ...moved } }: MessageEvent<Told>) =>
  outboxes.get(book)?.hears(moved),
);

const keyOf = (book: string): string => `eight-up-waits ${book}`;
const keeping: Keeping = {
  read: (book) => {
    const kept = sessionStorage.getItem(keyOf(book));
    return kept === null ? undefined : (JSON.parse(kept) as { revision: number; waiting: readonly Waiting[] });
  },
  write: (book, kept) => {
    if (!kept) sessionStorage.removeItem(keyOf(book));
    else
      try {
        sessionStorage.setItem(keyOf(book), JSON.stringify(kept));
      } catch {
        // There is no room for it: it waits all the same, as long as the window is open.
      }
  },
};

/** The outbox of a book: one in this window, whatever it shows. */
export function outboxOf(book: string): BookOutbox<ApiFailure> {
  const known = outboxes.get(book);
  if (known) return known;
  const made = new BookOutbox<ApiFailure>(book, {
    network,
    keeping,
    window: windowId(),
    tell: (of, moved) => channel.postMessage({ book: of, ...moved } satisfies Told),
    later: (ms, act) => void setTimeout(act, ms),
  });
  outboxes.set(book, made);
  return made;
}

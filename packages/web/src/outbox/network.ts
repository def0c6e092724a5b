import type { BookAnswer, HistoryAnswer } from '@eight-up/core/contract/answers';
import { ApiFailure, getJson, postJson, postText } from '../base/api.ts';
import type { Network, Sent } from './book-outbox.ts';
import type { Act } from './outbox.ts';

const addressOf = (book: string): string => `/api/books/${encodeURIComponent(book)}`;

/** The server as it is asked over HTTP. */
export const network: Network<ApiFailure> = {
  fetch: (book) => getJson<BookAnswer>(addressOf(book)),
  fetchAt: (book, n) => getJson<BookAnswer>(`${addressOf(book)}/at/${n}`),
  authorOf: async (book, n) => {
    const { entries } = await getJson<HistoryAnswer>(`${addressOf(book)}/history?before=${n + 1}&limit=1`);
    return entries.find((entry) => entry.n === n)?.window;
  },
  copy: async (book, from, acts) => {
    const commands = acts.flatMap((act) => (act.kind === 'command' ? [act.command] : []));
    return (await postJson<BookAnswer>(`${addressOf(book)}/copy`, { from, with: commands })).id;
  },
  send: async (book, act, author): Promise<Sent<ApiFailure>> => {
    try {
      return { kind: 'acknowledged', answer: await sent(addressOf(book), act, author) };
    } catch (error) {
      const failure = error instanceof ApiFailure ? error : new ApiFailure('internal', String(error));
      if (failure.code === 'offline') return { kind: 'unanswered', failure };
      if (failure.code !== 'book-changed-elsewhere') return { kind: 'refused', failure };
      const { newest, by } = failure.problem as { readonly newest: number; readonly by: string | null };
      return { kind: 'overtaken', by: { revision: newest, window: by ?? '' }, failure };
    }
  },
};

type Author = { readonly expect: number; readonly window: string };

function sent(address: string, act: Act, author: Author): Promise<BookAnswer> {
  switch (act.kind) {
    case 'command':
      return postJson(`${address}/revisions`, { ...author, command: act.command, act: act.act });
    case 'undo':
    case 'redo':
      return postJson(`${address}/${act.kind}`, author);
    case 'go-back':
      return postJson(`${address}/go-back`, { ...author, to: act.to });
    case 'arrange': {
      const bytes = Uint8Array.from(atob(act.csv), (sign) => sign.charCodeAt(0));
      return postText(`${address}/pages.csv?expect=${author.expect}&window=${author.window}`, new Blob([bytes]));
    }
  }
}

/** The bytes of a file as text that can be kept; its encoding is left to its reader. */
export async function asKept(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}

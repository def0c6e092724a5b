import { useMemo } from 'react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { applyCommand, type Command } from '@eight-up/core/book/command';
import type { AssetLookup } from '@eight-up/core/book/document';
import { checkBook, type Check } from '@eight-up/core/checks/checks';
import type { BookAnswer, FilesAnswer } from '@eight-up/core/contract/answers';
import { planBook, type FoldedBook } from '@eight-up/core/forms/planned-book';
import { impose, type PlacedContent } from '@eight-up/core/pagination/imposition';
import { pageNames } from '@eight-up/words/forms';
import { commandProblemWords } from '@eight-up/words/problems';
import { useOutletContext } from 'react-router';
import { ApiFailure, getJson, postForm, postJson, type Sending } from '../app/api.ts';
import { useSettings, windowId } from '../app/settings.ts';

export interface Drop {
  readonly files: readonly File[];
  /** the page dropped on, 0-based */
  readonly page?: number;
  readonly password?: string;
  readonly sending: Sending;
}

/** A book open in this window: its document, everything folded out of it, and what can be done to it. */
export interface OpenBook extends BookAnswer {
  readonly plan: FoldedBook;
  readonly names: readonly string[];
  readonly placed: readonly PlacedContent[];
  readonly checks: readonly Check[];
  readonly change: (command: Command) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly drop: (drop: Drop) => Promise<FilesAnswer>;
  readonly saving: boolean;
  /** what the last change ran into, if anything */
  readonly failure: ApiFailure | undefined;
  readonly dismissFailure: () => void;
}

type Send = { readonly kind: 'command'; readonly command: Command } | { readonly kind: 'undo' | 'redo' };

/** The book behind an address; undefined while it is being fetched. */
export function useBook(id: string): { readonly book: OpenBook | undefined; readonly error: ApiFailure | undefined } {
  const queries = useQueryClient();
  const key = useMemo(() => ['book', id], [id]);
  const unit = useSettings((s) => s.unit);
  const fetched = useQuery({
    queryKey: key,
    queryFn: () => getJson<BookAnswer>(`/api/books/${encodeURIComponent(id)}`),
  });
  const current = () => queries.getQueryData<BookAnswer>(key);

  // Changes are shown at once and sent one after another; each expects the revision of the one before.
  const settled = (answer: BookAnswer) => {
    const othersWait = queries.isMutating({ mutationKey: key }) > 1;
    queries.setQueryData<BookAnswer>(key, (shown) => (othersWait && shown ? { ...answer, book: shown.book } : answer));
    void queries.invalidateQueries({ queryKey: ['shelf'] });
  };
  const send = useMutation<BookAnswer, ApiFailure, Send>({
    mutationKey: key,
    scope: { id: `book-${id}` },
    mutationFn: (what) => {
      const author = { expect: current()!.revision, window: windowId };
      return what.kind === 'command'
        ? postJson(`/api/books/${id}/revisions`, { ...author, command: what.command })
        : postJson(`/api/books/${id}/${what.kind}`, author);
    },
    onSuccess: settled,
    // What was shown too early is replaced by what is stored.
    onError: () => queries.invalidateQueries({ queryKey: key }),
  });
  const upload = useMutation<FilesAnswer, ApiFailure, Drop>({
    mutationKey: key,
    scope: { id: `book-${id}` },
    mutationFn: ({ files, page, password, sending }) => {
      const form = new FormData();
      form.set('expect', String(current()!.revision));
      form.set('window', windowId);
      if (page !== undefined) form.set('page', String(page));
      if (password !== undefined) form.set('password', password);
      for (const file of files) form.append('files', file, file.name);
      return postForm(`/api/books/${id}/files`, form, sending);
    },
    onSuccess: settled,
    onError: () => queries.invalidateQueries({ queryKey: key }),
  });

  const answer = fetched.data;
  const form = answer?.book.form;
  const sheet = answer?.book.sheet;
  const plan = useMemo(() => (form && sheet ? planBook(form, sheet) : undefined), [form, sheet]);
  const derived = useMemo(() => {
    if (!answer || !plan?.ok) return undefined;
    const assets = new Map(answer.assets.map((asset) => [asset.id, asset]));
    const look: AssetLookup = (asset) => assets.get(asset);
    return {
      names: pageNames(plan.value.reading, answer.book.numbering),
      placed: impose(plan.value, answer.book.pages, look, answer.book.printing),
      checks: checkBook(plan.value, answer.book, look),
    };
  }, [answer, plan]);

  const change = (command: Command) => {
    const shown = current();
    if (!shown) return;
    const applied = applyCommand(shown.book, command);
    if (!applied.ok) {
      refusal.mutate(new ApiFailure('command-impossible', commandProblemWords(applied.problem, unit), applied.problem));
      return;
    }
    queries.setQueryData<BookAnswer>(key, { ...shown, book: applied.value.book });
    send.mutate({ kind: 'command', command });
  };
  // A change that core refuses never reaches the server, but is told in the same place.
  const refusal = useMutation<never, ApiFailure, ApiFailure>({ mutationFn: (failure) => Promise.reject(failure) });
  const failure = send.error ?? refusal.error ?? undefined;
  const dismissFailure = () => {
    send.reset();
    refusal.reset();
  };

  const error =
    fetched.error instanceof ApiFailure
      ? fetched.error
      : plan && !plan.ok
        ? new ApiFailure('plan-impossible', commandProblemWords(plan.problem, unit), plan.problem)
        : undefined;
  if (!answer || !plan?.ok || !derived) return { book: undefined, error };
  return {
    error,
    book: {
      ...answer,
      ...derived,
      plan: plan.value,
      change,
      failure,
      dismissFailure,
      undo: () => send.mutate({ kind: 'undo' }),
      redo: () => send.mutate({ kind: 'redo' }),
      drop: upload.mutateAsync,
      saving: send.isPending || upload.isPending,
    },
  };
}

/** The open book, inside one of its stages. */
export const useOpenBook = (): OpenBook => useOutletContext<OpenBook>();

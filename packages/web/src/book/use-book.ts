import { useMemo, useRef } from 'react';
import { useIsMutating, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useOutletContext } from 'react-router';
import { applyCommand, type Command } from '@eight-up/core/book/command';
import type { AssetInfo } from '@eight-up/core/document/asset';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { planBook, type FoldedBook } from '@eight-up/core/forms/planned-book';
import { commandProblemWords } from '@eight-up/words/problems';
import { ApiFailure, getJson, postJson, postText } from '../app/api.ts';
import { useSettings, windowId } from '../app/settings.ts';
import { useStable, useUnchanged } from '../ui/use-stable.ts';
import { deriveBook, pageSetting, type Derived, type PageSetting } from './derived.ts';
import { useElsewhere } from './use-elsewhere.ts';

/** A book open in this window: its document, everything folded out of it, and what can be done to it. */
export interface OpenBook extends BookAnswer, Derived {
  readonly plan: FoldedBook;
  readonly setting: PageSetting;
  readonly change: (command: Command) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** makes originals known that were just received, so that they can be shown before the book that names them is saved */
  readonly know: (assets: readonly AssetInfo[]) => void;
  /** the pages in the order of a page plan (CSV) */
  readonly arrange: (csv: Blob) => Promise<BookAnswer>;
  readonly goBack: (to: number) => Promise<BookAnswer>;
  /** what the last change ran into, if anything */
  readonly failure: ApiFailure | undefined;
  readonly dismissFailure: () => void;
  /** another window is ahead of this one: nothing is saved from here until the maker has chosen */
  readonly overtaken: Overtaken | undefined;
}

export interface Overtaken {
  /** changes made here that are not saved */
  readonly unsaved: number;
  /** shows the newest state and goes on here, with what was not saved made again on top of it */
  readonly takeOver: () => Promise<void>;
  /** keeps what this window shows as a book of its own, and gives its id */
  readonly keepCopy: () => Promise<string>;
}

type Send = { readonly kind: 'command'; readonly command: Command } | { readonly kind: 'undo' | 'redo' };

/** The book behind an address; undefined while it is being fetched. */
export function useBook(id: string): { readonly book: OpenBook | undefined; readonly error: ApiFailure | undefined } {
  const queries = useQueryClient();
  const key = useMemo(() => ['book', id], [id]);
  const unit = useSettings((s) => s.unit);
  const address = `/api/books/${encodeURIComponent(id)}`;
  const current = () => queries.getQueryData<BookAnswer>(key);
  /** commands carried out on the screen since the revision shown, that another window kept from being saved */
  const unsaved = useRef<Command[]>([]);
  const elsewhere = useElsewhere(id, () => current()?.revision);
  const { moved } = elsewhere;
  const fetched = useQuery({
    queryKey: key,
    queryFn: () => getJson<BookAnswer>(address),
    // Overtaken, the screen stays as it is until the maker has chosen.
    enabled: !moved,
  });

  // Changes are shown at once and sent one after another; each expects the revision of the one before.
  const settled = (answer: BookAnswer) => {
    const othersWait = queries.isMutating({ mutationKey: key }) > 1;
    queries.setQueryData<BookAnswer>(key, (shown) =>
      othersWait && shown ? { ...answer, book: shown.book, assets: shown.assets } : answer,
    );
    void queries.invalidateQueries({ queryKey: ['shelf'] });
    void queries.invalidateQueries({ queryKey: ['history', id] });
    elsewhere.tell(answer.revision);
  };
  const failed = (error: ApiFailure, command?: Command) => {
    if (error.code !== 'book-changed-elsewhere') {
      // What was shown too early is replaced by what is stored.
      void queries.invalidateQueries({ queryKey: key });
      return;
    }
    if (command) unsaved.current.push(command);
    const { newest, by } = error.problem as { newest: number; by: string | null };
    elsewhere.note({ revision: newest, window: by ?? '' });
  };
  const author = () => ({ expect: current()!.revision, window: windowId });
  const ours = { mutationKey: key, scope: { id: `book-${id}` } };
  const send = useMutation<BookAnswer, ApiFailure, Send>({
    ...ours,
    mutationFn: (what) =>
      what.kind === 'command'
        ? postJson(`${address}/revisions`, { ...author(), command: what.command })
        : postJson(`${address}/${what.kind}`, author()),
    onSuccess: settled,
    onError: (error, what) => failed(error, what.kind === 'command' ? what.command : undefined),
  });
  const arrange = useMutation<BookAnswer, ApiFailure, Blob>({
    ...ours,
    mutationFn: (csv) => {
      const { expect, window } = author();
      return postText(`${address}/pages.csv?expect=${expect}&window=${window}`, csv);
    },
    onSuccess: settled,
    onError: (error) => failed(error),
  });
  const goBack = useMutation<BookAnswer, ApiFailure, number>({
    ...ours,
    mutationFn: (to) => postJson(`${address}/go-back`, { ...author(), to }),
    onSuccess: settled,
    onError: (error) => failed(error),
  });

  const answer = fetched.data;
  const form = answer?.book.form;
  const sheet = answer?.book.sheet;
  const plan = useMemo(() => (form && sheet ? planBook(form, sheet) : undefined), [form, sheet]);
  const shown = answer?.book;
  const assets = answer?.assets;
  const derived = useMemo(
    () => (shown && assets && plan?.ok ? deriveBook(plan.value, shown, assets) : undefined),
    [shown, assets, plan],
  );

  const numbering = shown?.numbering;
  const lettering = shown?.lettering;
  const printing = shown?.printing;
  const setting = useMemo(
    () =>
      plan?.ok && assets && numbering && lettering && printing
        ? pageSetting(plan.value, { numbering, lettering, printing }, assets)
        : undefined,
    [plan, assets, numbering, lettering, printing],
  );

  const change = useStable((command: Command) => {
    const now = current();
    if (!now) return;
    const applied = applyCommand(now.book, command);
    if (!applied.ok) {
      refusal.mutate(new ApiFailure('command-impossible', commandProblemWords(applied.problem, unit), applied.problem));
      return;
    }
    queries.setQueryData<BookAnswer>(key, { ...now, book: applied.value.book });
    if (moved) unsaved.current.push(command);
    else send.mutate({ kind: 'command', command });
  });
  const takeOver = useStable(async () => {
    queries.setQueryData(key, await getJson<BookAnswer>(address));
    const again = unsaved.current.splice(0);
    elsewhere.forget();
    send.reset();
    for (const command of again) {
      const now = current()!;
      const applied = applyCommand(now.book, command);
      if (!applied.ok) continue;
      queries.setQueryData<BookAnswer>(key, { ...now, book: applied.value.book });
      send.mutate({ kind: 'command', command });
    }
  });
  const keepCopy = useStable(async () => {
    const state = { from: current()!.revision, with: unsaved.current };
    const copy = await postJson<BookAnswer>(`${address}/copy`, state);
    unsaved.current = [];
    elsewhere.forget();
    send.reset();
    void queries.invalidateQueries({ queryKey: key });
    void queries.invalidateQueries({ queryKey: ['shelf'] });
    return copy.id;
  });

  // A change that core refuses never reaches the server, but is told in the same place.
  const refusal = useMutation<never, ApiFailure, ApiFailure>({ mutationFn: (failure) => Promise.reject(failure) });
  const failure = moved ? undefined : (send.error ?? refusal.error ?? undefined);
  const acts = {
    change,
    dismissFailure: useStable(() => {
      send.reset();
      refusal.reset();
    }),
    undo: useStable(() => send.mutate({ kind: 'undo' })),
    redo: useStable(() => send.mutate({ kind: 'redo' })),
    know: useStable((known: readonly AssetInfo[]) => {
      queries.setQueryData<BookAnswer>(key, (old) => old && { ...old, assets: [...old.assets, ...known] });
    }),
    arrange: arrange.mutateAsync,
    goBack: goBack.mutateAsync,
  };
  const lost = unsaved.current.length;
  const overtaken = useUnchanged<Overtaken | undefined>(moved && { unsaved: lost, takeOver, keepCopy });
  // One object as long as nothing of it changes: whoever is given it need not be drawn anew while a change is being saved.
  const book = useUnchanged<OpenBook | undefined>(
    answer && plan?.ok && derived && setting
      ? {
          ...answer,
          ...derived,
          ...acts,
          plan: plan.value,
          setting,
          failure,
          overtaken,
        }
      : undefined,
  );

  const error =
    fetched.error instanceof ApiFailure
      ? fetched.error
      : plan && !plan.ok
        ? new ApiFailure('plan-impossible', commandProblemWords(plan.problem, unit), plan.problem)
        : undefined;
  return { book, error };
}

/** Whether the book is on its way to the disk just now. */
export const useSaving = (id: string): boolean => useIsMutating({ mutationKey: ['book', id] }) > 0;

/** The open book, inside one of its stages. */
export const useOpenBook = (): OpenBook => useOutletContext<OpenBook>();

import { useDeferredValue, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useOutletContext } from 'react-router';
import { applyCommand, type Command } from '@eight-up/core/book/command';
import { boundBook } from '@eight-up/core/binding/bound-book';
import type { AssetInfo } from '@eight-up/core/document/asset';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { planBook, type FoldedBook } from '@eight-up/core/forms/planned-book';
import { ok } from '@eight-up/core/result';
import { commandProblemWords } from '@eight-up/words/problems';
import { ApiFailure } from '../base/api.ts';
import { useSettings } from '../base/settings.ts';
import { asKept } from '../outbox/network.ts';
import type { BookOutbox } from '../outbox/book-outbox.ts';
import type { Halt } from '../outbox/outbox.ts';
import { outboxOf } from '../outbox/outboxes.ts';
import { useUnchanged } from '../ui/use-stable.ts';
import { pageSetting, type PageSetting } from '@eight-up/core/output/page-face';
import { Derived } from './derived.ts';

/** What can be done to an open book. */
interface Acts {
  /** `act`: shared by changes that are one act of the maker's, told and taken back together */
  readonly change: (command: Command, act?: string) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** makes originals known that were just received, so that they can be shown before the book that names them is saved */
  readonly know: (assets: readonly AssetInfo[]) => void;
  /** the pages in the order of a page plan (CSV) */
  readonly arrange: (csv: Blob) => Promise<BookAnswer>;
  readonly goBack: (to: number) => Promise<BookAnswer>;
  readonly dismissFailure: () => void;
}

/** A book open in this window: its document, everything folded out of it, and what can be done to it. */
export interface OpenBook extends BookAnswer, Acts {
  readonly plan: FoldedBook;
  readonly derived: Derived;
  readonly setting: PageSetting;
  /** what the last change ran into before it was sent, if anything */
  readonly failure: ApiFailure | undefined;
  /** nothing is saved from here until the maker has chosen, or the server answers again */
  readonly halted: Halted | undefined;
}

/** Changes wait in this window: why, how many, and what can be done about it. */
export interface Halted {
  readonly halt: Halt<ApiFailure>;
  readonly waiting: number;
  readonly outbox: BookOutbox<ApiFailure>;
}

/** The book behind an address; undefined while it is being fetched. */
export function useBook(id: string): { readonly book: OpenBook | undefined; readonly error: ApiFailure | undefined } {
  const unit = useSettings((s) => s.unit);
  const { outbox, shown: known, halted, refused } = useOutbox(id);
  // Folding and first drawing a long book take a while: done in pieces between which the browser answers, not in one turn. What is changed
  // afterwards is shown at once.
  const isBegun = useDeferredValue(known !== undefined, false);
  const shown = isBegun ? known : undefined;
  const { acts, failure } = useActs(outbox, shown);
  const { plan, derived, setting } = useDerived(shown);
  // One object as long as nothing of it changes: whoever is given it need not be drawn anew while a change is being saved.
  const book = useUnchanged<OpenBook | undefined>(
    shown && plan?.ok && derived && setting
      ? { ...shown, ...acts, plan: plan.value, derived, setting, failure, halted }
      : undefined,
  );
  if (shown && plan && !plan.ok)
    return { book, error: new ApiFailure('plan-impossible', commandProblemWords(plan.problem, unit), plan.problem) };
  // Emptied out of the bin, or gone with an earlier state that was taken up: what this window still knows is no book.
  if (refused?.code === 'book-not-found') return { book: undefined, error: refused };
  return { book, error: shown ? undefined : refused };
}

/** What the outbox of a book shows; the book is fetched when it is opened, and again when the window is come back to. */
function useOutbox(id: string) {
  const outbox = outboxOf(id);
  const { shown, saved, waiting, halt } = useSyncExternalStore(outbox.subscribe, () => outbox.state);
  const opened = useQuery<boolean, ApiFailure>({
    queryKey: ['book', id],
    queryFn: async () => {
      await outbox.open();
      return true;
    },
  });
  const queries = useQueryClient();
  const revision = saved?.revision;
  const first = useRef(revision);
  useEffect(() => {
    if (first.current !== undefined && revision !== first.current) {
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void queries.invalidateQueries({ queryKey: ['history', id] });
    }
    first.current = revision;
  }, [queries, id, revision]);
  const halted = useUnchanged<Halted | undefined>(halt && { halt, waiting: waiting.length, outbox });
  return { outbox, shown, halted, refused: opened.error ?? undefined };
}

/** Everything that can be done to the book behind an outbox; it always belongs to that book. */
function useActs(outbox: BookOutbox<ApiFailure>, shown: BookAnswer | undefined) {
  const unit = useSettings((s) => s.unit);
  // A change that core refuses never reaches the server, but is told in the same place.
  const [failure, setFailure] = useState<ApiFailure>();
  const known = shown !== undefined;
  const acts = useMemo<Acts>(
    () => ({
      change: (command, act) => {
        const now = outbox.state.shown;
        if (!now || !known) return;
        const applied = applyCommand(now.book, command);
        if (applied.ok) outbox.make({ kind: 'command', command, ...(act === undefined ? {} : { act }) });
        else
          setFailure(new ApiFailure('command-impossible', commandProblemWords(applied.problem, unit), applied.problem));
      },
      undo: () => outbox.make({ kind: 'undo' }),
      redo: () => outbox.make({ kind: 'redo' }),
      know: (assets) => outbox.knows(assets),
      arrange: async (csv) => outbox.makeAndWait({ kind: 'arrange', csv: await asKept(csv) }),
      goBack: (to) => outbox.makeAndWait({ kind: 'go-back', to }),
      dismissFailure: () => setFailure(undefined),
    }),
    [outbox, known, unit],
  );
  return { acts, failure };
}

/** The book folded, and everything that follows; each as long as what it depends on is the same. */
function useDerived(shown: BookAnswer | undefined) {
  const { form, sheet, numbering, lettering, printing } = shown?.book ?? {};
  const book = shown?.book;
  const assets = shown?.assets;
  const folded = useMemo(() => (form && sheet ? planBook(form, sheet) : undefined), [form, sheet]);
  const { binding } = book ?? {};
  const { trim, trimHead, trimTail, creep } = printing ?? {};
  // Of the printing only what is trimmed, and how thick the paper is, changes a step.
  const plan = useMemo(() => {
    if (!folded?.ok || !binding || trim === undefined || trimHead === undefined || trimTail === undefined || !creep)
      return folded;
    return ok(boundBook(folded.value, { binding, printing: { trim, trimHead, trimTail, creep } }));
  }, [folded, binding, trim, trimHead, trimTail, creep]);
  const derived = useMemo(
    () => (book && assets && plan?.ok ? new Derived(plan.value, book, assets) : undefined),
    [book, assets, plan],
  );
  const setting = useMemo(
    () =>
      plan?.ok && assets && numbering && lettering && printing
        ? pageSetting(plan.value, { numbering, lettering, printing }, assets)
        : undefined,
    [plan, assets, numbering, lettering, printing],
  );
  return { plan, derived, setting };
}

/** Whether the book is on its way to the disk just now. */
export const useSaving = (id: string): boolean => {
  const outbox = outboxOf(id);
  return useSyncExternalStore(outbox.subscribe, () => outbox.state.sending);
};

/** The open book, inside one of its stages. */
export const useOpenBook = (): OpenBook => useOutletContext<OpenBook>();

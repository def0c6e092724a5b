import { useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer, HistoryAnswer, HistoryEntry } from '@eight-up/core/contract/answers';
import { planBook } from '@eight-up/core/forms/planned-book';
import { pageNames } from '@eight-up/words/forms';
import { formWords } from '@eight-up/words/forms/registry';
import { ROLE_WORDS } from '@eight-up/words/pages';
import { actWords } from '@eight-up/words/history';
import { useActions } from '../../actions/actions.tsx';
import { getJson, postJson, type ApiFailure } from '../../base/api.ts';
import { pageBox, pageSetting } from '@eight-up/core/output/page-face';
import { PageFace } from '../../book/page-face.tsx';
import { useOpenBook, type OpenBook } from '../../book/use-book.ts';

/** Every change of the book with its time; any state can be looked at, named, taken up again, or copied. Nothing that came after is lost. */
export function History() {
  const book = useOpenBook();
  const [search, setSearch] = useSearchParams();
  const asked = search.get('n');
  const chosen = asked === null ? book.revision : Math.min(Number(asked) || 0, book.revision);
  const choose = (n: number) => setSearch({ n: String(n) }, { replace: true });
  const pages = useInfiniteQuery({
    queryKey: ['history', book.id],
    queryFn: ({ pageParam }) =>
      getJson<HistoryAnswer>(`/api/books/${book.id}/history${pageParam === null ? '' : `?before=${pageParam}`}`),
    initialPageParam: null as number | null,
    getNextPageParam: ({ older }) => older,
  });
  const entries = pages.data?.pages.flatMap((one) => one.entries) ?? [];
  const acts = inActs(entries);
  const step = (by: number) => {
    const at = acts.findIndex((act) => act.some(({ n }) => n === chosen));
    const next = acts[at + by];
    if (next) choose(next[0]!.n);
  };
  useActions([
    { id: 'later', title: 'A change later', keys: '↑', run: () => step(-1) },
    { id: 'earlier', title: 'A change earlier', keys: '↓', run: () => step(1) },
  ]);
  return (
    <main className="grid grow grid-cols-[minmax(18rem,26rem)_minmax(0,1fr)] gap-8 px-9 pb-6 pt-5 max-[800px]:grid-cols-1">
      <section aria-label="Every change" className="slip flex max-h-[calc(100vh-8rem)] flex-col p-4">
        <h2 className="mb-2 text-lg">Every change, newest first</h2>
        {pages.isPending && <p role="status">Leafing back …</p>}
        {pages.isError && <p role="alert">{pages.error.message}</p>}
        <ol className="min-h-0 overflow-auto">
          {acts.map((act) => (
            <Change
              key={act[0]!.n}
              act={act}
              chosen={act.some(({ n }) => n === chosen)}
              onChoose={() => choose(act[0]!.n)}
            />
          ))}
        </ol>
        {pages.hasNextPage && (
          <button type="button" className="remedy mt-2 self-start" onClick={() => void pages.fetchNextPage()}>
            Older changes
          </button>
        )}
      </section>
      <State key={chosen} book={book} n={chosen} entry={entries.find(({ n }) => n === chosen)} />
    </main>
  );
}

/** Changes of one act stand together, newest first. */
function inActs(entries: readonly HistoryEntry[]): readonly (readonly HistoryEntry[])[] {
  const acts: HistoryEntry[][] = [];
  for (const entry of entries) {
    const last = acts.at(-1);
    // A state that was given a name stays to be chosen.
    if (last && entry.act !== null && last[0]!.act === entry.act && entry.name === null) last.push(entry);
    else acts.push([entry]);
  }
  return acts;
}

function Change({
  act,
  chosen,
  onChoose,
}: {
  /** its changes, newest first */
  readonly act: readonly HistoryEntry[];
  readonly chosen: boolean;
  readonly onChoose: () => void;
}) {
  const entry = act[0]!;
  const at = new Date(entry.at);
  return (
    <li className="border-t border-bench-deep">
      <button
        type="button"
        aria-current={chosen}
        onClick={onChoose}
        className={`grid w-full grid-cols-[5.6rem_minmax(0,1fr)] gap-2 px-1 py-1 text-left hover:bg-choose-pale ${chosen ? 'bg-wood' : ''}`}
      >
        <time dateTime={entry.at} className="measure text-quiet" title={at.toLocaleString()}>
          {at.toLocaleDateString() === new Date().toLocaleDateString()
            ? at.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', second: '2-digit', hour12: false })
            : at.toLocaleDateString()}
        </time>
        <span className="break-words">
          {entry.name && <b className="block font-title">{entry.name}</b>}
          {entry.n > 0 && <span className="measure text-quiet">{entry.n} </span>}
          {actWords(act)}
        </span>
      </button>
    </li>
  );
}

interface StateProps {
  readonly book: OpenBook;
  readonly n: number;
  readonly entry: HistoryEntry | undefined;
}

/** The book as it was after a change. */
function State({ book, n, entry }: StateProps) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [name, setName] = useState<string>();
  const state = useQuery({
    queryKey: ['book-at', book.id, n],
    queryFn: () => getJson<BookAnswer>(`/api/books/${book.id}/at/${n}`),
    staleTime: Infinity,
  });
  const goBack = useMutation({
    mutationFn: () => book.goBack(n),
    onSuccess: () => void navigate(`/books/${book.id}/pages`),
  });
  const copy = useMutation<BookAnswer, ApiFailure>({
    mutationFn: () => postJson(`/api/books/${book.id}/copy`, { from: n }),
    onSuccess: ({ id }) => {
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void navigate(`/books/${id}/pages`);
    },
  });
  const naming = useMutation<HistoryAnswer, ApiFailure, string>({
    mutationFn: (given) => postJson(`/api/books/${book.id}/points`, { n, name: given }),
    onSuccess: () => {
      setName(undefined);
      void queries.invalidateQueries({ queryKey: ['history', book.id] });
    },
  });
  const failed = goBack.error ?? copy.error ?? naming.error;
  const newest = n === book.revision;
  return (
    <section aria-label="The book after this change" className="min-w-0">
      <div className="mb-4 flex flex-wrap items-end gap-x-5 gap-y-2">
        {newest ? (
          <p className="py-2 font-semibold">The newest state</p>
        ) : (
          <button
            type="button"
            className="action action-first"
            disabled={goBack.isPending}
            aria-busy={goBack.isPending}
            onClick={() => goBack.mutate()}
          >
            Go back to here
          </button>
        )}
        <button
          type="button"
          className="action"
          disabled={copy.isPending}
          aria-busy={copy.isPending}
          onClick={() => copy.mutate()}
        >
          Copy it from here
        </button>
        <form
          className="flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            naming.mutate((name ?? '').trim());
          }}
        >
          <label>
            <span className="block text-sm text-quiet">A name for this state</span>
            <input
              className="entry w-52"
              maxLength={120}
              value={name ?? entry?.name ?? ''}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <button
            type="submit"
            className="remedy mb-1"
            disabled={name === undefined || naming.isPending}
            aria-busy={naming.isPending}
          >
            Name it
          </button>
        </form>
      </div>
      {failed && <p role="alert">{failed.message}</p>}
      {!newest && (
        <p className="mb-3 max-w-prose text-quiet">
          Going back is a change like any other: what came after stays in this list, and undo brings it back.
        </p>
      )}
      {state.data ? <Pages answer={state.data} /> : state.isError ? <p role="alert">{state.error.message}</p> : null}
    </section>
  );
}

/** All pages of a state, small. */
function Pages({ answer }: { readonly answer: BookAnswer }) {
  const { book, assets } = answer;
  const derived = useMemo(() => {
    const plan = planBook(book.form, book.sheet);
    return plan.ok
      ? {
          plan: plan.value,
          names: pageNames(plan.value.reading, book.numbering),
          setting: pageSetting(plan.value, book, assets),
        }
      : undefined;
  }, [book, assets]);
  if (!derived) return <p>This state no longer folds.</p>;
  const { reading } = derived.plan;
  const wide = Math.min(120, Math.max(56, 96 * Math.sqrt(reading.width / reading.height)));
  const boxOf = (page: number) => {
    const box = pageBox(derived.setting, page);
    const width = (wide * box.width) / reading.width;
    return { width, height: (width * box.height) / box.width };
  };
  return (
    <>
      <h2 className="text-xl">{book.title}</h2>
      <p className="mb-3 text-quiet">{formWords(book.form.id).name}</p>
      <ol className="flex flex-wrap gap-2" aria-label="Pages of this state">
        {book.pages.map((shown, page) => (
          <li
            key={page}
            className="relative border border-ink bg-paper"
            style={boxOf(page)}
            aria-label={`Page ${derived.names[page]}: ${shown.content?.name ?? 'empty'}${shown.role ? `, ${ROLE_WORDS[shown.role]}` : ''}`}
          >
            <PageFace
              setting={derived.setting}
              page={page}
              shown={shown}
              pixels={240}
              className="absolute inset-0 size-full"
            />
            <span className="absolute bottom-0.5 left-0.5 bg-paper px-1 text-xs font-bold">{derived.names[page]}</span>
          </li>
        ))}
      </ol>
    </>
  );
}

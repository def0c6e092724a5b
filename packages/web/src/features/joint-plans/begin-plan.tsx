import { useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import type { ShelfBook } from '@eight-up/core/contract/answers';
import { grainWords } from '@eight-up/words/papers';
import { getJson } from '../../base/api.ts';
import { useSettings } from '../../base/settings.ts';
import { usePapers } from '../../paper/use-papers.ts';
import { Ticks } from '../../ui/ticks.tsx';
import type { useJointPlans } from './use-joint-plans.ts';

/** Which books, from which paper. */
export function BeginPlan({
  begin,
  chosen,
}: {
  readonly begin: ReturnType<typeof useJointPlans>['begin'];
  /** the book that one comes from */
  readonly chosen: string | null;
}) {
  const unit = useSettings((s) => s.unit);
  const shelf = useQuery({
    queryKey: ['shelf'],
    queryFn: () => getJson<{ books: readonly ShelfBook[] }>('/api/books'),
  });
  const books = shelf.data?.books ?? [];
  const papers = usePapers().papers.filter(({ kind }) => kind === 'text');
  const [ticked, setTicked] = useState<readonly string[]>(chosen ? [chosen] : []);
  const [picked, setPicked] = useState<string>();
  const paper = papers.find(({ id }) => id === picked) ?? papers[0];
  const [title, setTitle] = useState('');
  const names = books.filter(({ id }) => ticked.includes(id)).map(({ book }) => book.title);
  const name = title.trim() || names.join(' and ').slice(0, 120);
  return (
    <form
      className="slip flex flex-col gap-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (paper && ticked.length > 0) begin.mutate({ name, books: ticked, paper: paper.id });
      }}
    >
      <h2 className="text-lg">Plan books together</h2>
      <Ticks label="Books" names={books.map(({ id, book }) => [id, book.title])} value={ticked} onChange={setTicked} />
      <label>
        <span className="block text-sm text-quiet">From the sheets of</span>
        <select
          className="entry w-full py-[7px]"
          value={paper?.id ?? ''}
          onChange={({ target }) => setPicked(target.value)}
        >
          {papers.map(({ id, name: of }) => (
            <option key={id} value={id}>
              {of}
            </option>
          ))}
        </select>
        {paper && <span className="block text-sm text-quiet">{grainWords(paper.sheet, unit)}</span>}
      </label>
      <label>
        <span className="block text-sm text-quiet">What you call it</span>
        <input
          className="entry w-full"
          value={title}
          maxLength={120}
          placeholder={name || 'the books'}
          onChange={({ target }) => setTitle(target.value)}
        />
      </label>
      <button
        type="submit"
        className="action action-first justify-center"
        disabled={!paper || ticked.length === 0 || begin.isPending}
        aria-busy={begin.isPending}
      >
        {begin.isPending ? 'Planning …' : 'Plan them together'}
      </button>
      {begin.isError && (
        <p role="alert" className="text-blade">
          {begin.error.message}
        </p>
      )}
    </form>
  );
}

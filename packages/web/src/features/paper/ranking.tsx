import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { taskOnAny } from '@eight-up/core/cutting/chosen';
import { fingerprint } from '@eight-up/core/cutting/jobs';
import { sheetGrain } from '@eight-up/core/cutting/kit';
import type { KitTask, RankBy } from '@eight-up/core/cutting/plan-on-paper';
import type { RightAnswer } from '@eight-up/core/cutting/ranked';
import { PAGES_SLOT, type PaperSlot } from '@eight-up/core/document/kit';
import type { Paper } from '@eight-up/core/paper/paper';
import { halvingSentence, pieceWords, planSoFar } from '@eight-up/words/cutting';
import { editionProblemWords } from '@eight-up/words/problems';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';
import { AsSet } from './as-set.tsx';
import { AgainstGrain } from './against-grain.tsx';
import { Otherwise } from './otherwise.tsx';
import { NoPaperYet } from './no-paper-yet.tsx';
import { RankedPaper } from './ranked-paper.tsx';
import { taskFor, useSearchedOut, type SearchedOut } from './use-searched-out.ts';
import { useTaking } from './use-taking.ts';
import { Working } from './working.tsx';

interface RankingProps {
  readonly book: OpenBook;
  readonly on: PaperSlot;
  readonly papers: readonly Paper[];
  readonly loaded: boolean;
  readonly onTaken: () => void;
}

/** "I know my book": the best plan on each paper of the drawer, the better first. */
export function Ranking({ book, on, papers, loaded, onTaken }: RankingProps) {
  const [by, setBy] = useState<RankBy>('price');
  const taking = useTaking(book, on, onTaken);
  const task = taskOnAny(book.plan, book.book, on);
  const { job, searched } = useRanked(task, papers, by, taking.running);
  if (loaded && papers.length === 0) return <NothingInDrawer book={book} on={on} />;
  const problem = taking.problem ?? job.error;
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 className="text-2xl">The best plan on each paper</h2>
        <Choices<RankBy>
          label="Ranked by"
          value={by}
          onChange={setBy}
          choices={[
            { value: 'price', name: 'price of a copy' },
            { value: 'area', name: 'paper in a copy' },
            ...(task.follows ? [{ value: 'joints' as const, name: 'fewest joints' }] : []),
          ]}
        />
      </div>
      {job.running && <Working share={job.share} what="Counting on every paper" onCancel={job.cancel} />}
      {searched.now && (
        <Working
          share={searched.share}
          what={`Looking for fewer sheets of “${searched.now}”`}
          soFar={planSoFar(searched.soFar)}
          onCancel={searched.stop}
        />
      )}
      {taking.running && (
        <Working
          share={taking.share}
          what={`Planning on “${taking.taking}”`}
          soFar={taking.soFar}
          onCancel={taking.cancel}
        />
      )}
      {problem && (
        <p role="alert" className="border-l-8 border-blade bg-paper px-4 py-2">
          {problem}
        </p>
      )}
      <Answers {...{ book, on, papers, by, task, searched, taking }} />
    </div>
  );
}

/** Counted in a worker, each paper shown as soon as its answer is there, then searched to the end. */
function useRanked(task: KitTask, papers: readonly Paper[], by: RankBy, paused: boolean) {
  const job = useCuttingJob(
    'rank',
    papers.length && task.pieces.length ? { task, papers, effort: 'quick' } : undefined,
    fingerprint([task, papers]),
  );
  const { answer, partials } = job;
  const quick = useMemo(() => {
    // Of what was counted before, a paper may be gone meanwhile.
    const known = new Set(papers.map(({ id }) => id));
    return (answer ?? partials).filter(({ paper }) => known.has(paper));
  }, [answer, partials, papers]);
  const searched = useSearchedOut(task, papers, by, quick, paused || job.running);
  return { job, searched };
}

interface AnswersProps extends Pick<RankingProps, 'book' | 'on' | 'papers'> {
  readonly by: RankBy;
  readonly task: KitTask;
  readonly searched: SearchedOut;
  readonly taking: ReturnType<typeof useTaking>;
}

function Answers({ book, on, papers, by, task, searched, taking }: AnswersProps) {
  const unit = useSettings((s) => s.unit);
  const { comparable, unpriced, against, impossible } = searched.ranked;
  const paperOf = (id: string) => papers.find((paper) => paper.id === id)!;
  const nameOf = (piece: string) => pieceWords(book.book.kit, book.book.form.id, piece);
  const best = comparable[0] ?? unpriced[0];
  const listed = (answers: readonly RightAnswer[]): ReactNode =>
    answers.map((one) => (
      <RankedPaper
        key={one.paper}
        book={book}
        paper={paperOf(one.paper)}
        answers={one}
        searching={searched.isSearching(one.paper, 'own')}
        nameOf={nameOf}
        bestBy={one === best ? by : undefined}
        taking={taking.running}
        onTake={() => taking.take(paperOf(one.paper), 'own', { task })}
        beside={
          <>
            {one.asSet && (
              <AsSet
                book={book}
                plan={one.asSet}
                searching={searched.isSearching(one.paper, 'as-set')}
                paper={paperOf(one.paper)}
                taking={taking.running}
                onTake={() => taking.take(paperOf(one.paper), 'own', { task: taskFor(task, 'as-set') })}
              />
            )}
            {one === best && <Otherwise book={book} task={task} paper={paperOf(one.paper)} answers={one} />}
          </>
        }
      />
    ));
  const { width, height } = book.plan.sheet;
  const halving =
    on === PAGES_SLOT ? halvingSentence({ width, height, fibre: sheetGrain(book.plan) }, unit) : undefined;
  return (
    <>
      <ol className="flex flex-col gap-3" aria-label="Papers with the grain right">
        {listed(comparable)}
      </ol>
      {unpriced.length > 0 && (
        <section aria-label="Papers whose price is not known">
          <h3 className="mb-2 text-lg">Price not known: by the paper in a copy</h3>
          <ol className="flex flex-col gap-3">{listed(unpriced)}</ol>
        </section>
      )}
      {halving && <p className="max-w-2xl">{halving}</p>}
      {against.length > 0 && (
        <section aria-label="Against the grain" className="border-t-2 border-blade pt-3">
          <h2 className="text-xl">Against the grain: what it would seem to gain</h2>
          <ul>
            {against.map((one) => (
              <AgainstGrain
                key={one.paper}
                paper={paperOf(one.paper)}
                answers={one}
                nameOf={nameOf}
                onTake={(reason) => taking.take(paperOf(one.paper), 'ignored', { task, reason })}
              />
            ))}
          </ul>
        </section>
      )}
      {impossible.length > 0 && (
        <ul aria-label="Papers that do not serve" className="text-quiet">
          {impossible.map((one) => (
            <li key={one.paper}>
              {paperOf(one.paper).name}: {one.right.ok ? '' : editionProblemWords(one.right.problem, nameOf, unit)}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function NothingInDrawer({ book, on }: Pick<RankingProps, 'book' | 'on'>) {
  return on === PAGES_SLOT ? (
    <NoPaperYet book={book}>
      There is no paper in the drawer yet. Put in what you have, or what you could buy, or begin with the sheet that you
      chose for the book.
    </NoPaperYet>
  ) : (
    <p className="slip max-w-xl p-5">
      There is nothing of this kind in the drawer.{' '}
      <Link to={`/drawer?book=${book.id}`} className="remedy">
        Open the drawer
      </Link>{' '}
      and put in what you have, or what you could buy.
    </p>
  );
}

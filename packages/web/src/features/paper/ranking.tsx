import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { taskOf } from '@eight-up/core/cutting/chosen';
import { fingerprint } from '@eight-up/core/cutting/jobs';
import { isOwnSheet, PAGES_SLOT, type PaperSlot } from '@eight-up/core/document/kit';
import { sheetGrain } from '@eight-up/core/cutting/kit';
import {
  rankAnswers,
  sizeOfParent,
  type PaperAnswers,
  type PaperPlan,
  type RankBy,
} from '@eight-up/core/cutting/plan-on-paper';
import type { Paper } from '@eight-up/core/paper/paper';
import {
  carelessSentence,
  halvingSentence,
  perSheetSentence,
  pieceWords,
  rankReason,
  sheetsSentence,
  stockSentence,
} from '@eight-up/words/cutting';
import { grainWords, moneyWords } from '@eight-up/words/papers';
import { editionProblemWords } from '@eight-up/words/problems';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { CuttingPicture } from '../../paper/cutting-picture.tsx';
import { Choices } from '../../ui/choices.tsx';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';
import { Working } from './working.tsx';
import { NoPaperYet } from './no-paper-yet.tsx';
import { useTaking } from './use-taking.ts';

interface RankingProps {
  readonly book: OpenBook;
  readonly on: PaperSlot;
  readonly papers: readonly Paper[];
  readonly loaded: boolean;
  readonly onTaken: () => void;
}

/** "I know my book": the best plan on each paper of the drawer, the better first. */
export function Ranking({ book, on, papers, loaded, onTaken }: RankingProps) {
  const settings = useSettings();
  const { unit, currency } = settings;
  const [by, setBy] = useState<RankBy>('price');
  const taking = useTaking(book, on, onTaken);
  const task = taskOf(book.plan, book.book, on);
  const several = task.pieces.length > 1;
  const key = fingerprint([task, papers]);
  const job = useCuttingJob(
    'rank',
    papers.length && task.pieces.length ? { task, papers, effort: 'quick' } : undefined,
    key,
    several,
  );
  const answers = useMemo(
    () =>
      rankAnswers(
        (job.answer ?? job.partials).filter(({ paper }) => papers.some(({ id }) => id === paper)),
        by,
      ),
    [job.answer, job.partials, by, papers],
  );
  const paperOf = (id: string) => papers.find((paper) => paper.id === id)!;
  const nameOf = (piece: string) => pieceWords(book.book.kit, book.book.form.id, piece);
  if (loaded && papers.length === 0)
    return on === PAGES_SLOT ? (
      <NoPaperYet book={book}>
        There is no paper in the drawer yet. Put in what you have, or what you could buy, or begin with the sheet that
        you chose for the book.
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
  const right = answers.filter((one) => one.right.ok);
  const against = answers.filter((one) => worthTelling(one));
  const impossible = answers.filter((one) => !one.right.ok && !one.careless.ok);
  const { width, height } = book.plan.sheet;
  const halving =
    on === PAGES_SLOT ? halvingSentence({ width, height, fibre: sheetGrain(book.plan) }, unit) : undefined;
  // Ranked by price, papers without one cannot be compared with those that have one.
  const isPriced = ({ right: answer }: PaperAnswers) => by === 'area' || (answer.ok && answer.value.cost !== null);
  const [priced, unpriced] = [right.filter(isPriced), right.filter((one) => !isPriced(one))];
  const ranked = (one: PaperAnswers, first: boolean) => {
    const paper = paperOf(one.paper);
    const plan = (one.right as { value: PaperPlan }).value;
    return (
      <li key={one.paper} className="slip grid grid-cols-[190px_minmax(0,1fr)_auto] gap-5 p-4 max-[760px]:grid-cols-1">
        <PlanPicture paper={paper} plan={plan} nameOf={nameOf} />
        <div className="leading-snug">
          <h3 className="text-lg">{paper.name}</h3>
          <p className="text-sm text-quiet">
            {paper.sheet.fibre === 'unknown'
              ? `grain not known: this is the answer if the fibres run ${plan.fibre === 'along-height' ? 'upright' : 'across'}`
              : grainWords(paper.sheet, unit)}
          </p>
          <p className="mt-1 font-semibold">{perSheetSentence(book.plan, plan, nameOf)}</p>
          <p>
            {sheetsSentence(plan)} {stockSentence(plan, paper)}
          </p>
          {first && <p className="mt-1">{rankReason(plan, by, task.kit.copies, settings)}</p>}
          {paper.sheet.fibre === 'unknown' && one.other?.ok && (
            <p className="mt-1 text-blade">
              The other way: {perSheetSentence(book.plan, one.other.value, nameOf) ?? sheetsSentence(one.other.value)}.
              Find out before you cut:{' '}
              <Link to={`/drawer?paper=${paper.id}&book=${book.id}`} className="remedy">
                bend it
              </Link>
              .
            </p>
          )}
        </div>
        <div className="flex flex-col items-end gap-1 text-right">
          <p className="measure text-lg">
            {plan.cost === null ? '' : moneyWords(plan.cost / task.kit.copies, currency)}
          </p>
          <p className="text-sm text-quiet">{plan.cost === null ? 'price not known' : 'a copy, spares included'}</p>
          <p className="text-sm text-quiet">{Math.round(plan.waste * 100)} % left over</p>
          {paper.sheet.fibre === 'unknown' ? (
            <Link to={`/drawer?paper=${paper.id}&book=${book.id}`} className="action mt-1">
              Find its grain first
            </Link>
          ) : (
            <button
              type="button"
              className={`action mt-1 ${first ? 'action-first' : ''}`}
              onClick={() => taking.take(paper, 'own')}
              disabled={taking.running}
              aria-label={`Take this paper: ${paper.name}`}
            >
              Take this paper
            </button>
          )}
        </div>
      </li>
    );
  };
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
          ]}
        />
      </div>
      {job.running && <Working share={job.share} what="Counting on every paper" onCancel={job.cancel} />}
      {taking.running && (
        <Working share={taking.share} what={`Planning on “${taking.taking}”`} onCancel={taking.cancel} />
      )}
      {(taking.problem ?? job.error) && (
        <p role="alert" className="border-l-8 border-blade bg-paper px-4 py-2">
          {taking.problem ?? job.error}
        </p>
      )}
      <ol className="flex flex-col gap-3" aria-label="Papers with the grain right">
        {priced.map((one, i) => ranked(one, i === 0))}
      </ol>
      {unpriced.length > 0 && (
        <section aria-label="Papers whose price is not known">
          <h3 className="mb-2 text-lg">Price not known: by the paper in a copy</h3>
          <ol className="flex flex-col gap-3">
            {unpriced.map((one, i) => ranked(one, priced.length === 0 && i === 0))}
          </ol>
        </section>
      )}
      {halving && <p className="max-w-2xl">{halving}</p>}
      {against.length > 0 && (
        <section aria-label="Against the grain" className="border-t-2 border-blade pt-3">
          <h2 className="text-xl">Against the grain: what it would seem to gain</h2>
          <ul>
            {against.map((one) => (
              <Against
                key={one.paper}
                paper={paperOf(one.paper)}
                answers={one}
                nameOf={nameOf}
                onTake={(reason) => taking.take(paperOf(one.paper), 'ignored', reason)}
              />
            ))}
          </ul>
        </section>
      )}
      {impossible.length > 0 && (
        <ul aria-label="Papers that do not serve" className="text-quiet">
          {impossible.map((one) => (
            <li key={one.paper}>
              {paperOf(one.paper).name}: {one.right.ok ? '' : editionProblemWords(one.right.problem, nameOf)}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** Only where disregarding grain promises more than the right way. */
function worthTelling({ right, careless }: PaperAnswers): boolean {
  if (!careless.ok) return false;
  if (!right.ok) return true;
  const [one, other] = [right.value, careless.value];
  return (other.perSheet ?? 0) > (one.perSheet ?? 0) || other.count < one.count;
}

/** One full sheet of a plan. */
export function PlanPicture({
  paper,
  plan,
  nameOf,
  className = 'h-36 w-full',
}: {
  readonly paper: Paper;
  readonly plan: PaperPlan;
  readonly nameOf: (piece: string) => string;
  readonly className?: string;
}) {
  const first = plan.full ?? (plan.sheets.find(({ plan: one }) => one.parent === paper.id) ?? plan.sheets[0])?.plan;
  if (!first) return null;
  const sheet = sizeOfParent(first, paper);
  // Drawn with the fibres it was counted with; counted without grain, with those it really has.
  const fibre = plan.fibre === 'any' ? sheet.fibre : plan.fibre;
  const count = first.pieces.filter(({ piece }) => isOwnSheet(piece)).length || first.pieces.length;
  return (
    <CuttingPicture
      plan={first}
      sheet={{ ...sheet, fibre }}
      nameOf={nameOf}
      texts={false}
      className={className}
      label={`${count} on a sheet of ${paper.name}`}
    />
  );
}

function Against({
  paper,
  answers,
  nameOf,
  onTake,
}: {
  readonly paper: Paper;
  readonly answers: PaperAnswers;
  readonly nameOf: (piece: string) => string;
  readonly onTake: (reason: string) => void;
}) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  if (!answers.careless.ok) return null;
  const right = answers.right.ok ? answers.right.value : undefined;
  return (
    <li className="grid grid-cols-[120px_minmax(0,1fr)] gap-4 border-b border-bench-deep py-2">
      <PlanPicture paper={paper} plan={answers.careless.value} nameOf={nameOf} className="h-20 w-full" />
      <div>
        <p>
          <strong>{paper.name}.</strong> {carelessSentence(right, answers.careless.value)}
        </p>
        {asking ? (
          <form
            className="mt-1 flex flex-wrap items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              if (reason.trim()) onTake(reason.trim());
            }}
          >
            <label className="grow">
              <span className="block text-sm text-quiet">Why it is right for this book; it is kept on the record</span>
              <input
                autoFocus
                className="entry w-full"
                value={reason}
                maxLength={500}
                onChange={(event) => setReason(event.target.value)}
              />
            </label>
            <button type="submit" className="action" disabled={!reason.trim()}>
              Take it, knowing
            </button>
            <button type="button" className="remedy pb-2" onClick={() => setAsking(false)}>
              Leave it
            </button>
          </form>
        ) : (
          <button
            type="button"
            className="quiet-remedy"
            aria-label={`Take it all the same …: ${paper.name}, against the grain`}
            onClick={() => setAsking(true)}
          >
            Take it all the same …
          </button>
        )}
      </div>
    </li>
  );
}

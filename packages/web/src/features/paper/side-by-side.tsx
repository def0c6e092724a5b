import { promisesMore, rank } from '@eight-up/core/cutting/ranked';
import { useState } from 'react';
import type { PaperSlot } from '@eight-up/core/document/kit';
import { taskOnAny } from '@eight-up/core/cutting/chosen';
import { fingerprint } from '@eight-up/core/cutting/jobs';
import type { EditionProblem } from '@eight-up/core/cutting/edition/edition-task';
import type { PaperAnswers, PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import { otherGrain, type Paper } from '@eight-up/core/paper/paper';
import type { Result } from '@eight-up/core/result';
import { carelessSentence, perSheetSentence, pieceWords, sheetsSentence, stockSentence } from '@eight-up/words/cutting';
import { grainWords, moneyWords } from '@eight-up/words/papers';
import { editionProblemWords } from '@eight-up/words/problems';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Ticks } from '../../ui/ticks.tsx';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';
import { PlanPicture } from './plan-picture.tsx';
import { Working } from './working.tsx';

/** "Which paper, which grain?": papers beside each other, each as it is, with its other grain, and counted without grain. */
export function SideBySide({
  book,
  on,
  papers,
}: {
  readonly book: OpenBook;
  readonly on: PaperSlot;
  readonly papers: readonly Paper[];
}) {
  const task = taskOnAny(book.plan, book.book, on);
  const [picked, setPicked] = useState<readonly string[]>();
  const job = useCuttingJob(
    'rank',
    papers.length && task.pieces.length ? { task, papers, effort: 'quick' } : undefined,
    fingerprint([task, papers]),
  );
  // Two that serve, the better ones, once it is known which these are.
  const ids = picked ?? (job.answer ? firstTwo(job.answer) : []);
  const shown = papers.filter(({ id }) => ids.includes(id));
  const answers = (job.answer ?? job.partials).filter(({ paper }) => ids.includes(paper));
  const fewest = Math.min(
    ...answers.flatMap(({ right, other }) => [right, other].flatMap((one) => (one?.ok ? [one.value.areaEach] : []))),
  );
  return (
    <div className="flex flex-col gap-3">
      <h2 className="text-2xl">Which paper, which grain?</h2>
      <Ticks
        label="Beside each other"
        names={papers.map(({ id, name }) => [id, name])}
        value={shown.map(({ id }) => id)}
        onChange={setPicked}
      />
      {job.running && <Working share={job.share} what="Counting" onCancel={job.cancel} />}
      <div className="flex flex-wrap gap-5">
        {shown.map((paper) => {
          const one = answers.find((answer) => answer.paper === paper.id);
          return one && <Column key={paper.id} book={book} paper={paper} answers={one} fewest={fewest} />;
        })}
      </div>
    </div>
  );
}

function firstTwo(answers: readonly PaperAnswers[]): readonly string[] {
  const { comparable, unpriced } = rank(answers, 'price');
  const inOrder = [...comparable, ...unpriced, ...answers].map(({ paper }) => paper);
  return [...new Set(inOrder)].slice(0, 2);
}

function Column({
  book,
  paper,
  answers: { right, other, careless },
  fewest,
}: {
  readonly book: OpenBook;
  readonly paper: Paper;
  readonly answers: PaperAnswers;
  readonly fewest: number;
}) {
  const unit = useSettings((s) => s.unit);
  const unknown = paper.sheet.fibre === 'unknown';
  const withFibre = (fibre: Paper['sheet']['fibre']) => grainWords({ ...paper.sheet, fibre }, unit);
  const own = unknown ? ('along-height' as const) : paper.sheet.fibre;
  return (
    <section aria-label={paper.name} className="slip min-w-64 max-w-96 grow basis-72 p-4">
      <h3 className="text-lg">{paper.name}</h3>
      <Variant
        book={book}
        paper={paper}
        title={unknown ? `If it is ${withFibre(own)}` : `As it is: ${withFibre(own)}`}
        answer={right}
        fewest={fewest}
      />
      {other && (
        <Variant
          book={book}
          paper={paper}
          title={unknown ? `If it is ${withFibre(otherGrain(own))}` : `The other grain: ${withFibre(otherGrain(own))}`}
          answer={other}
          fewest={fewest}
        />
      )}
      {careless.ok && other && (
        <p className="mt-2 border-t border-bench-deep pt-2 text-sm">
          {promisesMore({ right, careless })
            ? carelessSentence(right.ok ? right.value : undefined, careless.value)
            : 'Counted without grain it would be no more: the right way loses nothing here.'}
        </p>
      )}
    </section>
  );
}

function Variant({
  book,
  paper,
  title,
  answer,
  fewest,
}: {
  readonly book: OpenBook;
  readonly paper: Paper;
  readonly title: string;
  readonly answer: Result<PaperPlan, EditionProblem>;
  readonly fewest: number;
}) {
  const { currency, unit } = useSettings();
  const nameOf = (piece: string) => pieceWords(book.book.kit, book.book.form.id, piece);
  const best = answer.ok && answer.value.areaEach <= fewest * 1.000001;
  return (
    <div className={`mt-3 border-l-4 pl-3 ${best ? 'border-choose' : 'border-transparent'}`}>
      <p className="text-sm text-quiet">
        {title}
        {best && <strong className="text-choose"> · serves best</strong>}
      </p>
      {answer.ok ? (
        <>
          <PlanPicture paper={paper} plan={answer.value} nameOf={nameOf} className="my-1 h-32 w-full" />
          <p className="font-semibold">{perSheetSentence(book.plan, answer.value, nameOf)}</p>
          <p className="text-sm">
            {sheetsSentence(answer.value)} {stockSentence(answer.value, paper)}
          </p>
          {answer.value.costEach !== null && (
            <p className="measure text-sm">{moneyWords(answer.value.costEach, currency)} a copy</p>
          )}
        </>
      ) : (
        <p className="text-blade">{editionProblemWords(answer.problem, nameOf, unit)}</p>
      )}
    </div>
  );
}

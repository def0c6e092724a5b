import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { afterCutting, leftOver } from '@eight-up/core/cutting/after-cutting';
import { taskOf } from '@eight-up/core/cutting/chosen';
import { isOwnSheet, type PaperSlot } from '@eight-up/core/document/kit';
import { keepsDeckle, NO_TRIMS, parentOf, sheetGrain } from '@eight-up/core/cutting/kit';
import { closedSize } from '@eight-up/core/output/nest-marks';
import { offcutUses } from '@eight-up/core/cutting/offcut-use';
import { sizeOfParent, type PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import type { ChosenPaper } from '@eight-up/core/document/chosen-paper';
import { fibreOfPiece } from '@eight-up/core/output/cutting-drawing';
import { otherGrain, type Paper } from '@eight-up/core/paper/paper';
import { measure, measureSize } from '@eight-up/core/units/measure';
import {
  costOfAllWords,
  EDGE_WORDS,
  offcutWords,
  pieceWords,
  planSoFar,
  sheetsSentence,
  stockSentence,
} from '@eight-up/words/cutting';
import { counted, ordinal } from '@eight-up/words/counted';
import { grainWords, moneyWords } from '@eight-up/words/papers';
import { editionProblemWords } from '@eight-up/words/problems';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { CutFiles } from '../../paper/cut-files.tsx';
import { CutOrders } from '../../paper/cut-orders.tsx';
import { CuttingPicture } from '../../paper/cutting-picture.tsx';
import { usePapers } from '../../paper/use-papers.ts';
import { Choices } from '../../ui/choices.tsx';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';
import { Working } from './working.tsx';

/** "How to cut it": the plan on the paper that was taken, cut by cut. */
export function Cut({
  book,
  on,
  onRank,
}: {
  readonly book: OpenBook;
  readonly on: PaperSlot;
  readonly onRank: () => void;
}) {
  const chosen = book.book.papers[on];
  const task = taskOf(book.plan, book.book, on);
  const job = useCuttingJob(
    'plan',
    chosen && { task, paper: chosen.paper, grain: chosen.grain },
    chosen ? chosen.input + JSON.stringify(task) : '',
  );
  const nameOf = useMemo(() => {
    const { kit, form } = book.book;
    return (piece: string) => pieceWords(kit, form.id, piece);
  }, [book.book]);
  if (!chosen)
    return (
      <div className="slip max-w-xl p-5">
        <p className="mb-3">No paper is taken for this yet.</p>
        <button type="button" className="action action-first" onClick={onRank}>
          See the best plan on each paper
        </button>
      </div>
    );
  return (
    <div className="flex flex-col gap-3">
      {job.running && (
        <Working
          share={job.share}
          what="Planning the cuts"
          soFar={planSoFar(job.partials.at(-1))}
          onCancel={job.cancel}
        />
      )}
      {job.error && <p role="alert">{job.error}</p>}
      {job.answer && !job.answer.ok && (
        <p role="alert" className="border-l-8 border-blade bg-paper px-4 py-2">
          {editionProblemWords(job.answer.problem, nameOf)}
        </p>
      )}
      {job.answer?.ok && <Plan book={book} on={on} chosen={chosen} plan={job.answer.value} nameOf={nameOf} />}
    </div>
  );
}

interface PlanProps {
  readonly book: OpenBook;
  readonly on: PaperSlot;
  readonly chosen: ChosenPaper;
  readonly plan: PaperPlan;
  readonly nameOf: (piece: string) => string;
}

function Plan({ book, on, chosen, plan, nameOf }: PlanProps) {
  const { unit, currency } = useSettings();
  const [place, setPlace] = useState(0);
  const { kit } = book.book;
  const { paper } = chosen;
  const at = Math.min(place, plan.sheets.length - 1);
  const one = plan.sheets[at];
  if (!one) return null;
  const sheet = { ...sizeOfParent(one.plan, paper), fibre: realFibre(chosen, plan) };
  const isOffcut = one.plan.parent !== paper.id;
  const trims = isOffcut ? NO_TRIMS : parentOf(paper, kit, chosen.grain).trims;
  const across = one.plan.pieces.some(
    ({ piece, turned }) => isOwnSheet(piece) && fibreOfPiece(sheet.fibre, turned) !== sheetGrain(book.plan),
  );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(290px,340px)] gap-7 max-[1000px]:grid-cols-1">
      <div className="min-w-0">
        <div className="flex flex-wrap items-baseline justify-between gap-x-6">
          <h2 className="text-2xl">{paper.name}</h2>
          <p className="text-quiet">
            <span className="measure">{measureSize(sheet.width, sheet.height, unit)}</span>, {grainWords(sheet, unit)}
          </p>
        </div>
        {plan.sheets.length > 1 && (
          <Choices<number>
            label="Sheets cut alike"
            value={at}
            onChange={setPlace}
            choices={plan.sheets.map(({ times, plan: { parent } }, i) => ({
              value: i,
              name: `${i + 1}: ${parent === paper.id ? counted(times, 'sheet') : counted(times, 'offcut')}`,
            }))}
          />
        )}
        <CuttingPicture
          plan={one.plan}
          sheet={sheet}
          nameOf={nameOf}
          className="mt-2 max-h-[min(58vh,560px)] w-full"
          label={`The cutting plan: ${counted(one.plan.pieces.length, 'piece')}, ${counted(one.plan.cuts.length, 'cut')}`}
        />
        <p className="mt-2">
          {sheetsSentence(plan)} {stockSentence(plan, paper)}
        </p>
        {book.book.edition > 1 && (
          <Link className="remedy text-sm" to={`/books/${book.id}/edition`}>
            What is otherwise than in the {ordinal(book.book.edition - 1)} edition
          </Link>
        )}
        <p className="text-sm text-quiet">
          {Math.round(plan.waste * 100)} % left over
          {plan.costEach !== null &&
            `; ${costOfAllWords(plan, currency)}, ${moneyWords(plan.costEach, currency)} a copy without them`}
          . Edges {EDGE_WORDS[kit.manner.edge]}
          {kit.manner.edge !== 'cut' && `, ${measure(kit.manner.allowance, unit)} allowed`}.
          {paper.faces === 'differ' && ' Front and back differ: mark the front of every piece.'}
        </p>
        {across && (
          <p role="status" className="mt-1 font-semibold text-blade">
            Pieces lie against the grain here, taken knowingly: mark the fibres on each piece in pencil.
          </p>
        )}
        <OffcutList book={book} on={on} chosen={chosen} plan={plan} />
      </div>
      <aside className="flex flex-col gap-3">
        <CutFiles of={`/api/books/${book.id}`} at={at} more={`on=${on}&n=${book.revision}`} />
        <CutOrders one={one} kit={kit} trims={trims} keepsDeckle={!isOffcut && keepsDeckle(paper, kit, chosen.grain)} />
      </aside>
    </div>
  );
}

/** The fibres of the paper as it was taken: of the other grain, they run the other way. */
const realFibre = ({ paper, grain }: ChosenPaper, plan: PaperPlan): Paper['sheet']['fibre'] =>
  grain === 'other' ? otherGrain(paper.sheet.fibre) : paper.sheet.fibre === 'unknown' ? plan.fibre : paper.sheet.fibre;

/** What is left, what it is good for, and its way back into the drawer. */
function OffcutList({
  book,
  on,
  chosen,
  plan,
}: {
  readonly book: OpenBook;
  readonly on: PaperSlot;
  readonly chosen: ChosenPaper;
  readonly plan: PaperPlan;
}) {
  const unit = useSettings((s) => s.unit);
  const { papers, change } = usePapers();
  const page = closedSize(book.plan, book.book.printing);
  const kept = papers.find(({ id }) => id === chosen.paper.id);
  const fibre = realFibre(chosen, plan);
  const left = leftOver(plan, fibre, page);
  const putAway = () => {
    if (!kept) return;
    change.mutate(
      afterCutting(kept, plan, left, () => crypto.randomUUID()),
      // The book remembers, so that no sheet is taken off the drawer's count twice.
      { onSuccess: () => book.change({ kind: 'choose-paper', on, chosen: { ...chosen, cut: true } }) },
    );
  };
  if (left.length === 0 && plan.count === 0) return null;
  return (
    <section aria-label="What is left" className="mt-3">
      {left.length > 0 && <h3 className="text-lg">What is left</h3>}
      <ul className="flex flex-wrap gap-x-6">
        {left.slice(0, 12).map((offcut, i) => (
          <li key={i}>
            {offcut.times} × <span className="measure">{measureSize(offcut.width, offcut.height, unit)}</span>{' '}
            <span className="text-sm text-quiet">{offcutWords(offcutUses(offcut, page))}</span>
          </li>
        ))}
      </ul>
      {kept &&
        (chosen.cut ? (
          <p role="status" className="text-sm">
            It is cut: the sheets are taken off the drawer’s count, and what was left lies in it.
          </p>
        ) : (
          <button
            type="button"
            className="remedy text-sm"
            disabled={change.isPending}
            aria-busy={change.isPending}
            onClick={putAway}
          >
            It is cut: take the sheets off the drawer’s count{left.length > 0 && ' and put the offcuts into it'}
          </button>
        ))}
    </section>
  );
}

import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { cutTogether } from '@eight-up/core/cutting/kit';
import { isStale, taskOf } from '@eight-up/core/cutting/chosen';
import type { ChosenPaper } from '@eight-up/core/document/chosen-paper';
import { pagesPaper } from '@eight-up/core/document/document';
import { PAGES_SLOT, type PaperSlot } from '@eight-up/core/document/kit';
import { staleSentence, togetherWords } from '@eight-up/words/cutting';
import { useOpenBook, type OpenBook } from '../../book/use-book.ts';
import { usePapers } from '../../paper/use-papers.ts';
import { Choices } from '../../ui/choices.tsx';
import { Questions } from '../../ui/questions.tsx';
import { Cut } from './cut.tsx';
import { KitEditor } from './kit-editor.tsx';
import { Ranking } from './ranking.tsx';
import { SheetForBook } from './sheet-for-book.tsx';
import { SideBySide } from './side-by-side.tsx';
import { useTaking } from './use-taking.ts';
import { QUESTIONS } from './questions.ts';

type Question = (typeof QUESTIONS)[number]['id'];

/** A plan that was fixed before parts, copies or the manner of cutting changed: what is shown is the new one, what the book counts by the old. */
function StalePlan({
  book,
  on,
  chosen,
  isShown,
}: {
  readonly book: OpenBook;
  readonly on: PaperSlot;
  readonly chosen: ChosenPaper;
  /** a plan for the parts as they are now is on the screen */
  readonly isShown: boolean;
}) {
  const taking = useTaking(book, on, () => undefined);
  return (
    <div
      role="status"
      className="flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b border-ink bg-blade-pale px-9 py-2"
    >
      <span>{staleSentence(chosen, isShown)}</span>
      {taking.running ? (
        <span>Planning …{taking.soFar && ` ${taking.soFar}`}</span>
      ) : (
        <button type="button" className="remedy" onClick={() => taking.take(chosen.paper, chosen.grain)}>
          Bring the plan up to date
        </button>
      )}
      {taking.problem && <span className="text-blade">{taking.problem}</span>}
    </div>
  );
}

/** What the book is cut from: yield, grain, sheets to buy, the cutting plan. */
export function PaperStage() {
  const book = useOpenBook();
  const { papers, drawer } = usePapers();
  const [query, setQuery] = useSearchParams();
  const slots = cutTogether(book.plan, book.book.kit);
  const asked = QUESTIONS.find(({ id }) => id === query.get('ask'))?.id;
  const question: Question = asked ?? (pagesPaper(book.book) ? 'cut' : 'book');
  const { slot: on, kind } = slots.find(({ slot }) => slot === query.get('on')) ?? slots[0]!;
  const [kitOpen, setKitOpen] = useState(true);
  const ask = (id: Question, slot: PaperSlot = on) =>
    setQuery(slot === PAGES_SLOT ? { ask: id } : { ask: id, on: slot });
  const task = taskOf(book.plan, book.book, on);
  const ofKind = papers.filter((paper) => paper.kind === kind);
  const chosen = book.book.papers[on];
  const showKit = question === 'book' || question === 'compare';
  return (
    <main className="fills flex grow flex-col">
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-1 border-b border-ink px-9 pt-3">
        <Questions questions={QUESTIONS} asked={question} onAsk={(id) => ask(id)} />
        {slots.length > 1 && (
          <Choices<PaperSlot>
            label="What is cut"
            value={on}
            onChange={(slot) => ask(question, slot)}
            choices={slots.map((one) => ({ value: one.slot, name: togetherWords(one) }))}
          />
        )}
      </div>
      {chosen && isStale(chosen, task) && (
        <StalePlan book={book} on={on} chosen={chosen} isShown={question === 'cut'} key={on} />
      )}
      <div
        className={`grid min-h-0 grow gap-0 ${showKit && kitOpen ? 'grid-cols-[minmax(290px,340px)_minmax(0,1fr)] max-[1000px]:grid-cols-1' : 'grid-cols-1'}`}
      >
        {showKit && kitOpen && (
          <aside className="border-r border-ink bg-wood px-6 py-3 roomy:min-h-0 roomy:overflow-auto">
            <KitEditor book={book} onHide={() => setKitOpen(false)} />
          </aside>
        )}
        <div className="min-w-0 px-9 py-4 roomy:min-h-0 roomy:overflow-auto">
          {showKit && !kitOpen && (
            <button type="button" className="remedy mb-2" onClick={() => setKitOpen(true)}>
              Copies, parts and how they are cut
            </button>
          )}
          {question === 'book' && (
            <Ranking
              book={book}
              on={on}
              papers={ofKind}
              loaded={drawer.isSuccess}
              onTaken={() => ask('cut')}
              key={on}
            />
          )}
          {question === 'sheet' && <SheetForBook book={book} papers={papers} />}
          {question === 'compare' && <SideBySide book={book} on={on} papers={ofKind} key={on} />}
          {question === 'cut' && <Cut book={book} on={on} onRank={() => ask('book')} key={on} />}
        </div>
      </div>
    </main>
  );
}

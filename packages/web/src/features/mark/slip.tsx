import { useMemo, useState } from 'react';
import { fingerprint } from '@eight-up/core/cutting/jobs';
import { marksOfBook, panelsOfStrips } from '@eight-up/core/marks/sheet-marks';
import { slipAdvice } from '@eight-up/core/slip/advice';
import { panelsOf, type SlipTask } from '@eight-up/core/slip/book-errors';
import { exactSlip, worstOf } from '@eight-up/core/slip/exact';
import { handProblem, type Hand, type HandProblem } from '@eight-up/core/slip/hand';
import { oneBook, oneFoldMoved } from '@eight-up/core/slip/simulate';
import { inch, mm, nm, type Nm } from '@eight-up/core/units/nm';
import { measuredWords } from '@eight-up/words/measuring';
import {
  adviceSentences,
  HAND_WORDS,
  handProblemWords,
  METHOD_HOW,
  METHOD_WORDS,
  slipMeasure,
  spreadWords,
} from '@eight-up/words/slip';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';
import { BlockAsItLies } from './block-as-it-lies.tsx';
import { useBenchHand } from './bench-hand.ts';
import { Blocks } from './blocks.tsx';
import { SlipChart } from './slip-chart.tsx';
import { useHand } from './use-hand.ts';

const BOOKS = 100_000;
const PICTURES = mm(1);

/** How exact the marks must be: each way of finding the folds beside the others, the block as it would lie, and what to do. */
export function Slip({ book }: { readonly book: OpenBook }) {
  const unit = useSettings((s) => s.unit);
  const { method, end, covers, set } = useBenchHand();
  const { hand } = useHand();
  const { plan } = book;
  const strips = useMemo(() => panelsOfStrips(plan, marksOfBook(plan)), [plan]);
  const task = useMemo(
    (): SlipTask => ({ strips, panelWidth: plan.reading.width, method, end, hand, takeUp: mm(0) }),
    [strips, plan, method, end, hand],
  );
  const answer = useMemo(() => exactSlip(task), [task]);
  const wanted = useMemo(() => ({ covers, pictures: PICTURES }), [covers]);
  const advice = useMemo(() => slipAdvice(task, wanted), [task, wanted]);
  const sentences = adviceSentences(task, answer, advice, wanted, unit);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(300px,350px)] gap-7 max-[1000px]:grid-cols-1">
      <div className="flex min-w-0 flex-col gap-4">
        <section aria-label="What to do" aria-live="polite">
          <h2 className="text-2xl">What a slip costs this book</h2>
          {sentences.map((sentence, i) => (
            <p key={i} className={i === 0 ? 'text-[1.07rem] font-semibold' : ''}>
              {sentence}
            </p>
          ))}
        </section>
        <section aria-label="Ways of finding the folds">
          <SlipChart
            methods={advice.methods}
            chosen={method}
            wanted={covers}
            unit={unit}
            onChoose={(chosen) => set({ method: chosen })}
          />
          <div className="overflow-x-auto">
            <table className="mt-2 w-full text-left">
              <caption className="pb-1 text-left text-sm text-quiet">
                How far out on the whole · what 95 books of 100 keep. Covers need a square block, pictures a true
                length: no way keeps both alike.
              </caption>
              <thead>
                <tr className="border-b border-ink text-sm">
                  <th scope="col">Folds are found</th>
                  <th scope="col">length</th>
                  <th scope="col">last edge</th>
                  <th scope="col">covers</th>
                  <th scope="col">head to tail</th>
                  {strips.length > 1 && <th scope="col">picture at a joint</th>}
                </tr>
              </thead>
              <tbody>
                {advice.methods.map(({ method: one, answer: its, keepsCovers, keepsPictures }) => (
                  <tr
                    key={one}
                    className={`border-b border-bench-deep ${one === method ? 'bg-choose-pale font-semibold' : ''}`}
                  >
                    <th scope="row" className="font-semibold">
                      <button
                        type="button"
                        aria-pressed={one === method}
                        className="remedy"
                        onClick={() => set({ method: one })}
                      >
                        {METHOD_WORDS[one]}
                      </button>
                    </th>
                    <td className="measure">{spreadWords(its.length, unit)}</td>
                    <td className="measure">{spreadWords(its.block, unit)}</td>
                    <td className={`measure ${keepsCovers ? '' : 'text-blade'}`}>
                      {spreadWords(its.covers, unit)} {keepsCovers ? '✓' : ''}
                    </td>
                    <td className="measure">{spreadWords(its.skew, unit)}</td>
                    {strips.length > 1 && (
                      <td className={`measure ${keepsPictures ? '' : 'text-blade'}`}>
                        {spreadWords(worstOf(its.register)!, unit)} {keepsPictures ? '✓' : ''}
                      </td>
                    )}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
        <AsItLies task={task} />
      </div>
      <aside className="flex flex-col gap-3">
        <section aria-label="How it is made" className="slip p-4">
          <p>
            {panelsOf(strips)} panels{strips.length > 1 ? ` on ${strips.length} pieces` : ''}, {METHOD_WORDS[method]}.
          </p>
          <p className="text-sm text-quiet">{METHOD_HOW[method]}</p>
          <Choices<'before' | 'after'>
            label="The last end is cut"
            value={end}
            onChange={(chosen) => set({ end: chosen })}
            choices={[
              { value: 'after', name: 'after folding' },
              { value: 'before', name: 'before folding' },
            ]}
          />
          <MeasureField
            label="Covers are to meet within"
            value={covers}
            onChange={(value) => value > 0 && set({ covers: value })}
          />
        </section>
        <HandFields />
        <Blocks book={book} task={task} />
        <ManyBooks task={task} />
      </aside>
    </div>
  );
}

/** The figures of the maker's hand; one that is none is said, and what was there before counts. */
function HandFields() {
  const unit = useSettings((s) => s.unit);
  const { own, set } = useBenchHand();
  const { hand, measured } = useHand();
  const [problem, setProblem] = useState<HandProblem>();
  const change = (what: keyof Hand, value: Nm) => {
    const found = handProblem({ ...hand, [what]: value });
    setProblem(found);
    if (!found) set({ own: { ...own, [what]: value } });
  };
  return (
    <section aria-label="Your hand" className="slip p-4">
      <h3 className="text-lg">Your hand</h3>
      <p className="text-sm text-quiet">Standard deviations: two times of three you are out by less.</p>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        {(Object.keys(HAND_WORDS) as (keyof Hand)[]).map((what) => (
          <MeasureField
            key={`${what} ${hand[what]}`}
            label={HAND_WORDS[what]}
            value={hand[what]}
            onChange={(value) => change(what, value)}
          />
        ))}
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-sm text-blade">
          {handProblemWords(problem, unit)}
        </p>
      )}
      <p className="mt-2 text-sm">
        Reading a ruler:{' '}
        {own.reading !== undefined ? 'as you said' : measured ? measuredWords(measured, unit) : 'usual'}.
      </p>
      {Object.keys(own).length > 0 && (
        <button
          type="button"
          className="remedy text-sm"
          onClick={() => {
            setProblem(undefined);
            set({ own: {} });
          }}
        >
          Count with what is measured, or usual
        </button>
      )}
    </section>
  );
}

/** One book as it would lie: drawn at random, or right but for one fold that the maker moves. */
function AsItLies({ task }: { readonly task: SlipTask }) {
  const unit = useSettings((s) => s.unit);
  const panels = panelsOf(task.strips);
  const [seed, setSeed] = useState(0.31);
  const [fold, setFold] = useState(0);
  const [by, setBy] = useState(0);
  const half = unit === 'mm' ? mm(0.5) : inch(1 / 64);
  const moved = fold > 0 && fold < panels;
  const wider = useMemo(
    () => (moved ? oneFoldMoved(task, fold, by) : oneBook(task, seed)),
    [task, moved, fold, by, seed],
  );
  let block = 0;
  for (const one of wider) block = one - block;
  const length = wider.reduce((sum, one) => sum + one, 0);
  return (
    <section aria-label="The block as it would lie" className="max-w-2xl">
      <h3 className="text-lg">As it would lie</h3>
      <BlockAsItLies wider={wider} panelWidth={task.panelWidth} />
      <p aria-live="polite">
        {moved
          ? `Fold ${fold} made ${slipMeasure(Math.abs(by), unit)} ${by < 0 ? 'short of' : 'beyond'} its place, all else right: `
          : 'One book drawn at random: '}
        last edge {slipMeasure(Math.abs(block), unit)} out, length {slipMeasure(Math.abs(length), unit)}.
      </p>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <label className="text-sm text-quiet">
          One fold beside its place
          <select
            className="entry block"
            value={moved ? fold : 0}
            onChange={({ target }) => {
              setFold(Number(target.value));
              setBy(half);
            }}
          >
            <option value={0}>none: a book at random</option>
            {Array.from({ length: panels - 1 }, (_, i) => (
              <option key={i} value={i + 1}>
                fold {i + 1}
              </option>
            ))}
          </select>
        </label>
        {moved ? (
          <>
            <button type="button" className="action" onClick={() => setBy(nm(by - half))}>
              Move back
            </button>
            <button type="button" className="action" onClick={() => setBy(nm(by + half))}>
              Move on by {slipMeasure(half, unit)}
            </button>
          </>
        ) : (
          <button type="button" className="action" onClick={() => setSeed((seed * 7.31 + 0.137) % 1)}>
            Another book
          </button>
        )}
      </div>
    </section>
  );
}

/** What cannot be told in a formula: the worst edge and the worst joint of a book, by making very many. */
function ManyBooks({ task }: { readonly task: SlipTask }) {
  const unit = useSettings((s) => s.unit);
  const [asked, setAsked] = useState(false);
  const input = asked ? { task, books: BOOKS, seed: 0.5 } : undefined;
  const { answer, running, share, cancel } = useCuttingJob('slip', input, `${asked} ${fingerprint(task)}`);
  const stop = () => {
    cancel();
    setAsked(false);
  };
  return (
    <section aria-label="Many books" className="slip p-4">
      <h3 className="text-lg">A hundred thousand books</h3>
      <p className="text-sm">All edges of a block together, and all joints of a book: made at random with your hand.</p>
      {running ? (
        <p role="status" className="mt-1 flex items-center gap-3">
          <progress max={1} value={share} aria-label="Making books" />{' '}
          <button type="button" className="remedy" onClick={stop}>
            Stop
          </button>
        </p>
      ) : answer && asked ? (
        <dl aria-live="polite" className="mt-1 grid grid-cols-[1fr_auto] gap-x-3">
          <dt>the worst of all edges</dt>
          <dd className="measure font-semibold">{slipMeasure(answer.worstEdge, unit)}</dd>
          {task.strips.length > 1 && (
            <>
              <dt>the worst of all joints</dt>
              <dd className="measure font-semibold">{slipMeasure(answer.worstJoint, unit)}</dd>
            </>
          )}
          <dt className="text-quiet">covers, for comparison</dt>
          <dd className="measure text-quiet">{slipMeasure(answer.covers, unit)}</dd>
        </dl>
      ) : (
        <button type="button" className="action mt-1" onClick={() => setAsked(true)}>
          Make them
        </button>
      )}
    </section>
  );
}

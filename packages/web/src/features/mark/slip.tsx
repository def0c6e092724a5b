import { useMemo } from 'react';
import { marksOfBook, panelsOfStrips } from '@eight-up/core/marks/sheet-marks';
import { slipAdvice } from '@eight-up/core/slip/advice';
import { panelsOf, type SlipTask } from '@eight-up/core/slip/book-errors';
import { exactSlip } from '@eight-up/core/slip/exact';
import { mm } from '@eight-up/core/units/nm';
import { adviceSentences, METHOD_HOW, METHOD_WORDS } from '@eight-up/words/slip';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { AsItLies } from './as-it-lies.tsx';
import { useBenchHand } from './bench-hand.ts';
import { Blocks } from './blocks.tsx';
import { HandFields } from './hand-fields.tsx';
import { ManyBooks } from './many-books.tsx';
import { MethodsTable } from './methods-table.tsx';
import { SlipChart } from './slip-chart.tsx';
import { useHand } from './use-hand.ts';

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
          <MethodsTable
            methods={advice.methods}
            wanted={wanted}
            chosen={method}
            onChoose={(chosen) => set({ method: chosen })}
          />
        </section>
        <AsItLies task={task} />
      </div>
      <aside className="flex flex-col gap-3">
        <section aria-label="How it is made" className="slip p-4">
          <p>
            {panelsOf(strips)} panels
            {strips.length > 1 ? ` on ${strips.length} pieces` : plan.form.cutFromSheet ? '' : ' side by side'},{' '}
            {METHOD_WORDS[method]}.
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

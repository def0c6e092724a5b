import { useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { pagesPaper } from '@eight-up/core/document/document';
import { readHand } from '@eight-up/core/slip/test-strip';
import { measure, parseMeasure } from '@eight-up/core/units/measure';
import { inch, mm, type Nm } from '@eight-up/core/units/nm';
import { measuredWords } from '@eight-up/words/measuring';
import { handReadSentence, slipMeasure, testStripProblemWords } from '@eight-up/words/slip';
import { ApiFailure, postJson } from '../../base/api.ts';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { useBenchHand } from './bench-hand.ts';
import { MEASURED, useHand, useTakeUp } from './use-hand.ts';

const MARKS = 10;

/** Ten marks laid off and read back, the strip folded at them: the maker's own reading error and take-up, kept. */
export function TestStripPanel({ book }: { readonly book: OpenBook }) {
  const unit = useSettings((s) => s.unit);
  const { own, set } = useBenchHand();
  const { hand, measured } = useHand();
  const fold = useTakeUp(book);
  const paper = pagesPaper(book.book)?.paper;
  const client = useQueryClient();
  const step = unit === 'mm' ? mm(20) : inch(0.75);
  const [texts, setTexts] = useState<readonly string[]>(() => Array.from({ length: MARKS }, () => ''));
  const [folded, setFolded] = useState('');
  const [said, setSaid] = useState<{ readonly text: string; readonly wrong: boolean }>();
  const read = texts.map((text) => (text.trim() === '' ? undefined : parseMeasure(text, unit)));
  const wrong = read.findIndex((one) => one && !one.ok);
  // Marks follow one another: the first that was left out ends the strip.
  const filled = read.findIndex((one) => one === undefined);
  const marks = read.slice(0, filled < 0 ? MARKS : filled);
  const width = folded.trim() === '' ? undefined : parseMeasure(folded, unit);
  const hasAll = wrong < 0 && (width === undefined || width.ok);
  const found = hasAll
    ? readHand({
        step,
        readBack: marks.map((one) => (one?.ok ? one.value : (0 as Nm))),
        folded: width?.ok ? width.value : null,
      })
    : undefined;
  const keep = async () => {
    if (!found?.ok) return;
    const { reading, takeUp, marks: count } = found.value;
    let kept = false;
    const none = { book: null, printer: null, spread: null };
    try {
      await postJson('/api/measurements', {
        ...none,
        method: 'reading-error',
        paper: null,
        lengths: { standard: reading },
        count,
      });
      kept = true;
      if (takeUp !== null && paper)
        await postJson('/api/measurements', {
          ...none,
          method: 'take-up',
          paper: paper.id,
          lengths: { aFold: takeUp },
          count: 1,
        });
      const { reading: _, ...others } = own;
      set({ own: others });
      await client.invalidateQueries({ queryKey: [MEASURED] });
      setSaid({ text: 'Kept. What a slip costs is counted with it from now on.', wrong: false });
    } catch (failure) {
      const why = failure instanceof ApiFailure ? failure.message : String(failure);
      setSaid({
        text: `${kept ? 'Your reading is kept; what a fold takes up is not' : 'Not kept'}: ${why} What you typed is still here.`,
        wrong: true,
      });
    }
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(300px,360px)] gap-7 max-[1000px]:grid-cols-1">
      <section aria-label="A strip to practise on" className="max-w-2xl">
        <h2 className="text-2xl">How exact is your hand?</h2>
        <ol className="mt-1 list-decimal pl-6 text-[1.07rem] leading-snug">
          <li>
            Cut a strip of the paper you will use, a little longer than {measure((step * MARKS) as Nm, unit)}. With the
            ruler you will use mark every {measure(step, unit)} from its left edge: {measure(step, unit)},{' '}
            {measure((2 * step) as Nm, unit)}, and so on to {measure((step * MARKS) as Nm, unit)}.
          </li>
          <li>Take the ruler off. Lay it on again, and read where each mark lies, as finely as you can guess it.</li>
          <li>
            Fold the strip to and fro at the marks, press it, and measure across the packet from fold to fold, if you
            fold thick paper.
          </li>
        </ol>
        <div className="mt-3 grid grid-cols-5 gap-x-3 gap-y-2 max-[700px]:grid-cols-2">
          {texts.map((text, i) => (
            <label key={i} className="text-sm text-quiet">
              {i + 1}, at {measure(((i + 1) * step) as Nm, unit)}
              <input
                className="entry measure block w-full"
                value={text}
                aria-invalid={i === wrong}
                placeholder="read back"
                onChange={({ target }) => {
                  setSaid(undefined);
                  setTexts(texts.map((one, k) => (k === i ? target.value : one)));
                }}
              />
            </label>
          ))}
        </div>
        <label className="mt-3 block max-w-xs text-sm text-quiet">
          The packet from fold to fold (left out: not folded)
          <input
            className="entry measure block w-40"
            value={folded}
            aria-invalid={width !== undefined && !width.ok}
            onChange={({ target }) => {
              setSaid(undefined);
              setFolded(target.value);
            }}
          />
        </label>
        <div aria-live="polite" className="mt-3 max-w-xl">
          {!hasAll && <p className="text-blade">That is no length yet: try 60.2, 6.02cm or 2 3/8in.</p>}
          {hasAll && marks.length > 0 && found && (
            <p className={found.ok ? 'text-lg font-semibold' : ''}>
              {found.ok ? handReadSentence(found.value, unit) : testStripProblemWords(found.problem, unit)}
            </p>
          )}
          {found?.ok && found.value.takeUp !== null && !paper && (
            <p className="text-sm">
              What a fold takes up belongs to a paper: take one in the Paper stage, and it is kept with it.
            </p>
          )}
          {said && (
            <p role={said.wrong ? 'alert' : 'status'} className={said.wrong ? 'text-blade' : 'font-semibold'}>
              {said.text}
            </p>
          )}
        </div>
        <button
          type="button"
          className="action action-first mt-2"
          disabled={!found?.ok || said?.wrong === false}
          onClick={() => void keep()}
        >
          Keep it
        </button>
      </section>
      <aside className="slip self-start p-4">
        <h3 className="text-lg">What counts now</h3>
        <p>
          Reading a ruler: <span className="measure font-semibold">{slipMeasure(hand.reading, unit)}</span>,{' '}
          {own.reading === undefined ? (measured ? measuredWords(measured, unit) : 'usual') : 'as you said'}
        </p>
        <p>
          A fold takes up: <span className="measure font-semibold">{slipMeasure(fold.takeUp, unit)}</span>,{' '}
          {fold.measured ? `${measuredWords(fold.measured, unit)} on ${paper?.name}` : 'usual for its weight'}
        </p>
      </aside>
    </div>
  );
}

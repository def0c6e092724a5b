import { useMemo, useState } from 'react';
import { panelsOf, type SlipTask } from '@eight-up/core/slip/book-errors';
import { oneBook, oneFoldMoved } from '@eight-up/core/slip/simulate';
import { inch, mm, nm } from '@eight-up/core/units/nm';
import { slipMeasure } from '@eight-up/words/slip';
import { useSettings } from '../../base/settings.ts';
import { BlockAsItLies } from './block-as-it-lies.tsx';

/** One book as it would lie: drawn at random, or right but for one fold that the maker moves. */
export function AsItLies({ task }: { readonly task: SlipTask }) {
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

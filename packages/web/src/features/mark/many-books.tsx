import { useState } from 'react';
import { fingerprint } from '@eight-up/core/cutting/jobs';
import type { SlipTask } from '@eight-up/core/slip/book-errors';
import { slipMeasure } from '@eight-up/words/slip';
import { useSettings } from '../../base/settings.ts';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';

const BOOKS = 100_000;

/** What cannot be told in a formula: the worst edge and the worst joint of a book, by making very many. */
export function ManyBooks({ task }: { readonly task: SlipTask }) {
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

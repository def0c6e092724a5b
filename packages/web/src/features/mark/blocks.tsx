import { useState } from 'react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { MeasurementsAnswer } from '@eight-up/core/contract/answers';
import { pagesPaper } from '@eight-up/core/document/document';
import type { Measurement } from '@eight-up/core/measuring/measurement';
import { blocksMeasured, LEAST_BLOCKS } from '@eight-up/core/slip/blocks-measured';
import type { SlipTask } from '@eight-up/core/slip/book-errors';
import { parseMeasure } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { blocksSentence } from '@eight-up/words/slip';
import { ApiFailure, getJson, postJson } from '../../base/api.ts';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { useBenchHand } from './bench-hand.ts';
import { MEASURED } from './use-hand.ts';

/** Finished blocks measured: how far their last edges are out, beside what was to be expected, and the hand that would make them so. */
export function Blocks({ book, task }: { readonly book: OpenBook; readonly task: SlipTask }) {
  const unit = useSettings((s) => s.unit);
  const set = useBenchHand((s) => s.set);
  const client = useQueryClient();
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string>();
  const asked = useQuery<MeasurementsAnswer, ApiFailure>({
    queryKey: [MEASURED, 'block-edge', book.id],
    queryFn: () => getJson<MeasurementsAnswer>(`/api/measurements?method=block-edge&book=${book.id}`),
  });
  const outs = (asked.data?.measurements ?? []).flatMap((one): readonly Nm[] => {
    const { lengths } = one as Measurement<'block-edge'>;
    return lengths ? [lengths.out] : [];
  });
  const found = outs.length > 0 ? blocksMeasured(task, outs) : undefined;
  const add = async () => {
    const read = parseMeasure(text, unit);
    if (!read.ok) {
      setWrong('That is no length: try 0.5, 0.05cm or 1/64in. Nothing was kept.');
      return;
    }
    try {
      await postJson('/api/measurements', {
        method: 'block-edge',
        book: book.id,
        paper: pagesPaper(book.book)?.paper.id ?? null,
        printer: null,
        lengths: { out: read.value },
        count: 1,
        spread: null,
      });
      setText('');
      setWrong(undefined);
      await client.invalidateQueries({ queryKey: [MEASURED, 'block-edge'] });
    } catch (failure) {
      setWrong(failure instanceof ApiFailure ? failure.message : String(failure));
    }
  };
  return (
    <section aria-label="Finished blocks" className="slip p-4">
      <h3 className="text-lg">Finished blocks</h3>
      <form
        className="flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <label className="text-sm text-quiet">
          Last edge out by
          <input
            className="entry measure block w-28"
            value={text}
            aria-invalid={wrong !== undefined}
            onChange={({ target }) => setText(target.value)}
          />
        </label>
        <button type="submit" className="action" disabled={text.trim() === ''}>
          Add
        </button>
      </form>
      {wrong && (
        <p role="alert" className="mt-1 text-sm text-blade">
          {wrong}
        </p>
      )}
      {found && (
        <p aria-live="polite" className="mt-1 text-sm">
          {blocksSentence(found, unit)}
        </p>
      )}
      {found?.hand ? (
        <button type="button" className="remedy text-sm" onClick={() => set({ own: found.hand! })}>
          Count with them
        </button>
      ) : (
        <p className="text-sm text-quiet">From {LEAST_BLOCKS} on they tell your hand.</p>
      )}
    </section>
  );
}

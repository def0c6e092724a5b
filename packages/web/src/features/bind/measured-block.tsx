import { useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import type { BlocksKnown } from '@eight-up/core/binding/closed-measure';
import { pagesPaper } from '@eight-up/core/document/document';
import { measure, parseMeasure } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { measuredWords } from '@eight-up/words/measuring';
import { ApiFailure, postJson } from '../../base/api.ts';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { BLOCKS } from './use-blocks-known.ts';

interface MeasuredBlockProps {
  readonly book: OpenBook;
  /** what the layers come to at the spine as it is planned now */
  readonly layers: Nm;
  readonly known: BlocksKnown;
}

/** A finished block measured between two flat things: kept with its book and paper, it wins over what is reckoned. */
export function MeasuredBlock({ book, layers, known }: MeasuredBlockProps) {
  const unit = useSettings((s) => s.unit);
  const client = useQueryClient();
  const [texts, setTexts] = useState({ spine: '', foreEdge: '' });
  const [wrong, setWrong] = useState<string>();
  const { ofBook } = known;
  const keep = async (lengths: Readonly<Record<string, Nm>> | null) => {
    try {
      await postJson('/api/measurements', {
        method: BLOCKS,
        book: book.id,
        paper: pagesPaper(book.book)?.paper.id ?? null,
        printer: null,
        lengths,
        count: 1,
        spread: null,
      });
      setTexts({ spine: '', foreEdge: '' });
      setWrong(undefined);
      await client.invalidateQueries({ queryKey: ['measurements', BLOCKS] });
    } catch (failure) {
      setWrong(failure instanceof ApiFailure ? failure.message : String(failure));
    }
  };
  const add = () => {
    const spine = parseMeasure(texts.spine, unit);
    const foreEdge = texts.foreEdge.trim() === '' ? undefined : parseMeasure(texts.foreEdge, unit);
    if (!spine.ok || (foreEdge && !foreEdge.ok)) {
      setWrong('That is no length: try 3.2, 0.32cm or 1/8in. Nothing was kept.');
      return;
    }
    void keep({ thickness: spine.value, layers, ...(foreEdge?.ok ? { foreEdge: foreEdge.value } : {}) });
  };
  const field = (label: string, name: keyof typeof texts) => (
    <label className="text-sm text-quiet">
      {label}
      <input
        className="entry measure block w-24"
        value={texts[name]}
        onChange={({ target }) => setTexts({ ...texts, [name]: target.value })}
      />
    </label>
  );
  return (
    <section aria-label="A finished one, measured" className="slip p-4">
      <h3 className="text-lg">A finished one, measured</h3>
      {ofBook?.lengths ? (
        <p className="text-sm" aria-live="polite">
          {measure(ofBook.lengths.thickness, unit)} at the spine
          {ofBook.lengths.foreEdge === undefined
            ? ''
            : `, ${measure(ofBook.lengths.foreEdge, unit)} at the fore-edge`}, {measuredWords(ofBook, unit)}.{' '}
          <button type="button" className="remedy" onClick={() => void keep(null)}>
            Take it back
          </button>
        </p>
      ) : (
        <p className="text-sm text-quiet">
          Between two flat things, pressed as a reader holds it. It wins over what is reckoned.
        </p>
      )}
      <form
        className="mt-1 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        {field('at the spine', 'spine')}
        {field('at the fore-edge', 'foreEdge')}
        <button type="submit" className="action" disabled={texts.spine.trim() === ''}>
          Keep
        </button>
      </form>
      {wrong && (
        <p role="alert" className="mt-1 text-sm text-blade">
          {wrong}
        </p>
      )}
    </section>
  );
}

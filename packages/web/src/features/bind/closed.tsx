import { useMemo } from 'react';
import { closedMeasure } from '@eight-up/core/binding/closed-measure';
import type { Printing } from '@eight-up/core/document/printing';
import { spineFolds } from '@eight-up/core/folding/nest';
import { measureSize } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { betweenWords, EDGE_WORDS, edgeWords, springWords } from '@eight-up/words/binding';
import { TRIM_CAUTION } from '@eight-up/words/cutting';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { EdgesPicture } from './edges-picture.tsx';
import { MeasuredBlock } from './measured-block.tsx';
import { useBlocksKnown } from './use-blocks-known.ts';

/** How thick the closed book is along each edge, as a range; what was measured of it; and what is trimmed off. */
export function ClosedPanel({ book }: { readonly book: OpenBook }) {
  const unit = useSettings((s) => s.unit);
  const known = useBlocksKnown(book);
  const { plan } = book;
  const measure_ = useMemo(
    () => closedMeasure(plan, book.book, { ofBook: known.ofBook, onPaper: known.onPaper }),
    [plan, book.book, known.ofBook, known.onPaper],
  );
  const { printing, binding } = book.book;
  const setPrinting = (changed: Partial<Printing>) =>
    book.change({ kind: 'set-printing', printing: { ...printing, ...changed } });
  const trims = spineFolds(plan).length > 0;
  const trimmed = printing.trim > 0 || printing.trimHead > 0 || printing.trimTail > 0;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(310px,370px)] gap-7 max-[1000px]:grid-cols-1">
      <section aria-label="Closed measure" className="max-w-3xl">
        <h2 className="text-2xl">
          Closed <span className="measure">{measureSize(measure_.width, measure_.height, unit)}</span>
          {trimmed && trims ? ', trimmed' : ''}
        </h2>
        <EdgesPicture measure={measure_} spineAt={plan.reading.spineAt} />
        <table className="mt-3 w-full">
          <caption className="sr-only">Thickness along each edge</caption>
          <thead>
            <tr className="text-left text-sm text-quiet">
              <th className="font-normal">at the</th>
              <th className="font-normal">thick</th>
              <th className="font-normal">of</th>
            </tr>
          </thead>
          <tbody>
            {measure_.edges.map((edge) => (
              <tr key={edge.edge} className="border-t border-bench-deep align-baseline">
                <th scope="row" className="py-1 pr-4 text-left font-semibold">
                  {EDGE_WORDS[edge.edge]}
                </th>
                <td className="measure py-1 pr-4">
                  {betweenWords(edge, unit)}
                  {edge.measured === undefined ? '' : ', measured'}
                </td>
                <td className="py-1 text-sm text-quiet">{edgeWords(edge, unit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-2 text-sm">{springWords(measure_, unit)}</p>
      </section>
      <aside className="flex flex-col gap-3">
        <section aria-label="Pressed or not" className="slip p-4">
          <Choices<'pressed' | 'unpressed'>
            label="The finished book is"
            value={binding.pressed ? 'pressed' : 'unpressed'}
            onChange={(how) =>
              book.change({ kind: 'set-binding', binding: { ...binding, pressed: how === 'pressed' } })
            }
            choices={[
              { value: 'pressed', name: 'pressed' },
              { value: 'unpressed', name: 'left as it springs' },
            ]}
          />
          {!('glue' in plan.parameters) && plan.run.glued.length + plan.run.joined.length > 0 && (
            <MeasureField
              label="one film of glue, dry"
              value={binding.glue}
              onChange={(glue: Nm) => book.change({ kind: 'set-binding', binding: { ...binding, glue } })}
            />
          )}
        </section>
        <MeasuredBlock book={book} layers={measure_.edges.find(({ edge }) => edge === 'spine')!.flat} known={known} />
        {trims && (
          <section aria-label="Trimmed" className="slip p-4">
            <h3 className="text-lg">Trimmed off</h3>
            <div className="flex flex-wrap gap-x-4">
              <MeasureField
                label="the head"
                value={printing.trimHead}
                onChange={(trimHead: Nm) => setPrinting({ trimHead })}
              />
              <MeasureField
                label="the tail"
                value={printing.trimTail}
                onChange={(trimTail: Nm) => setPrinting({ trimTail })}
              />
              <MeasureField
                label="the fore-edge"
                value={printing.trim}
                onChange={(trim: Nm) => setPrinting({ trim })}
              />
            </div>
            {trimmed && (
              <p className="mt-2 border-l-4 border-blade pl-2 text-sm">
                <b>Heed:</b> {TRIM_CAUTION}
              </p>
            )}
          </section>
        )}
      </aside>
    </div>
  );
}

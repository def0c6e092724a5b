import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Margins } from '@eight-up/core/book/document';
import { shrinkOf, pagePlaces } from '@eight-up/core/pagination/imposition';
import type { Nm } from '@eight-up/core/units/nm';
import { useActions } from '../../app/actions.tsx';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { PrintFiles, usePrintActions } from '../../book/print-files.tsx';
import { useOpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { LineLegend } from '../../sheet-view/line-legend.tsx';
import { SheetView } from '../../sheet-view/sheet-view.tsx';

/** The face of the sheet as it must print, the printer's reach, and the files. */
export function SheetsStage() {
  const book = useOpenBook();
  const [search, setSearch] = useSearchParams();
  const [turns, setTurns] = useState(0);
  const turnedOver = search.get('face') === 'B';
  const turnOver = () => setSearch(turnedOver ? {} : { face: 'B' }, { replace: true });
  const [lit, setLit] = useState<number>();
  useActions([
    { id: 'turn-over', title: 'Turn the sheet over', keys: 'T', run: turnOver },
    { id: 'rotate', title: 'Turn the sheet round', keys: 'R', run: () => setTurns((turns + 1) % 4) },
    ...usePrintActions(book),
  ]);
  const { printing } = book.book;
  const shrink = shrinkOf(pagePlaces(book.plan), printing);
  return (
    <main className="flex h-[calc(100vh-5.6rem)] min-h-[40rem] grow flex-col max-[900px]:h-auto">
      <div className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_290px] gap-8 px-9 pb-3 pt-4 max-[900px]:grid-cols-1">
        <section className="flex min-h-0 min-w-0 flex-col" aria-label="The sheet as it prints">
          <p className="mb-1 flex items-baseline justify-between text-quiet">
            <span>
              face {turnedOver ? 'B up: the hidden side stays unprinted' : 'A up · head away from you'} · marks from the
              left edge
            </span>
            <span className="flex gap-4">
              <button type="button" className="remedy" onClick={turnOver}>
                Turn over
              </button>
              <button type="button" className="remedy" onClick={() => setTurns((turns + 1) % 4)}>
                Turn round
              </button>
            </span>
          </p>
          <SheetView
            plan={book.plan}
            names={book.names}
            placed={book.placed}
            book={book}
            turns={turns}
            turnedOver={turnedOver}
            lit={lit}
            onPoint={setLit}
            margins={printing.unprintable}
            className="min-h-0 w-full grow"
          />
          <LineLegend plan={book.plan} />
        </section>
        <aside className="flex min-h-0 flex-col gap-3">
          <PrintFiles book={book} />
          <ChecksSlip book={book} />
        </aside>
      </div>
      <section aria-label="What your printer cannot reach" className="border-t border-ink bg-wood px-9 pb-4 pt-3">
        <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
          <div className="max-w-60">
            <h2 className="text-lg">What your printer cannot reach</h2>
            <p className="text-sm text-quiet">Usual: 3–5 mm, some printers 13 at one edge.</p>
          </div>
          {(['top', 'right', 'bottom', 'left'] as const).map((edge) => (
            <MeasureField
              key={edge}
              label={edge}
              value={printing.unprintable[edge]}
              onChange={(value: Nm) =>
                book.change({
                  kind: 'set-printing',
                  printing: { ...printing, unprintable: { ...printing.unprintable, [edge]: value } as Margins },
                })
              }
            />
          ))}
          <Choices
            label={
              shrink < 1
                ? `Every page at ${(shrink * 100).toFixed(1)} %, so that folds still meet`
                : 'Pages at full size'
            }
            value={printing.margin}
            onChange={(margin) => book.change({ kind: 'set-printing', printing: { ...printing, margin } })}
            choices={[
              { value: 'shrink', name: 'shrink the pages' },
              { value: 'warn', name: 'only warn' },
            ]}
          />
        </div>
      </section>
    </main>
  );
}

import { useState } from 'react';
import type { Margins } from '@eight-up/core/book/document';
import { shrinkOf, pagePlaces } from '@eight-up/core/pagination/imposition';
import type { Nm } from '@eight-up/core/units/nm';
import { useActions } from '../../app/actions.tsx';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { PrintFiles, usePrintActions } from '../../book/print-files.tsx';
import { SheetOnTable } from '../../book/sheet-on-table.tsx';
import { useOpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';

/** The face of the sheet as it must print, the printer's reach, and the files. */
export function SheetsStage() {
  const book = useOpenBook();
  const [lit, setLit] = useState<number>();
  useActions(usePrintActions(book));
  const { printing } = book.book;
  const shrink = shrinkOf(pagePlaces(book.plan), printing);
  return (
    <main className="flex h-[calc(100vh-5.6rem)] min-h-[40rem] grow flex-col max-[900px]:h-auto">
      <div className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_290px] gap-8 px-9 pb-3 pt-4 max-[900px]:grid-cols-1">
        <SheetOnTable
          book={book}
          label="The sheet as it prints"
          lit={lit}
          onPoint={setLit}
          margins={printing.unprintable}
        />
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

import { useState } from 'react';
import type { Margins, Printing } from '@eight-up/core/book/document';
import { shrinkOf, pagePlaces } from '@eight-up/core/pagination/imposition';
import type { Nm } from '@eight-up/core/units/nm';
import { useActions } from '../../app/actions.tsx';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { PrintFiles, usePrintActions } from '../../book/print-files.tsx';
import { SheetOnTable } from '../../book/sheet-on-table.tsx';
import { BothFaces } from './both-faces.tsx';
import { CreepChoice } from './creep.tsx';
import { Poster } from './poster.tsx';
import { useOpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';

/** The face of the sheet as it must print, the printer's reach, and the files. */
export function SheetsStage() {
  const book = useOpenBook();
  const [lit, setLit] = useState<number>();
  useActions(usePrintActions(book));
  const { printing } = book.book;
  const set = (change: Partial<Printing>) =>
    book.change({ kind: 'set-printing', printing: { ...printing, ...change } });
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
        <aside className="-mr-2 flex min-h-0 flex-col gap-3 pr-2 roomy:overflow-auto">
          <PrintFiles book={book} />
          <ChecksSlip book={book} />
        </aside>
      </div>
      <div className="flex flex-wrap items-start gap-x-10 gap-y-2 border-t border-ink bg-wood px-9 pb-3 pt-2.5">
        <section aria-label="What your printer cannot reach">
          <h2 className="text-lg">
            What your printer cannot reach{' '}
            <span className="font-text text-sm font-normal text-quiet">usual 3–5 mm, some printers 13 at one edge</span>
          </h2>
          <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
            {(['top', 'right', 'bottom', 'left'] as const).map((edge) => (
              <MeasureField
                key={edge}
                label={edge}
                value={printing.unprintable[edge]}
                onChange={(value: Nm) => set({ unprintable: { ...printing.unprintable, [edge]: value } as Margins })}
              />
            ))}
            <Choices
              label={
                shrink < 1
                  ? `Every page at ${(shrink * 100).toFixed(1)} %, so that folds still meet`
                  : 'Pages at full size'
              }
              value={printing.margin}
              onChange={(margin) => set({ margin })}
              choices={[
                { value: 'shrink', name: 'shrink the pages' },
                { value: 'warn', name: 'only warn' },
              ]}
            />
          </div>
        </section>
        <section aria-label="Bleed and safe zone">
          <h2 className="text-lg">Bleed and safe zone</h2>
          <div className="flex gap-x-4">
            <MeasureField label="bleed" value={printing.bleed} onChange={(bleed: Nm) => set({ bleed })} />
            <MeasureField label="kept safe" value={printing.safe} onChange={(safe: Nm) => set({ safe })} />
          </div>
        </section>
        {book.plan.form.printed(book.plan.parameters).includes('B') ? (
          <BothFaces book={book} set={set} />
        ) : (
          <Poster book={book} />
        )}
        {book.plan.run.sheet.sheets > 1 && <CreepChoice book={book} set={set} />}
      </div>
    </main>
  );
}

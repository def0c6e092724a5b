import { useMemo } from 'react';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import { planBook, type FoldedBook, type FormChoice } from '@eight-up/core/forms/planned-book';
import type { Printing } from '@eight-up/core/document/printing';
import { type Sheet } from '@eight-up/core/paper/sheet-size';
import { withoutBlanks } from '@eight-up/core/forms/without-blanks';
import { USUAL_PRINTING } from '@eight-up/core/document/usual';
import { counted } from '@eight-up/words/counted';
import {
  factsSentence,
  flapThicknessSentence,
  grainSentence,
  hiddenSentence,
  needsSentence,
  printedSheetsSentence,
} from '@eight-up/words/forms';
import { planProblemWords } from '@eight-up/words/problems';
import { pageNames } from '@eight-up/words/forms';
import { useSettings } from '../../base/settings.ts';
import { SheetView } from '../../sheet-view/sheet-view.tsx';
import { FormChooser } from './form-chooser.tsx';
import { laidFor } from './laid-for.ts';
import { ClosedBlockSlip } from './closed-block.tsx';
import { FormParameters } from './form-parameters.tsx';
import { SheetRack } from './sheet-rack.tsx';

interface FormEditorProps {
  readonly form: FormChoice;
  readonly sheet: Sheet;
  /** how it is printed and trimmed, and how thick its paper is; left out: usual */
  readonly printing?: Printing;
  readonly onForm: (form: FormChoice, sheet?: Sheet) => void;
  readonly onSheet: (sheet: Sheet) => void;
  /** what belongs under the facts: starting the book, or what would happen to its pages */
  readonly below: (plan: FoldedBook | undefined) => React.ReactNode;
  /** the book has its form: the others are a press away */
  readonly folded?: boolean;
}

/** Of sheets that differ the one with the most panels says most. */
function widestSheet({ run }: FoldedBook): number {
  const panels = run.laid.sheets.map(({ verticals }) => verticals.length);
  return panels.indexOf(Math.max(...panels));
}

/** Which form, how set, from which sheet; the sheet and what it becomes beside it. */
export function FormEditor({
  form,
  sheet,
  printing = USUAL_PRINTING,
  onForm,
  onSheet,
  below,
  folded = false,
}: FormEditorProps) {
  const unit = useSettings((s) => s.unit);
  const result = useMemo(() => planBook(form, sheet), [form, sheet]);
  return (
    <main className="fills-wide flex grow flex-col">
      <div className="grid min-h-0 grow grid-cols-[minmax(300px,370px)_minmax(340px,1fr)_minmax(250px,290px)] gap-8 px-9 pb-2 pt-4 spacious:overflow-y-auto max-[1100px]:grid-cols-[minmax(300px,1fr)_minmax(300px,1fr)] max-[720px]:grid-cols-[minmax(0,1fr)]">
        <FormChooser
          folded={folded}
          form={form}
          sheet={sheet}
          onForm={(chosen) => onForm(chosen, laidFor(chosen.id, sheet))}
        />
        <section className="flex min-h-72 min-w-0 flex-col" aria-label="The sheet">
          {result.ok && (
            <SheetView
              plan={result.value}
              sheet={widestSheet(result.value)}
              names={pageNames(result.value.reading, 'cover-is-1')}
              className="h-[290px] max-w-full shrink-0 self-start"
            />
          )}
          <FormParameters form={form} plan={result.ok ? result.value : undefined} onForm={onForm} />
        </section>
        <section aria-label="What you will hold" className="max-[1100px]:col-span-2 max-[720px]:col-span-1">
          {result.ok ? (
            <Facts plan={result.value} printing={printing} onForm={onForm} />
          ) : (
            <Impossible sentence={planProblemWords(result.problem, unit)} />
          )}
          <div className={`mt-4 ${folded ? '' : 'sticky bottom-0 bg-bench pb-2'}`}>
            {below(result.ok ? result.value : undefined)}
          </div>
        </section>
      </div>
      <SheetRack sheet={sheet} onSheet={onSheet} />
    </main>
  );
}

function Facts({
  plan,
  printing,
  onForm,
}: {
  readonly plan: FoldedBook;
  readonly printing: Printing;
  readonly onForm: (form: FormChoice) => void;
}) {
  const unit = useSettings((s) => s.unit);
  const hidden = hiddenSentence(plan);
  const sheets = printedSheetsSentence(plan);
  const sides = sidesOf(plan.run.laid, 0).length;
  const near = useMemo(() => withoutBlanks(plan), [plan]);
  const thick = flapThicknessSentence(plan, printing.creep.thickness, unit);
  return (
    <div className="slip p-4">
      <h2 className="mb-1 text-lg">In your hand</h2>
      <p data-testid="facts">{factsSentence(plan, unit, printing)}</p>
      <p className="mt-2 text-quiet">
        Printed on {sides === 1 ? 'one side' : 'both sides'}; {needsSentence(plan)}
      </p>
      {sheets && <p className="mt-2 border-t border-bench-deep pt-2">{sheets}</p>}
      {near.length > 0 && (
        <p className="mt-1 flex flex-wrap gap-x-3">
          <span className="text-quiet">Without blanks:</span>
          {near.map((one) => (
            <button key={one.pages} type="button" className="remedy" onClick={() => onForm(one.form)}>
              {one.pages} pages, {counted(one.sheets, 'sheet')}
            </button>
          ))}
        </p>
      )}
      {thick && <p className="mt-2 border-t border-bench-deep pt-2">{thick}</p>}
      <ClosedBlockSlip plan={plan} thickness={printing.creep.thickness} onForm={onForm} />
      <p className="mt-2 text-quiet">{grainSentence(plan)}</p>
      {hidden && (
        <p role="status" className="mt-2 border-t border-bench-deep pt-2 font-semibold text-blade">
          {hidden}
        </p>
      )}
    </div>
  );
}

function Impossible({ sentence }: { readonly sentence: string }) {
  return (
    <div role="alert" className="border-l-8 border-blade bg-paper p-4">
      <h2 className="mb-1 text-lg">It will not fold</h2>
      <p>{sentence}</p>
    </div>
  );
}

import { useEffect, useMemo, useState } from 'react';
import { RadioGroup, Radio, Label } from '@headlessui/react';
import { FORMS } from '@eight-up/core/forms/registry';
import { planBook, type FoldedBook, type FormChoice } from '@eight-up/core/forms/planned-book';
import type { Printing } from '@eight-up/core/book/document';
import { tapeOf } from '@eight-up/core/folding/rehearsal';
import { turnedSheet, type Sheet } from '@eight-up/core/paper/sheet-size';
import { nearCounts } from '@eight-up/core/forms/nested-booklet';
import { USUAL_PRINTING } from '@eight-up/core/book/usual';
import {
  counted,
  factsSentence,
  flapThicknessSentence,
  formWords,
  grainSentence,
  hiddenSentence,
  needsSentence,
  printedSheetsSentence,
} from '@eight-up/words/forms';
import { planProblemWords } from '@eight-up/words/problems';
import { pageNames } from '@eight-up/words/forms';
import { useSettings } from '../../app/settings.ts';
import { FoldedDrawing } from '../../book-view/folded-drawing.tsx';
import { SheetView } from '../../sheet-view/sheet-view.tsx';
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
}

/** A form likes its sheet lying or does not care; turning the sheet turns its fibres with it. */
const laidFor = (formId: string, sheet: Sheet): Sheet => {
  const lies = FORMS.find(({ id }) => id === formId)?.lies;
  return lies === 'landscape' && sheet.height > sheet.width ? turnedSheet(sheet) : sheet;
};

/** Of sheets that differ the one with the most panels says most. */
function widestSheet({ run }: FoldedBook): number {
  const panels = run.sheet.stack.map(({ verticals }) => verticals.length);
  return panels.indexOf(Math.max(...panels));
}

/** Which form, how set, from which sheet; the sheet and what it becomes beside it. */
export function FormEditor({ form, sheet, printing = USUAL_PRINTING, onForm, onSheet, below }: FormEditorProps) {
  const unit = useSettings((s) => s.unit);
  const result = useMemo(() => planBook(form, sheet), [form, sheet]);
  const choose = (id: string) => {
    if (id !== form.id) onForm({ id, parameters: {} }, laidFor(id, sheet));
  };
  return (
    <main className="flex grow flex-col">
      <div className="grid grow grid-cols-[minmax(300px,370px)_minmax(340px,1fr)_minmax(250px,290px)] gap-8 px-9 pb-5 pt-4 max-[1100px]:grid-cols-[minmax(300px,1fr)_minmax(300px,1fr)] max-[720px]:grid-cols-[minmax(0,1fr)]">
        <section>
          <RadioGroup value={form.id} onChange={choose}>
            <Label as="h2" className="mb-3 text-2xl">
              What do you want to hold?
            </Label>
            <div className="flex flex-col gap-2">
              {FORMS.map(({ id }) => (
                <FormPanel key={id} id={id} sheet={laidFor(id, sheet)} chosen={id === form.id} current={form} />
              ))}
            </div>
          </RadioGroup>
        </section>
        <section className="flex min-h-72 flex-col items-center" aria-label="The sheet">
          {result.ok && (
            <SheetView
              plan={result.value}
              sheet={widestSheet(result.value)}
              names={pageNames(result.value.reading, 'cover-is-1')}
              className="max-h-[310px] w-full"
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
          <div className="mt-4">{below(result.ok ? result.value : undefined)}</div>
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
  const sides = plan.form.printed(plan.parameters).length;
  const { pages } = plan.parameters;
  const near = typeof pages === 'number' ? nearCounts(pages) : [];
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
            <button
              key={one.pages}
              type="button"
              className="remedy"
              onClick={() => onForm({ id: plan.form.id, parameters: { ...plan.parameters, pages: one.pages } })}
            >
              {one.pages} pages, {counted(one.folios, 'sheet')}
            </button>
          ))}
        </p>
      )}
      {thick && <p className="mt-2 border-t border-bench-deep pt-2">{thick}</p>}
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

/** A form in the chooser: its words, and the sheet folding into it again and again. */
function FormPanel({
  id,
  sheet,
  chosen,
  current,
}: {
  readonly id: string;
  readonly sheet: Sheet;
  readonly chosen: boolean;
  readonly current: FormChoice;
}) {
  const words = formWords(id);
  const plan = useMemo(() => planBook(chosen ? current : { id, parameters: {} }, sheet), [id, chosen, current, sheet]);
  return (
    <Radio
      value={id}
      className="group flex cursor-pointer items-center gap-3 border border-ink bg-shade px-3 py-2 hover:bg-choose-pale data-checked:border-2 data-checked:bg-paper"
    >
      <span className="grow">
        <span className="block font-title text-lg font-bold leading-tight first-letter:uppercase">{words.name}</span>
        <span className="block text-sm">{words.holds}</span>
        {chosen && <span className="mt-1 block text-sm text-quiet">{words.made}</span>}
      </span>
      {plan.ok && <Rehearsing plan={plan.value} />}
    </Radio>
  );
}

/** Seconds for one step of the little rehearsal. */
const STEP_SECONDS = 1.1;

function Rehearsing({ plan }: { readonly plan: FoldedBook }) {
  const [position, setPosition] = useState(0);
  const { steps, end } = tapeOf(plan);
  const last = Math.min(steps + 3, end);
  useEffect(() => {
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) {
      setPosition(Math.max(steps - 1, 0));
      return;
    }
    const began = performance.now();
    // Twenty drawings a second are enough for a hand-sized picture and leave the machine alone.
    const timer = setInterval(() => {
      const seconds = (performance.now() - began) / 1000;
      const along = (seconds / STEP_SECONDS) % (last + 1.5);
      setPosition(Math.min(along, last));
    }, 50);
    return () => clearInterval(timer);
  }, [plan, last, steps]);
  return (
    <FoldedDrawing plan={plan} position={position} width={88} height={72} className="h-[64px] w-[80px] shrink-0" />
  );
}

import { useEffect, useMemo, useRef, useState } from 'react';
import { Radio, RadioGroup, Label } from '@headlessui/react';
import { FORM_FAMILIES } from '@eight-up/core/forms/form';
import { FORMS } from '@eight-up/core/forms/registry';
import { planBook, type FoldedBook, type FormChoice } from '@eight-up/core/forms/planned-book';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { FAMILY_WORDS } from '@eight-up/words/forms';
import { formWords } from '@eight-up/words/forms/registry';
import { laidFor } from './laid-for.ts';
import { StandingBook } from './standing-book.tsx';

/** More panels than this are no picture any more: the form's usual ones stand for them. */
const MOST_DRAWN = 64;

interface FormChooserProps {
  readonly form: FormChoice;
  readonly sheet: Sheet;
  readonly onForm: (form: FormChoice) => void;
  /** only the chosen one, the others a press away */
  readonly folded: boolean;
}

/** What one wants to hold: the chosen form in words and in the flesh, always in sight; below it all others, gathered by what they are. */
export function FormChooser({ form, sheet, onForm, folded }: FormChooserProps) {
  const [opened, setOpened] = useState(false);
  const words = formWords(form.id);
  const shown = useStanding(form, sheet);
  return (
    <section>
      <RadioGroup value={form.id} onChange={(id) => id !== form.id && onForm({ id, parameters: {} })}>
        <Label as="h2" className="mb-2 text-2xl">
          {folded && !opened ? 'What it is' : 'What do you want to hold?'}
        </Label>
        <div
          className="mb-2 flex items-center gap-4 border-2 border-ink bg-paper px-4 py-1.5"
          data-testid="chosen-form"
        >
          <p className="grow">
            <span className="block font-title text-xl font-bold leading-tight first-letter:uppercase">
              {words.name}
            </span>
            <span className="block text-sm">{words.holds}</span>
            <span className="mt-1 block text-sm text-quiet">{words.made}</span>
          </p>
          {shown && <StandingBook plan={shown} width={120} height={104} className="h-[104px] w-[120px] shrink-0" />}
        </div>
        {folded && (
          <button type="button" className="remedy mb-2" aria-expanded={opened} onClick={() => setOpened(!opened)}>
            {opened ? 'Keep this form' : 'Another form'}
          </button>
        )}
        {(!folded || opened) &&
          FORM_FAMILIES.map((family) => (
            <div key={family} role="presentation" className="mb-2">
              <h3 className="mb-1 text-sm font-semibold text-quiet">{FAMILY_WORDS[family]}</h3>
              <div className="grid grid-cols-3 gap-1.5">
                {FORMS.filter((one) => one.family === family).map(({ id }) => (
                  <FormTile key={id} id={id} sheet={sheet} />
                ))}
              </div>
            </div>
          ))}
      </RadioGroup>
    </section>
  );
}

/** The form folded from the sheet as it is set, or as it usually is where that would be no picture or cannot be folded. */
function useStanding(form: FormChoice, sheet: Sheet): FoldedBook | undefined {
  return useMemo(() => {
    const own = planBook(form, laidFor(form.id, sheet));
    if (own.ok && own.value.run.laid.panels.length <= MOST_DRAWN) return own.value;
    const usual = planBook({ id: form.id, parameters: {} }, laidFor(form.id, sheet));
    return usual.ok ? usual.value : undefined;
  }, [form, sheet]);
}

function FormTile({ id, sheet }: { readonly id: string; readonly sheet: Sheet }) {
  const usual = useMemo<FormChoice>(() => ({ id, parameters: {} }), [id]);
  const plan = useStanding(usual, sheet);
  const words = formWords(id);
  const tile = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (tile.current?.getAttribute('aria-checked') === 'true') tile.current.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <Radio
      ref={tile}
      value={id}
      as="div"
      title={words.holds}
      className="group flex cursor-pointer flex-col items-center justify-end gap-1 border border-quiet bg-shade px-1 pb-1 pt-1.5 text-center hover:border-ink hover:bg-choose-pale active:translate-y-px data-checked:border-ink data-checked:bg-ink data-checked:text-paper"
    >
      {plan && <StandingBook plan={plan} width={84} height={56} className="h-[56px] w-[84px]" />}
      <span className="block min-h-[2.2em] text-[0.8rem] font-semibold leading-tight first-letter:uppercase">
        {words.name}
      </span>
    </Radio>
  );
}

import { useMemo } from 'react';
import { isAsked, parameterFields, type AskedWhen, type ParameterField } from '@eight-up/core/forms/parameter-fields';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import { formById } from '@eight-up/core/forms/registry';
import type { FoldedBook, FormChoice } from '@eight-up/core/forms/planned-book';
import { parameterAnswer, parameterHint, parameterQuestion } from '@eight-up/words/forms/registry';
import type { Nm } from '@eight-up/core/units/nm';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { TextField } from '../../ui/text-field.tsx';
import { NumberField } from '../../ui/number-field.tsx';

interface FormParametersProps {
  readonly form: FormChoice;
  readonly plan: FoldedBook | undefined;
  readonly onForm: (form: FormChoice) => void;
}

/** The parameters of whatever form is chosen, asked for as its schema describes them. */
export function FormParameters({ form, plan, onForm }: FormParametersProps) {
  const fields = useMemo(() => {
    const declared = formById(form.id);
    return declared ? parameterFields(declared) : [];
  }, [form.id]);
  const values = { ...(plan?.parameters ?? {}), ...form.parameters };
  const set = (name: string, value: unknown) => onForm({ id: form.id, parameters: { ...values, [name]: value } });
  const turns = turnsOf(plan);
  return (
    <div className="mt-2 grid grid-cols-1 justify-items-start">
      {fields
        .filter((field) => (!field.when || turns[field.when] > 0) && isAsked(field, values))
        .map((field) => (
          <div key={field.name} className="max-w-full">
            <ParameterInput
              form={form.id}
              field={field}
              value={values[field.name]}
              hides={2 * turns['faces-meet']}
              onChange={(value) => set(field.name, value)}
            />
            <Hint words={parameterHint(form.id, field.name)} />
          </div>
        ))}
    </div>
  );
}

const Hint = ({ words }: { readonly words: string | undefined }) =>
  words && <p className="-mt-0.5 mb-1 max-w-[52ch] text-sm text-quiet">{words}</p>;

interface ParameterInputProps {
  readonly form: string;
  readonly field: ParameterField;
  readonly value: unknown;
  /** how many printed faces nobody would read where turns are glued shut */
  readonly hides: number;
  readonly onChange: (value: unknown) => void;
}

/** Counts beyond this are typed, not picked. */
const MOST_PICKED = 12;

function ParameterInput({ form, field, value, hides, onChange }: ParameterInputProps) {
  const label = parameterQuestion(form, field.name);
  switch (field.kind) {
    case 'length':
      return <MeasureField className="my-1.5" label={label} value={Number(value) as Nm} onChange={onChange} />;
    case 'numbers':
      return <Numbers label={label} field={field} values={value as readonly number[]} onChange={onChange} />;
    case 'each':
      return <EachOf form={form} field={field} values={value as readonly string[]} onChange={onChange} />;
    case 'count':
      return field.to - field.from > MOST_PICKED ? (
        <NumberField
          label={label}
          value={Number(value)}
          digits={0}
          from={field.from}
          to={field.to}
          onChange={onChange}
        />
      ) : (
        <Choices
          label={label}
          value={Number(value)}
          onChange={onChange}
          choices={Array.from({ length: field.to - field.from + 1 }, (_, i) => ({
            value: field.from + i,
            name: String(field.from + i),
          }))}
        />
      );
    case 'choice':
      return (
        <Choices
          label={label}
          value={String(value)}
          onChange={onChange}
          choices={field.values.map((one) => ({ value: one, name: parameterAnswer(form, field.name, one, hides) }))}
        />
      );
  }
}

/** Whole numbers one after another, parted by spaces or commas; what is no number stays as it was typed until it is left. */
function Numbers({
  label,
  field: { from, to, most },
  values,
  onChange,
}: {
  readonly label: string;
  readonly field: Extract<ParameterField, { kind: 'numbers' }>;
  readonly values: readonly number[];
  readonly onChange: (values: readonly number[]) => void;
}) {
  const take = (typed: string) => {
    const numbers = typed.split(/[\s,;+]+/).flatMap((word) => (/^\d+$/.test(word) ? [Number(word)] : []));
    onChange(numbers.filter((one) => one >= from && one <= to).slice(0, most));
  };
  return <TextField label={label} value={values.join(' ')} onChange={take} most={800} className="my-1.5 w-full" />;
}

/** An answer for each folio; there are as many folios as answers. */
function EachOf({
  form,
  field: { name, values: answers, most },
  values,
  onChange,
}: {
  readonly form: string;
  readonly field: Extract<ParameterField, { kind: 'each' }>;
  readonly values: readonly string[];
  readonly onChange: (values: readonly string[]) => void;
}) {
  return (
    <fieldset className="my-1.5 w-full">
      <legend className="mb-0.5 text-sm text-quiet">{parameterQuestion(form, name)}</legend>
      <div className="flex flex-wrap items-center gap-1.5">
        {values.map((value, i) => (
          <label key={i} className="flex items-center gap-1 text-sm">
            <span className="measure">{i + 1}</span>
            <select
              className="entry px-1 py-0.5"
              aria-label={`Folio ${i + 1}`}
              value={value}
              onChange={({ target }) => onChange(values.map((old, k) => (k === i ? target.value : old)))}
            >
              {answers.map((answer) => (
                <option key={answer} value={answer}>
                  {parameterAnswer(form, name, answer)}
                </option>
              ))}
            </select>
          </label>
        ))}
        <button
          type="button"
          className="remedy text-sm"
          disabled={values.length >= most}
          onClick={() => onChange([...values, answers[0]!])}
        >
          One folio more
        </button>
        {values.length > 1 && (
          <button type="button" className="remedy text-sm" onClick={() => onChange(values.slice(0, -1))}>
            One fewer
          </button>
        )}
      </div>
    </fieldset>
  );
}

/** How many turns of each kind the folded book has: only their treatments are asked for. Read off the folding, not off a rule. */
function turnsOf(plan: FoldedBook | undefined): Readonly<Record<AskedWhen, number>> {
  const printed = plan ? sidesOf(plan.run.laid, 0) : [];
  const turns = (plan?.reading.gaps ?? []).filter(({ edges }) => edges.includes('head') || edges.includes('tail'));
  const facing = turns.filter(({ faces }) => printed.includes(faces[0].side)).length;
  return { 'faces-meet': facing, 'backs-meet': turns.length - facing };
}

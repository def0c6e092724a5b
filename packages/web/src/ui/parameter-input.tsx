import type { ParameterField } from '@eight-up/core/forms/parameter-fields';
import type { Nm } from '@eight-up/core/units/nm';
import { Choices } from './choices.tsx';
import { MeasureField } from './measure-field.tsx';
import { NumberField } from './number-field.tsx';
import { TextField } from './text-field.tsx';

/** How a parameter is asked, and its answers. */
export interface ParameterAsked {
  readonly asks: string;
  readonly hint: string | undefined;
  readonly answer: (value: string) => string;
}

interface ParameterInputProps {
  readonly field: ParameterField;
  readonly asked: ParameterAsked;
  readonly value: unknown;
  readonly onChange: (value: unknown) => void;
}

/** Counts beyond this are typed, not picked. */
const MOST_PICKED = 12;

/** One parameter of a form or a stitch, asked for as its schema describes it. */
export function ParameterInput({ field, asked, value, onChange }: ParameterInputProps) {
  return (
    <div className="max-w-full">
      <Input field={field} asked={asked} value={value} onChange={onChange} />
      {asked.hint && <p className="-mt-0.5 mb-1 max-w-[52ch] text-sm text-quiet">{asked.hint}</p>}
    </div>
  );
}

function Input({ field, asked: { asks, answer }, value, onChange }: ParameterInputProps) {
  switch (field.kind) {
    case 'length':
      return <MeasureField className="my-1.5" label={asks} value={Number(value) as Nm} onChange={onChange} />;
    case 'numbers':
      return <Numbers label={asks} field={field} values={value as readonly number[]} onChange={onChange} />;
    case 'each':
      return (
        <EachOf label={asks} answer={answer} field={field} values={value as readonly string[]} onChange={onChange} />
      );
    case 'count':
      return field.to - field.from > MOST_PICKED ? (
        <NumberField
          label={asks}
          value={Number(value)}
          digits={0}
          from={field.from}
          to={field.to}
          onChange={onChange}
        />
      ) : (
        <Choices
          label={asks}
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
          label={asks}
          value={String(value)}
          onChange={onChange}
          choices={field.values.map((one) => ({ value: one, name: answer(one) }))}
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
  label,
  answer,
  field: { values: answers, most },
  values,
  onChange,
}: {
  readonly label: string;
  readonly answer: (value: string) => string;
  readonly field: Extract<ParameterField, { kind: 'each' }>;
  readonly values: readonly string[];
  readonly onChange: (values: readonly string[]) => void;
}) {
  return (
    <fieldset className="my-1.5 w-full">
      <legend className="mb-0.5 text-sm text-quiet">{label}</legend>
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
              {answers.map((one) => (
                <option key={one} value={one}>
                  {answer(one)}
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

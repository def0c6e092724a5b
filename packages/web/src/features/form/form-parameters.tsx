import { useMemo } from 'react';
import { parameterFields, type AskedWhen } from '@eight-up/core/forms/parameter-fields';
import { formById } from '@eight-up/core/forms/registry';
import type { FoldedBook, FormChoice } from '@eight-up/core/forms/planned-book';
import { parameterAnswer, parameterQuestion } from '@eight-up/words/parameters';
import { Choices } from '../../ui/choices.tsx';
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
    <div className="mt-2 flex flex-wrap justify-center gap-x-5">
      {fields
        .filter(({ when }) => !when || turns[when] > 0)
        .map((field) =>
          field.kind === 'count' && field.to - field.from > 12 ? (
            <NumberField
              key={field.name}
              label={parameterQuestion(field.name)}
              value={Number(values[field.name])}
              digits={0}
              from={field.from}
              to={field.to}
              onChange={(value) => set(field.name, value)}
            />
          ) : field.kind === 'count' ? (
            <Choices
              key={field.name}
              label={parameterQuestion(field.name)}
              value={Number(values[field.name])}
              onChange={(value) => set(field.name, value)}
              choices={Array.from({ length: field.to - field.from + 1 }, (_, i) => ({
                value: field.from + i,
                name: String(field.from + i),
              }))}
            />
          ) : (
            <Choices
              key={field.name}
              label={parameterQuestion(field.name)}
              value={String(values[field.name])}
              onChange={(value) => set(field.name, value)}
              choices={field.values.map((value) => ({
                value,
                name: parameterAnswer(field.name, value, 2 * turns['faces-meet']),
              }))}
            />
          ),
        )}
    </div>
  );
}

/** How many turns of each kind the folded book has: only their treatments are asked for. Read off the folding, not off a rule. */
function turnsOf(plan: FoldedBook | undefined): Readonly<Record<AskedWhen, number>> {
  const printed = plan?.form.printed(plan.parameters) ?? [];
  const turns = (plan?.reading.gaps ?? []).filter(({ edges }) => edges.includes('head') || edges.includes('tail'));
  const facing = turns.filter(({ faces }) => printed.includes(faces[0].side)).length;
  return { 'faces-meet': facing, 'backs-meet': turns.length - facing };
}

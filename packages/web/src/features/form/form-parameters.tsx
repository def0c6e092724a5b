import { useMemo } from 'react';
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { isAsked, parameterFields, type AskedWhen, type ParameterField } from '@eight-up/core/forms/parameter-fields';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import { formById } from '@eight-up/core/forms/registry';
import type { FoldedBook, FormChoice } from '@eight-up/core/forms/planned-book';
import { parameterAnswer, parameterHint, parameterQuestion } from '@eight-up/words/forms/registry';
import { ParameterInput } from '../../ui/parameter-input.tsx';

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
  // How many printed faces nobody would read where turns are glued shut.
  const hides = 2 * turns['faces-meet'];
  const asked = fields.filter((field) => (!field.when || turns[field.when] > 0) && isAsked(field, values));
  const input = (field: ParameterField) => (
    <ParameterInput
      key={field.name}
      field={field}
      asked={{
        asks: parameterQuestion(form.id, field.name),
        hint: parameterHint(form.id, field.name),
        answer: (value) => parameterAnswer(form.id, field.name, value, hides),
      }}
      value={values[field.name]}
      onChange={(value) => set(field.name, value)}
    />
  );
  const follow = asked.filter(({ follows }) => follows);
  return (
    <>
      <div className={BESIDE}>{asked.filter(({ follows }) => !follows).map(input)}</div>
      {follow.length > 0 && (
        <Disclosure as="div" className="mt-3 border-t border-bench-deep pt-2">
          <DisclosureButton className="remedy">Joints and fit</DisclosureButton>
          <DisclosurePanel className={BESIDE}>{follow.map(input)}</DisclosurePanel>
        </Disclosure>
      )}
    </>
  );
}

/** Two or three beside one another where there is room. */
const BESIDE = 'mt-2 flex flex-wrap items-end gap-x-6';

/** How many turns of each kind the folded book has: only their treatments are asked for. Read off the folding, not off a rule. */
function turnsOf(plan: FoldedBook | undefined): Readonly<Record<AskedWhen, number>> {
  const printed = plan ? sidesOf(plan.run.laid, 0) : [];
  const turns = (plan?.reading.gaps ?? []).filter(({ edges }) => edges.includes('head') || edges.includes('tail'));
  const facing = turns.filter(({ faces }) => printed.includes(faces[0].side)).length;
  return { 'faces-meet': facing, 'backs-meet': turns.length - facing };
}

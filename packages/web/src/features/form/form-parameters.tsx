import type { FoldedBook, FormChoice } from '@eight-up/core/forms/planned-book';
import { Choices, type Choice } from '../../ui/choices.tsx';

type Setting =
  | { readonly kind: 'count'; readonly name: string; readonly label: string; readonly from: number; readonly to: number }
  | { readonly kind: 'choice'; readonly name: string; readonly label: string; readonly choices: readonly Choice<string>[]; readonly when?: 'backs-meet' | 'faces-meet' };

/** How the parameters of a form are asked for; keyed by form, so that a new form adds an entry and no screen. */
const SETTINGS: Readonly<Record<string, readonly Setting[]>> = {
  'slit-book': [
    { kind: 'choice', name: 'cover', label: 'The cover stands on', choices: [{ value: 'outer', name: 'an outer column' }, { value: 'middle', name: 'a middle column' }] },
    { kind: 'choice', name: 'reading', label: 'It is read', choices: [{ value: 'left-to-right', name: 'left to right' }, { value: 'right-to-left', name: 'right to left' }] },
  ],
  'meander-book': [
    { kind: 'count', name: 'rows', label: 'Rows', from: 2, to: 8 },
    { kind: 'count', name: 'columns', label: 'Columns', from: 2, to: 8 },
    { kind: 'choice', name: 'cover', label: 'The front cover is', choices: [{ value: 'back-of-first', name: 'the back of panel 1' }, { value: 'first', name: 'printed panel 1' }] },
    { kind: 'choice', name: 'backsMeet', label: 'At a turn where backs meet', when: 'backs-meet', choices: [{ value: 'double-leaf', name: 'double leaf' }, { value: 'pocket', name: 'pocket' }, { value: 'none', name: 'left open' }] },
    { kind: 'choice', name: 'facesMeet', label: 'At a turn where printed faces meet', when: 'faces-meet', choices: [{ value: 'fold-out', name: 'fold-out' }, { value: 'glued-shut', name: 'glued shut' }] },
  ],
};

interface FormParametersProps {
  readonly form: FormChoice;
  readonly plan: FoldedBook | undefined;
  readonly onForm: (form: FormChoice) => void;
}

export function FormParameters({ form, plan, onForm }: FormParametersProps) {
  const values = { ...(plan?.parameters ?? {}), ...form.parameters };
  const set = (name: string, value: unknown) => onForm({ id: form.id, parameters: { ...values, [name]: value } });
  const meets = turnsOf(plan);
  return (
    <div className="mt-3 flex flex-wrap gap-x-5">
      {(SETTINGS[form.id] ?? []).filter((setting) => setting.kind !== 'choice' || !setting.when || meets.has(setting.when)).map((setting) => setting.kind === 'count'
        ? <Choices key={setting.name} label={setting.label} value={Number(values[setting.name])} choices={numbers(setting.from, setting.to)} onChange={(value) => set(setting.name, value)} />
        : <Choices key={setting.name} label={setting.label} value={String(values[setting.name])} choices={setting.choices} onChange={(value) => set(setting.name, value)} />)}
    </div>
  );
}

const numbers = (from: number, to: number): readonly Choice<number>[] =>
  Array.from({ length: to - from + 1 }, (_, i) => ({ value: from + i, name: String(from + i) }));

/** Which kinds of turn the folded book has: only their treatments are asked for. Read off the folding, not off a parity rule. */
function turnsOf(plan: FoldedBook | undefined): ReadonlySet<'backs-meet' | 'faces-meet'> {
  const kinds = new Set<'backs-meet' | 'faces-meet'>();
  const printed = plan?.form.printed(plan.parameters) ?? [];
  for (const gap of plan?.reading.gaps ?? []) {
    if (gap.edges.includes('head') || gap.edges.includes('tail')) kinds.add(printed.includes(gap.faces[0].side) ? 'faces-meet' : 'backs-meet');
  }
  return kinds;
}

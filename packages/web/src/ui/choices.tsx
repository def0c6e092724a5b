import { Radio, RadioGroup, Label } from '@headlessui/react';
import type { ReactNode } from 'react';

export interface Choice<T> {
  readonly value: T;
  readonly name: ReactNode;
  readonly disabled?: boolean;
}

interface ChoicesProps<T> {
  readonly label: string;
  readonly value: T;
  readonly choices: readonly Choice<T>[];
  readonly onChange: (value: T) => void;
}

/** One of a few, side by side like panels of a strip; the chosen one is inked. */
export function Choices<T extends string | number>({ label, value, choices, onChange }: ChoicesProps<T>) {
  return (
    <RadioGroup value={value} onChange={onChange} className="my-1.5">
      <Label className="mb-0.5 block text-sm text-quiet">{label}</Label>
      <div className="flex flex-wrap">
        {choices.map((choice) => (
          <Radio
            key={choice.value}
            value={choice.value}
            disabled={choice.disabled ?? false}
            className="-ml-px -mt-px cursor-pointer border border-ink bg-paper px-2 py-0.5 font-semibold first:ml-0 hover:bg-choose-pale data-checked:bg-ink data-checked:text-paper data-disabled:cursor-default data-disabled:text-quiet data-focus:z-10"
          >
            {choice.name}
          </Radio>
        ))}
      </div>
    </RadioGroup>
  );
}

interface TicksProps<T extends string> {
  readonly label: string;
  readonly names: readonly (readonly [T, string])[];
  readonly value: readonly T[];
  readonly onChange: (value: readonly T[]) => void;
}

/** Any of a few, side by side; ticked ones are inked. */
export function Ticks<T extends string>({ label, names, value, onChange }: TicksProps<T>) {
  return (
    <fieldset className="my-1.5">
      <legend className="mb-0.5 text-sm text-quiet">{label}</legend>
      <div className="flex flex-wrap">
        {names.map(([one, name]) => (
          <label
            key={one}
            className="-ml-px cursor-pointer border border-ink bg-paper px-2 py-0.5 font-semibold first:ml-0 hover:bg-choose-pale has-checked:bg-ink has-checked:text-paper has-focus-visible:z-10 has-focus-visible:outline-2 has-focus-visible:outline-offset-2"
          >
            <input
              type="checkbox"
              className="sr-only"
              checked={value.includes(one)}
              onChange={({ target }) =>
                onChange(target.checked ? [...value, one] : value.filter((other) => other !== one))
              }
            />
            {name}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

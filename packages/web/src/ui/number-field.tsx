import { useId, useState } from 'react';

interface Bounded {
  readonly label: string;
  readonly from: number;
  readonly to: number;
  /** digits after the point; 0: whole numbers only */
  readonly digits?: number;
  readonly className?: string;
}

type NumberFieldProps = Bounded &
  (
    | { readonly value: number; readonly onChange: (value: number) => void; readonly empty?: undefined }
    /** may be left empty: not known */
    | { readonly value: number | null; readonly onChange: (value: number | null) => void; readonly empty: true }
  );

/** A plain number typed with a point or a comma; what is none is kept and said. */
export function NumberField({ label, value, from, to, digits, onChange, empty, className = 'w-28' }: NumberFieldProps) {
  const id = useId();
  const [text, setText] = useState<string>();
  const shown = value === null ? '' : digits === undefined ? String(value) : value.toFixed(digits);
  const typed = (text ?? shown).trim();
  const none = empty === true && typed === '';
  const read = typed === '' ? NaN : Number(typed.replace(',', '.').replace('−', '-'));
  const wrong = !none && (!(read >= from && read <= to) || (digits === 0 && !Number.isInteger(read)));
  const settle = () => {
    if (wrong || text === undefined) return;
    setText(undefined);
    if (none) (onChange as (value: null) => void)(null);
    else if (read !== value) onChange(read);
  };
  return (
    <div>
      <label htmlFor={id} className="block text-sm text-quiet">
        {label}
      </label>
      <input
        id={id}
        className={`entry measure ${className}`}
        inputMode="decimal"
        value={text ?? shown}
        aria-invalid={wrong}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={(event) => setText(event.target.value)}
        onBlur={settle}
        onKeyDown={(event) => {
          if (event.key === 'Enter') settle();
          if (event.key === 'Escape') setText(undefined);
        }}
      />
      {wrong && (
        <p id={`${id}-wrong`} role="alert" className="mt-1 max-w-44 text-sm text-blade">
          A {digits === 0 ? 'whole ' : ''}number from {from} to {to}.
        </p>
      )}
    </div>
  );
}

import { useEffect, useId, useState } from 'react';
import { measure, parseMeasure, unitTyped, type LengthUnit } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { useSettings } from '../base/settings.ts';

interface MeasureFieldProps {
  readonly label: string;
  readonly value: Nm;
  readonly onChange: (value: Nm, typedIn: LengthUnit) => void;
  readonly className?: string;
}

/** A length typed any way people type it; shown in the unit in use. A text that is no length is kept, and said. */
export function MeasureField({ label, value, onChange, className = '' }: MeasureFieldProps) {
  const unit = useSettings((s) => s.unit);
  const id = useId();
  const [text, setText] = useState(() => measure(value, unit));
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setText(measure(value, unit));
    setWrong(false);
  }, [value, unit]);
  const settle = () => {
    const read = parseMeasure(text, unit);
    setWrong(!read.ok);
    if (!read.ok) return;
    if (read.value === value) setText(measure(value, unit));
    else onChange(read.value, unitTyped(text, unit));
  };
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-sm text-quiet">
        {label}
      </label>
      <input
        id={id}
        className="entry measure w-28"
        value={text}
        aria-invalid={wrong}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={(event) => setText(event.target.value)}
        onBlur={settle}
        onKeyDown={(event) => {
          if (event.key === 'Enter') settle();
          if (event.key === 'Escape') setText(measure(value, unit));
        }}
      />
      {wrong && (
        <p id={`${id}-wrong`} role="alert" className="mt-1 max-w-44 text-sm text-blade">
          Not a length. Try 210, 21cm or 8 1/2in.
        </p>
      )}
    </div>
  );
}

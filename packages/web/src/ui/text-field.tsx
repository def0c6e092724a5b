import { useId, useState } from 'react';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly most: number;
  /** must say something: emptied, it goes back to what it was */
  readonly needed?: boolean;
  readonly lines?: number;
  readonly className?: string;
}

/** Words that settle when the field is left. */
export function TextField({ label, value, onChange, most, needed = false, lines, className = '' }: TextFieldProps) {
  const id = useId();
  const [text, setText] = useState<string>();
  const settle = () => {
    const typed = text?.trim();
    setText(undefined);
    if (typed !== undefined && typed !== value && !(needed && typed === '')) onChange(typed);
  };
  const shared = {
    id,
    className: 'entry w-full',
    value: text ?? value,
    maxLength: most,
    onChange: (event: { target: { value: string } }) => setText(event.target.value),
    onBlur: settle,
  };
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-sm text-quiet">
        {label}
      </label>
      {lines ? (
        <textarea rows={lines} {...shared} />
      ) : (
        <input
          {...shared}
          onKeyDown={(event) => {
            if (event.key === 'Enter') settle();
            if (event.key === 'Escape') setText(undefined);
          }}
        />
      )}
    </div>
  );
}

import { useRef, type ReactNode } from 'react';

/** A button that lets a file be chosen; while one is on its way, it calls that off. */
export function FileButton({
  label,
  accept,
  busy,
  className,
  onFile,
  onCallOff,
  children,
}: {
  /** names the file that is wanted */
  readonly label: string;
  readonly accept: string;
  readonly busy: boolean;
  readonly className: string;
  readonly onFile: (file: File) => void;
  readonly onCallOff: () => void;
  readonly children: ReactNode;
}) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept={accept}
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          // The same file may be chosen again.
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
      <button type="button" className={className} onClick={() => (busy ? onCallOff() : picker.current?.click())}>
        {children}
      </button>
    </>
  );
}

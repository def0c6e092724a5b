import { useRef, useState } from 'react';
import type { OpenBook } from '../../book/use-book.ts';

/** The page plan out as a table for a spreadsheet, and in again. */
export function PlanFile({ book }: { readonly book: OpenBook }) {
  const picker = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<{ readonly text: string; readonly wrong: boolean }>();
  const take = async (file: File) => {
    try {
      await book.arrange(file);
      setSaid({ text: `Arranged by ${file.name}. Undo takes it back.`, wrong: false });
    } catch (error) {
      setSaid({ text: error instanceof Error ? error.message : String(error), wrong: true });
    }
  };
  return (
    <div className="mb-2 max-w-sm">
      <p className="text-sm text-quiet">The page plan as a table</p>
      <p className="flex gap-4">
        <a className="remedy" href={`/api/books/${book.id}/pages.csv?n=${book.revision}`} download>
          Save CSV
        </a>
        <button type="button" className="remedy" onClick={() => picker.current?.click()}>
          Arrange by a CSV
        </button>
      </p>
      <input
        ref={picker}
        type="file"
        accept=".csv,text/csv,text/plain"
        className="sr-only"
        aria-label="A page plan (CSV)"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) void take(file);
        }}
      />
      {said && (
        <p role={said.wrong ? 'alert' : 'status'} className={`text-sm ${said.wrong ? 'text-blade' : ''}`}>
          {said.text}
        </p>
      )}
    </div>
  );
}

import { useRef } from 'react';
import { useSettings } from '../../base/settings.ts';
import { counted } from '@eight-up/words/counted';
import type { DrawerActs } from './use-drawer-acts.ts';

/** The drawer out as a table for a spreadsheet, and papers in from one. */
export function DrawerFiles({ acts }: { readonly acts: DrawerActs }) {
  const unit = useSettings((s) => s.unit);
  const picker = useRef<HTMLInputElement>(null);
  return (
    <div className="flex flex-wrap items-center gap-x-5 py-2">
      {acts.tableTaken !== undefined && (
        <p role="status" className="text-sm">
          {counted(acts.tableTaken, 'paper')} taken in from the table.
        </p>
      )}
      <button type="button" className="remedy" onClick={() => picker.current?.click()}>
        Take in a CSV
      </button>
      <a className="remedy" href={`/api/papers/papers.csv?unit=${unit}`} download="papers.csv">
        Save as CSV
      </a>
      <input
        ref={picker}
        type="file"
        accept=".csv,text/csv,text/plain"
        className="sr-only"
        aria-label="A table of papers (CSV)"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) acts.takeTable(file);
        }}
      />
    </div>
  );
}

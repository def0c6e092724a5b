import { useId } from 'react';
import { brokenOffSentence } from '@eight-up/words/files';
import type { BrokenOff } from './broken-off.ts';
import { FILE_TYPES } from './use-file-drops.ts';

/** Files that were still on their way when their window went away: how many came, which are missing, and the way to choose them again. */
export function BrokenOffSlip({
  broken,
  onTake,
  onKnown,
}: {
  readonly broken: BrokenOff;
  readonly onTake: (files: readonly File[]) => Promise<void>;
  readonly onKnown: () => void;
}) {
  const picker = useId();
  return (
    <div role="alert" className="mx-9 mt-3 border-l-8 border-blade bg-paper px-4 py-2.5">
      <p>{brokenOffSentence(broken)}</p>
      <p className="mt-1 flex flex-wrap items-baseline gap-4">
        <label htmlFor={picker} className="remedy cursor-pointer focus-within:outline">
          Choose them again
          <input
            id={picker}
            type="file"
            multiple
            accept={FILE_TYPES}
            className="sr-only"
            onChange={({ target }) => {
              const files = [...(target.files ?? [])];
              if (files.length === 0) return;
              onKnown();
              void onTake(files);
            }}
          />
        </label>
        <button type="button" className="quiet-remedy" onClick={onKnown}>
          Understood
        </button>
      </p>
    </div>
  );
}

import { useState } from 'react';
import type { Backup } from '@eight-up/core/safekeeping/backup';
import { counted } from '@eight-up/words/counted';
import { bytesWords, holdsWords, REASON_WORDS } from '@eight-up/words/safekeeping';
import { Sure } from './sure.tsx';
import type { SafekeepingActs } from './use-safekeeping.ts';
import { whenWords } from './when.ts';

/** Titles shown before the rest is folded away. */
const SHOWN = 4;

/** Every state that was kept, newest first; any of them can be taken up again. */
export function Backups({ backups, acts }: { readonly backups: readonly Backup[]; readonly acts: SafekeepingActs }) {
  const { backUp, restore } = acts;
  const [asked, setAsked] = useState<Backup>();
  const taken = restore.isSuccess && backups.find(({ name }) => name === restore.variables);
  return (
    <section aria-label="Backups" className="slip p-5">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <h2 className="text-xl">{counted(backups.length, 'backup')}</h2>
        <button
          type="button"
          className="action"
          disabled={backUp.isPending}
          aria-busy={backUp.isPending}
          onClick={() => backUp.mutate()}
        >
          Back up now <span className="key">B</span>
        </button>
      </div>
      <p className="mb-3 mt-1 max-w-xl text-sm text-quiet">
        Made at every start and once a day while something changed: the latest six, one a day for two weeks, one a week
        for eight. Pictures that a backup needs stay in the folder with it.
      </p>
      {backUp.isError && <p role="alert">{backUp.error.message}</p>}
      {taken && (
        <p role="status" className="mb-3 border-l-8 border-choose bg-choose-pale px-3 py-1.5">
          The state of {whenWords(taken.at)} stands on the shelf. What was there before is the newest backup.
        </p>
      )}
      {backups.length === 0 && <p>None yet. The first is made as soon as there is something to keep.</p>}
      <ol>
        {backups.map((backup) => (
          <li
            key={backup.name}
            className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-t border-bench-deep py-2.5"
          >
            <div className="min-w-0 grow basis-72">
              <p>
                <time dateTime={backup.at} className="font-semibold">
                  {whenWords(backup.at)}
                </time>
                <span className="text-quiet">
                  {backup.why && `, ${REASON_WORDS[backup.why]}`}, {bytesWords(backup.bytes)}
                </span>
              </p>
              {backup.holds ? (
                <>
                  <p>{holdsWords(backup.holds)}</p>
                  <Titles titles={backup.holds.books} />
                </>
              ) : (
                <p className="text-blade">It cannot be read: it is damaged.</p>
              )}
            </div>
            {backup.holds && (
              <button
                type="button"
                className="remedy"
                aria-label={`Take it up again: the state of ${whenWords(backup.at)}`}
                onClick={() => {
                  restore.reset();
                  setAsked(backup);
                }}
              >
                Take it up again
              </button>
            )}
          </li>
        ))}
      </ol>
      {asked && (
        <Sure
          title={`Take up the state of ${whenWords(asked.at)}?`}
          act="Take it up again"
          busy={restore.isPending}
          failure={restore.error?.message}
          onClose={() => setAsked(undefined)}
          onAct={() => restore.mutate(asked.name, { onSuccess: () => setAsked(undefined) })}
        >
          <p>It holds {asked.holds && holdsWords(asked.holds)}.</p>
          <p>
            All of it takes the place of what is there now: books, their histories, papers, printers. What is there now
            is backed up first, so that you can come back to it.
          </p>
        </Sure>
      )}
    </section>
  );
}

function Titles({ titles }: { readonly titles: readonly string[] }) {
  const [all, setAll] = useState(false);
  if (titles.length === 0) return null;
  const shown = all ? titles : titles.slice(0, SHOWN);
  return (
    <p className="text-sm text-quiet">
      {shown.join(' · ')}{' '}
      {shown.length < titles.length && (
        <button type="button" className="quiet-remedy" onClick={() => setAll(true)}>
          and {titles.length - shown.length} more
        </button>
      )}
    </p>
  );
}

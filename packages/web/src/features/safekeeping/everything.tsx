import { useState } from 'react';
import { counted } from '@eight-up/words/counted';
import { FileButton } from '../../ui/file-button.tsx';
import { Sure } from './sure.tsx';
import type { SafekeepingActs } from './use-safekeeping.ts';

/** All of it out as one file, and in again on another machine. */
export function Everything({ acts }: { readonly acts: SafekeepingActs }) {
  const { bringBack, arrived, callOff } = acts;
  const [asked, setAsked] = useState<File>();
  const left = bringBack.data?.leftOut ?? 0;
  return (
    <section aria-label="Everything as one file" className="slip p-5">
      <h2 className="text-xl">Everything as one file</h2>
      <p className="mb-3 mt-1 text-sm text-quiet">
        Every book with its history and pictures, papers and printers: an open zip, for another disk or another machine.
      </p>
      <div className="flex flex-wrap gap-3">
        <a className="action" href="/api/safekeeping/everything.zip" download>
          Save everything
        </a>
        <FileButton
          label="A file of everything"
          accept=".zip,application/zip"
          busy={bringBack.isPending}
          className="action"
          onFile={(file) => {
            bringBack.reset();
            setAsked(file);
          }}
          onCallOff={callOff}
        >
          {bringBack.isPending
            ? `${arrived < 1 ? `Sending, ${Math.round(arrived * 100)} %` : 'Looking through it'} … call it off`
            : 'Bring everything back'}
        </FileButton>
      </div>
      {bringBack.isError && (
        <p role="alert" className="mt-3 border-l-4 border-blade bg-blade-pale px-3 py-1.5">
          {bringBack.error.message}
        </p>
      )}
      {bringBack.isSuccess && (
        <p role="status" className="mt-3 border-l-8 border-choose bg-choose-pale px-3 py-1.5">
          All of it stands here now. What was here before is the newest backup.
          {left > 0 && ` ${counted(left, 'picture')} had been damaged in the file and could not be taken.`}
        </p>
      )}
      {asked && (
        <Sure
          title="Bring everything back?"
          act="Bring it back"
          busy={false}
          failure={undefined}
          onClose={() => setAsked(undefined)}
          onAct={() => {
            bringBack.mutate(asked);
            setAsked(undefined);
          }}
        >
          <p>
            What “{asked.name}” holds takes the place of what is here now: books, their histories, papers, printers.
            What is here now is backed up first, so that you can come back to it.
          </p>
        </Sure>
      )}
    </section>
  );
}

import { useMakings, type Making } from './makings.ts';

/** Files that take a while: how far they are, a way to stop them, and the file when it is whole. */
export function MakingSlips() {
  const slow = useMakings(({ all }) => all).filter((one) => one.slow);
  if (slow.length === 0) return null;
  return (
    <section
      aria-label="Files being made"
      className="fixed bottom-4 right-4 z-40 flex w-96 max-w-[90vw] flex-col gap-2"
    >
      {slow.map((one) => (
        <Slip key={one.key} making={one} />
      ))}
    </section>
  );
}

function Slip({ making: { title, share, made, failure, end, opened } }: { readonly making: Making }) {
  if (failure !== undefined)
    return (
      <div role="alert" className="slip border-l-8 border-blade p-4">
        <p>{failure}</p>
        <button type="button" className="remedy" onClick={end}>
          Understood
        </button>
      </div>
    );
  return (
    <div role="status" className="slip flex flex-col gap-1 p-4">
      <p>{made ? `${title}: made, and among your downloads.` : `Making: ${title} …`}</p>
      {made ? (
        <p className="flex gap-5">
          <a
            className="action action-first"
            href={made}
            target="_blank"
            rel="noreferrer"
            // Gone once the press has opened it, however it was pressed.
            onClick={() => setTimeout(opened)}
            onAuxClick={() => setTimeout(opened)}
          >
            Open it
          </a>
          <button type="button" className="remedy" onClick={end}>
            Let it go
          </button>
        </p>
      ) : (
        <p className="flex items-center gap-4">
          <progress className="h-2 grow accent-choose" max={1} value={share} aria-label={title} />
          <button type="button" className="remedy" onClick={end}>
            Stop
          </button>
        </p>
      )}
    </div>
  );
}

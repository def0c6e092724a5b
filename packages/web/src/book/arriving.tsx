import type { FileDrops } from './use-file-drops.ts';

/** Files on their way, how far they are, and the way to call it off. */
export function Arriving({ what, share, callOff }: NonNullable<FileDrops['busy']>) {
  return (
    <p role="status" className="mb-3 flex items-center gap-4">
      <span className="font-semibold">{share < 1 ? `Taking in ${what} …` : `Looking at ${what} …`}</span>
      <progress
        className="h-2 w-48 accent-choose"
        value={share < 1 ? share : undefined}
        aria-label={`Taking in ${what}`}
      />
      {share < 1 && (
        <button type="button" className="remedy" onClick={callOff}>
          Call it off
        </button>
      )}
    </p>
  );
}

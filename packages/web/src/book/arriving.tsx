import type { PageContent } from '@eight-up/core/document/pages';
import { usePicture } from '../pictures/pictures.ts';
import type { FileDrops } from './use-file-drops.ts';
import type { OpenBook } from './use-book.ts';

type ArrivingProps = NonNullable<FileDrops['busy']> & { readonly book: OpenBook };

/** So many of what has come are shown while more is on its way. */
const SHOWN = 12;

/** Files on their way: how far they are, what has come, and the way to call it off. */
export function Arriving({ book, what, share, arrived, callOff }: ArrivingProps) {
  return (
    <div className="mb-3">
      <p role="status" className="flex items-center gap-4">
        <span className="font-semibold">Taking in {what} …</span>
        <progress className="h-2 w-48 accent-choose" value={share} aria-label={`Taking in ${what}`} />
        <button type="button" className="remedy" onClick={callOff}>
          Call it off
        </button>
      </p>
      <p className="mt-1 flex h-14 gap-1" aria-hidden="true">
        {arrived.map((content, i) =>
          // Each keeps its place in the order of coming, so none is shown in another's stead while the row grows.
          i < arrived.length - SHOWN ? null : <Arrived key={i} book={book} content={content} />,
        )}
      </p>
    </div>
  );
}

function Arrived({ book, content }: { readonly book: OpenBook; readonly content: PageContent }) {
  const url = usePicture(book, content, 240);
  return url ? <img src={url} alt="" className="h-full border border-ink" /> : null;
}

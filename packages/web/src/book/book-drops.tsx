import { createContext, useContext, useEffect, useMemo, type ReactNode } from 'react';
import { pagesToFill } from '@eight-up/core/book/arriving';
import { useFilesAnywhere } from '../base/files-anywhere.ts';
import { Arriving } from './arriving.tsx';
import { BrokenOffSlip } from './broken-off-slip.tsx';
import { useBrokenOff } from './broken-off.ts';
import { filesWaiting } from './files-for-book.ts';
import { Refusals } from './refusals.tsx';
import type { OpenBook } from './use-book.ts';
import { useFileDrops, type FileDrops } from './use-file-drops.ts';

const DropsContext = createContext<FileDrops | undefined>(undefined);

/** What is let go over any stage of an open book. */
export const useBookDrops = (): FileDrops => useContext(DropsContext)!;

/** Files let go anywhere over a book are taken into it; how far they are, and what did not get in, stands above every stage. */
export function BookDrops({ book, children }: { readonly book: OpenBook; readonly children: ReactNode }) {
  const drops = useFileDrops(book);
  const { take, hold, busy } = drops;
  useFilesAnywhere({ onFiles: (files) => void take(files), onHeld: (count) => hold(count, undefined) });
  useEffect(() => {
    const files = filesWaiting(book.id);
    if (files.length > 0) void take(files);
    // Once, when the book that was begun with them is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [book.id]);
  const { found, known } = useBrokenOff(book.id);
  return (
    <DropsContext value={drops}>
      {found.map((one) => (
        <BrokenOffSlip key={one.id} broken={one} onTake={take} onKnown={() => known(one.id)} />
      ))}
      {(busy || drops.refused.length > 0 || drops.notes.length > 0 || drops.failure !== undefined) && (
        <div className="px-9 pt-3">
          {busy && <Arriving book={book} {...busy} />}
          <Refusals drops={drops} />
        </div>
      )}
      {children}
    </DropsContext>
  );
}

const NONE: readonly number[] = [];

/** The pages that the files held over the window would fill; none where none are held. */
export function useAimedPages(book: OpenBook): readonly number[] {
  const { held } = useBookDrops();
  return useMemo(
    () => (held && held.where !== 'back' ? pagesToFill(book.book.pages, Math.max(1, held.count), held.where) : NONE),
    [held, book.book.pages],
  );
}

import { useEffect, useState } from 'react';
import type { PageContent } from '@eight-up/core/document/pages';
import type { AssetKind } from '@eight-up/core/document/asset';
import type { BookAnswer } from '@eight-up/core/contract/answers';

/** Addresses of pictures to show, drawn once and kept for the window's life. */
const drawn = new Map<string, Promise<string>>();

const kindOf = (book: Pick<BookAnswer, 'assets'>, asset: string): AssetKind | undefined =>
  book.assets.find(({ id }) => id === asset)?.kind;

/** Where a content's preview can be had: the server scales pictures, the browser draws pages of PDFs. */
export function pictureAddress(
  book: Pick<BookAnswer, 'assets'>,
  content: PageContent,
  size: 240 | 480 | 1200,
): Promise<string> | string | undefined {
  const kind = kindOf(book, content.asset);
  if (!kind) return undefined;
  if (kind !== 'pdf') return `/api/assets/${content.asset}/preview?size=${size}`;
  const key = `${content.asset}#${content.page}@${size}`;
  const known = drawn.get(key);
  if (known) return known;
  const drawing = import('./pdf-pages.ts').then(({ drawPdfPage }) =>
    drawPdfPage(`/api/assets/${content.asset}/original`, content.page, size),
  );
  drawn.set(key, drawing);
  drawing.catch(() => drawn.delete(key));
  return drawing;
}

/** The address once it is known. */
export function usePicture(
  book: Pick<BookAnswer, 'assets'>,
  content: PageContent | null | undefined,
  size: 240 | 480 | 1200 = 480,
): string | undefined {
  const address = content ? pictureAddress(book, content, size) : undefined;
  const [later, setLater] = useState<{ from: unknown; url: string }>();
  useEffect(() => {
    if (!(address instanceof Promise)) return;
    let current = true;
    address.then(
      (url) => current && setLater({ from: address, url }),
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [address]);
  return typeof address === 'string' ? address : later?.from === address ? later?.url : undefined;
}

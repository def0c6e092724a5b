import type { BookAnswer } from '@eight-up/core/contract/answers';
import type { PageContent } from '@eight-up/core/book/document';
import { fitScale } from '@eight-up/core/pagination/imposition';
import { usePicture } from '../../book/pictures.ts';

interface PagePictureProps {
  readonly book: Pick<BookAnswer, 'assets'>;
  readonly content: PageContent;
  /** nanometres */
  readonly pageWidth: number;
  readonly pageHeight: number;
  /** pixels */
  readonly size: { readonly width: number; readonly height: number };
}

/** A content on its page as the reader will see it: the same scale as in print. */
export function PagePicture({ book, content, pageWidth, pageHeight, size }: PagePictureProps) {
  const url = usePicture(book, content, size.width > 260 ? 480 : 240);
  const asset = book.assets.find(({ id }) => id === content.asset)?.pages[content.page];
  if (!asset)
    return <span className="flex size-full items-center justify-center p-1 text-xs text-blade">original lost</span>;
  const scale = fitScale(content.fit, asset, pageWidth, pageHeight) * (size.width / pageWidth);
  const [w, h] = [asset.width * scale, asset.height * scale];
  if (!url) return <span className="flex size-full items-center justify-center text-xs text-quiet">drawing …</span>;
  return (
    <img
      src={url}
      alt=""
      draggable={false}
      className="absolute max-w-none"
      style={{ width: w, height: h, left: (size.width - w) / 2, top: (size.height - h) / 2 }}
    />
  );
}

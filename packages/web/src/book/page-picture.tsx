import type { PageContent } from '@eight-up/core/document/pages';
import { useMemo } from 'react';
import { pageBox, pictureOnPage, type PageSetting } from '@eight-up/core/output/page-face';
import { usePagePicture } from '../sheet-view/page-drawing.tsx';

interface PagePictureProps {
  readonly setting: PageSetting;
  readonly page: number;
  readonly content: PageContent;
  /** of the drawn page, pixels */
  readonly width: number;
  readonly height: number;
  readonly headDown: boolean;
}

/** The picture of a page where only that is drawn: one element, since a long book has hundreds. The page around it cuts off what reaches beyond. */
export function PagePicture({ setting, page, content, width, height, headDown }: PagePictureProps) {
  const { width: wide } = pageBox(setting, page);
  const picture = useMemo(() => pictureOnPage(setting, page, content), [setting, page, content]);
  const url = usePagePicture(picture, width / wide);
  if (picture === 'lost' || !url)
    return <span className="text-sm text-quiet">{picture === 'lost' ? 'original lost' : 'drawing …'}</span>;
  // Boxes on the screen are whole pixels: across and down are scaled each for itself, or a strip of bare paper stays at an edge.
  const box = pageBox(setting, page);
  const [across, down] = [width / box.width, height / box.height];
  const [a, b, c, d, e, f] = picture.matrix;
  const lies = `matrix(${a}, ${(b * down) / across}, ${(c * across) / down}, ${d}, ${e * across}, ${f * down})`;
  return (
    <img
      src={url}
      alt=""
      draggable={false}
      className={`pointer-events-none absolute left-0 top-0 max-w-none origin-top-left ${headDown ? 'head-down' : ''}`}
      style={{
        width: picture.width * across,
        height: picture.height * down,
        // Half round about the middle of the page, where its head lies down.
        transform: headDown ? `translate(${width}px, ${height}px) rotate(180deg) ${lies}` : lies,
      }}
    />
  );
}

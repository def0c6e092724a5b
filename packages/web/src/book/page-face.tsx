import { memo, useMemo } from 'react';
import type { BookPage, PageContent } from '@eight-up/core/document/pages';
import { pageLabel } from '@eight-up/core/folding/reading';
import { letterPage } from '@eight-up/core/output/lettering';
import { shareAsPrinted } from '@eight-up/core/pagination/gutter';
import { sizeAsRead } from '@eight-up/core/pagination/page-places';
import { placeOnPage, type PageBox } from '@eight-up/core/pagination/placing';
import { DrawingItems } from '../sheet-view/drawing-svg.tsx';
import { usePicture } from '../pictures/pictures.ts';
import type { PageSetting } from './derived.ts';

interface PageFaceProps {
  readonly setting: PageSetting;
  readonly page: number;
  /** the page with its words, and the picture as it stands just now */
  readonly shown: BookPage;
  /** longer side on the screen, for choosing how large a picture to fetch */
  readonly pixels: number;
  readonly className?: string;
  /** draws the safe zone */
  readonly safe?: boolean;
}

const mm = (length: number) => length / 1e6;

/** The room of a page as it is read: those on flaps, and those that carry one, are narrower than the book. */
export function pageBox({ places }: Pick<PageSetting, 'places'>, page: number): PageBox {
  const place = places[page]!;
  return { ...sizeAsRead(place), spine: place.spine };
}

/** A page as the reader meets it: its picture through the same matrix as in print, its caption and number. */
export const PageFace = memo(function PageFace({
  setting,
  page,
  shown,
  pixels,
  className,
  safe = false,
}: PageFaceProps) {
  const { plan, numbering, lettering, printing } = setting;
  const box = useMemo(() => pageBox(setting, page), [setting, page]);
  const letters = useMemo(
    () => letterPage(box, shown, pageLabel(plan.reading, page, numbering), lettering, printing.safe),
    [box, shown, plan, page, numbering, lettering, printing.safe],
  );
  const drawing = useMemo(() => ({ width: box.width, height: box.height, items: letters }), [box, letters]);
  const [w, h, s] = [mm(box.width), mm(box.height), mm(printing.safe)];
  return (
    // Boxes on the screen are whole pixels: what is less than one is stretched, not left bare.
    <svg viewBox={`0 0 ${w} ${h}`} preserveAspectRatio="none" className={className} aria-hidden="true">
      {shown.content && <Picture setting={setting} content={shown.content} page={page} box={box} pixels={pixels} />}
      {safe && w > 2 * s && h > 2 * s && (
        <rect
          x={s}
          y={s}
          width={w - 2 * s}
          height={h - 2 * s}
          fill="none"
          stroke="#16261f"
          strokeOpacity="0.55"
          strokeWidth={Math.min(w, h) / 220}
          strokeDasharray={`${w / 60} ${w / 40}`}
        />
      )}
      {letters.length > 0 && <DrawingItems drawing={drawing} />}
    </svg>
  );
});

/** A content on its page as it will be printed: where its picture is to be had, and how it lies there (nanometres). */
export function usePlacedPicture(setting: PageSetting, content: PageContent | null, page: number, pixels: number) {
  const url = usePicture(setting, content, pixels > 260 ? 480 : 240);
  const asset = content && setting.assets.find(({ id }) => id === content.asset)?.pages[content.page];
  if (!content || !asset || !url) return { lost: content !== null && !asset };
  const { plan, places, printing } = setting;
  const share = content.part && shareAsPrinted(plan, places[page]!, content.part, printing);
  const { matrix } = placeOnPage(content, asset, pageBox(setting, page), printing.bleed, share);
  return { lost: false, placed: { url, asset, matrix } };
}

interface PictureProps {
  readonly setting: PageSetting;
  readonly content: PageContent;
  readonly page: number;
  readonly box: PageBox;
  readonly pixels: number;
}

function Picture({ setting, content, page, box, pixels }: PictureProps) {
  const { lost, placed } = usePlacedPicture(setting, content, page, pixels);
  const [w, h] = [mm(box.width), mm(box.height)];
  if (!placed)
    return (
      <text x={w / 2} y={h / 2} textAnchor="middle" fontSize={w / 12} fill={lost ? '#9a2f08' : '#4e5a53'}>
        {lost ? 'original lost' : 'drawing …'}
      </text>
    );
  const [a, b, c, d, e, f] = placed.matrix;
  // The page's own frame cuts off what reaches beyond it.
  return (
    <image
      href={placed.url}
      width={mm(placed.asset.width)}
      height={mm(placed.asset.height)}
      preserveAspectRatio="none"
      transform={`matrix(${a} ${b} ${c} ${d} ${mm(e)} ${mm(f)})`}
    />
  );
}

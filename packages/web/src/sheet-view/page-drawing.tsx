import { memo, useMemo } from 'react';
import type { PageFace, PageFacePicture } from '@eight-up/core/output/page-face';
import { sizeFor, usePicture } from '../pictures/pictures.ts';
import { DrawingItems } from './drawing-svg.tsx';

interface PageDrawingProps {
  readonly face: PageFace;
  /** longer side on the screen, for choosing how large a picture to fetch */
  readonly pixels: number;
  readonly className?: string | undefined;
  /** draws the safe zone so far from the edges, nanometres */
  readonly safe?: number | undefined;
}

const mm = (length: number) => length / 1e6;

/** A page as the reader meets it. */
export const PageDrawing = memo(function PageDrawing({ face, pixels, className, safe }: PageDrawingProps) {
  const { width, height, letters, picture } = face;
  const drawing = useMemo(() => ({ width, height, items: letters }), [width, height, letters]);
  const [w, h, s] = [mm(width), mm(height), mm(safe ?? 0)];
  return (
    // Boxes on the screen are whole pixels: what is less than one is stretched, not left bare.
    <svg viewBox={`0 0 ${w} ${h}`} preserveAspectRatio="none" className={className} aria-hidden="true">
      {picture && <Picture picture={picture} w={w} h={h} pixels={pixels} />}
      {safe !== undefined && w > 2 * s && h > 2 * s && (
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

/** The address of a picture on its page, once it is known; `pixels` of the screen for a nanometre of the page. */
export function usePagePicture(picture: PageFacePicture | 'lost' | null, pixels: number): string | undefined {
  const known = picture === 'lost' ? null : picture;
  return usePicture(
    { assets: known ? [{ id: known.asset, kind: known.kind }] : [] },
    known,
    known ? sizeFor(known, pixels) : undefined,
  );
}

interface PictureProps {
  readonly picture: PageFacePicture | 'lost';
  /** of the page, millimetres */
  readonly w: number;
  readonly h: number;
  readonly pixels: number;
}

function Picture({ picture, w, h, pixels }: PictureProps) {
  const url = usePagePicture(picture, pixels / Math.max(w, h) / 1e6);
  if (picture === 'lost' || !url)
    return (
      <text x={w / 2} y={h / 2} textAnchor="middle" fontSize={w / 12} fill={picture === 'lost' ? '#9a2f08' : '#4e5a53'}>
        {picture === 'lost' ? 'original lost' : 'drawing …'}
      </text>
    );
  const [a, b, c, d, e, f] = picture.matrix;
  // The page's own frame cuts off what reaches beyond it.
  return (
    <image
      href={url}
      width={mm(picture.width)}
      height={mm(picture.height)}
      preserveAspectRatio="none"
      transform={`matrix(${a} ${b} ${c} ${d} ${mm(e)} ${mm(f)})`}
    />
  );
}

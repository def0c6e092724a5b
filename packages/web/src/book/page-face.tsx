import { memo, useMemo } from 'react';
import type { BookPage } from '@eight-up/core/document/pages';
import { pageFace, type PageSetting } from '@eight-up/core/output/page-face';
import { PageDrawing } from '../sheet-view/page-drawing.tsx';

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

/** A page of an open book as the reader meets it. */
export const PageFace = memo(function PageFace({
  setting,
  page,
  shown,
  pixels,
  className,
  safe = false,
}: PageFaceProps) {
  const face = useMemo(() => pageFace(setting, page, shown), [setting, page, shown]);
  return (
    <PageDrawing face={face} pixels={pixels} className={className} safe={safe ? setting.printing.safe : undefined} />
  );
});

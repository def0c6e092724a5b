import { affineAfter, quarterTurn, scaling, translation, type Affine } from '../geometry/affine.ts';
import { fromPoints } from '../units/nm.ts';

/**
 * From a picture's stored raster (the unit square, y downwards) to how it is meant to be seen (unit square), by
 * its EXIF orientation, 1–8 (JEITA CP-3451, table "Orientation"). Anything else counts as 1.
 */
export function uprightFromExif(orientation: number | undefined): Affine {
  const TABLE: Readonly<Record<number, Affine>> = {
    2: [-1, 0, 0, 1, 1, 0],
    3: [-1, 0, 0, -1, 1, 1],
    4: [1, 0, 0, -1, 0, 1],
    5: [0, 1, 1, 0, 0, 0],
    6: [0, 1, -1, 0, 1, 0],
    7: [0, -1, -1, 0, 1, 1],
    8: [0, -1, 1, 0, 0, 1],
  };
  return TABLE[orientation ?? 1] ?? [1, 0, 0, 1, 0, 0];
}

/** Whether an EXIF orientation exchanges width and height. */
export const exifLies = (orientation: number | undefined): boolean =>
  (orientation ?? 1) >= 5 && (orientation ?? 1) <= 8;

/** A page's visible box as its PDF states it: points times its user unit, y upwards. */
export interface PdfPageBox {
  readonly width: number;
  readonly height: number;
  /** clockwise, any multiple of 90 */
  readonly rotate: number;
  readonly userUnit: number;
}

const turnsOf = ({ rotate }: PdfPageBox): number => ((Math.round(rotate / 90) % 4) + 4) % 4;

/** Size of the page as it is seen, in nanometres. */
export function uprightPdfSize(box: PdfPageBox): { readonly width: number; readonly height: number } {
  const [w, h] = [fromPoints(box.width * box.userUnit), fromPoints(box.height * box.userUnit)];
  return turnsOf(box) % 2 === 1 ? { width: h, height: w } : { width: w, height: h };
}

/** From the page's own box (points from its lower left corner, y upwards) to the page as seen (nanometres, y downwards). */
export function uprightFromPdfPage(box: PdfPageBox): Affine {
  const seen = uprightPdfSize(box);
  const toCentre = translation(-box.width / 2, -box.height / 2);
  return [quarterTurn(turnsOf(box)), scaling(fromPoints(box.userUnit), -fromPoints(box.userUnit)), toCentre].reduce(
    affineAfter,
    translation(seen.width / 2, seen.height / 2),
  );
}

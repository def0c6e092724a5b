import { PDFDocument, rgb } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { toPoints, mm } from '@eight-up/core/units/nm';

/** One stroke or filled shape of a drawn page; an SVG path in millimetres. */
export interface Shape {
  readonly d: string;
  readonly fill?: string;
  readonly stroke?: string;
  readonly width?: number;
}

/** A page drawn by our own code, in two or three inks. Millimetres. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly ground: string;
  readonly shapes: readonly Shape[];
}

export const INKS = {
  paper: '#fbf8ee',
  ink: '#16261f',
  teal: '#0f7068',
  pale: '#bfd9d2',
  persimmon: '#e0552f',
  blush: '#f6d9cc',
  ochre: '#c1902f',
  sand: '#efe2bf',
} as const;

/** Sharp in print, with a little to spare. */
const PIXELS_PER_INCH = 320;
const pixels = (millimetres: number) => Math.round((millimetres / 25.4) * PIXELS_PER_INCH);

const svgOf = ({ width, height, ground, shapes }: Picture): string => {
  const paths = shapes.map(
    ({ d, fill, stroke, width: w }) =>
      `<path d="${d}" fill="${fill ?? 'none'}"${stroke ? ` stroke="${stroke}" stroke-width="${w ?? 1}" stroke-linecap="round" stroke-linejoin="round"` : ''}/>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${pixels(width)}" height="${pixels(height)}" viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="${ground}"/>${paths.join('')}</svg>`;
};

/** As pixels. */
export const asPixels = (picture: Picture, format: 'jpeg' | 'png' | 'webp'): Promise<Buffer> =>
  sharp(Buffer.from(svgOf(picture)))
    .withMetadata({ density: PIXELS_PER_INCH })
    [format](format === 'jpeg' ? { quality: 90, chromaSubsampling: '4:4:4' } : {})
    .toBuffer();

const inkOf = (hex: string) =>
  rgb(...([1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255) as [number, number, number]));

/** Several pictures as the vector pages of one PDF. */
export async function asPdf(pictures: readonly Picture[], title: string): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  document.setTitle(title);
  const perMm = toPoints(mm(1));
  for (const { width, height, ground, shapes } of pictures) {
    const page = document.addPage([width * perMm, height * perMm]);
    page.drawRectangle({ width: width * perMm, height: height * perMm, color: inkOf(ground) });
    for (const { d, fill, stroke, width: w } of shapes) {
      page.drawSvgPath(d, {
        x: 0,
        y: height * perMm,
        scale: perMm,
        ...(fill ? { color: inkOf(fill) } : {}),
        ...(stroke ? { borderColor: inkOf(stroke), borderWidth: w ?? 1, borderLineCap: 1 } : {}),
      });
    }
  }
  return document.save();
}
